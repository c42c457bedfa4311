/** Something drawn: its name, and all that its drawing follows from. */
export interface Shown {
  key: string;
  parts: readonly unknown[];
}

/**
 * Drawn things kept from one drawing to the next: made for a name that is new, drawn again only where what they follow from is another, and taken off
 * where they are shown no more. Most of a tree outlasts a change of one limb.
 */
export class Kept<T extends Shown, N extends { node: Element }> {
  private last = new Map<string, { drawn: N; thing: T }>();

  constructor(
    private readonly make: (thing: T) => N,
    private readonly draw: (drawn: N, thing: T) => void,
  ) {}

  /** Shows these in a layer, in this order, and nothing else that was shown before; whether another thing is there now. */
  show(layer: Element, things: readonly T[]): boolean {
    const next = new Map<string, { drawn: N; thing: T }>();
    for (const thing of things) {
      const known = this.last.get(thing.key);
      const drawn = known?.drawn ?? this.make(thing);
      if (!known || !isSame(known.thing.parts, thing.parts)) this.draw(drawn, thing);
      next.set(thing.key, { drawn, thing });
    }
    const isOther = next.size !== this.last.size || [...next.keys()].some((key) => !this.last.has(key));
    for (const [key, { drawn }] of this.last) if (!next.has(key)) drawn.node.remove();
    if (isOther) layer.append(...[...next.values()].map(({ drawn }) => drawn.node));
    this.last = next;
    return isOther;
  }

  get shown(): N[] {
    return [...this.last.values()].map(({ drawn }) => drawn);
  }
}

const isSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((part, i) => part === b[i]);
