/** Sets an attribute where it is another: a browser lays an element out again for one that is set to what it was. */
export function putAttribute(node: Element, name: string, value: string): void {
  if (node.getAttribute(name) !== value) node.setAttribute(name, value);
}
