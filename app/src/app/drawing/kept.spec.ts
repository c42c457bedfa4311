import { beforeEach, expect, it } from 'vitest';
import { Kept, type Shown } from './kept';

let layer: HTMLElement;
let made: string[];
let drawn: string[];
let kept: Kept<Shown, { node: HTMLElement }>;

beforeEach(() => {
  layer = document.createElement('div');
  [made, drawn] = [[], []];
  kept = new Kept<Shown, { node: HTMLElement }>(
    ({ key }) => {
      made.push(key);
      const node = document.createElement('i');
      node.id = key;
      return { node };
    },
    (_, { key }) => drawn.push(key),
  );
});

const there = (): string[] => [...layer.children].map(({ id }) => id);
const show = (...things: [key: string, ...parts: unknown[]][]): boolean =>
  kept.show(
    layer,
    things.map(([key, ...parts]) => ({ key, parts })),
  );

it('makes each thing once, and draws again only what follows from another thing than before', () => {
  const course = {};
  expect(show(['a', course], ['b', 1])).toBe(true);
  const nodes = kept.shown.map(({ node }) => node);
  expect(show(['a', course], ['b', 2])).toBe(false);
  expect(made).toEqual(['a', 'b']);
  expect(drawn).toEqual(['a', 'b', 'b']);
  expect(kept.shown.map(({ node }) => node)).toEqual(nodes);
});

it('takes off what is shown no more, and puts what is new in its order', () => {
  show(['a'], ['c']);
  expect(show(['a'], ['b'], ['c'])).toBe(true);
  expect(there()).toEqual(['a', 'b', 'c']);
  expect(show(['c'], ['b'])).toBe(true);
  expect(there()).toEqual(['c', 'b']);
  expect(made).toEqual(['a', 'c', 'b']);
});
