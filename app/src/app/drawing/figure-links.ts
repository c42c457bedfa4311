import type { Selection } from 'd3';
import type { RuleKey } from '../../../../core';

/** Where the number behind a word on a drawing is told: a figure of the tree, or a rule of the almanac. */
export type ToldAt = { figure: RuleKey } | { rule: string };

/** Called when such a word is followed. */
export type Follow = (to: ToldAt) => void;

/** Makes a word on a drawing lead to its figure or rule, by finger and by key. */
export function leadTo<T extends SVGElement>(
  word: Selection<T, undefined, null, undefined>,
  to: ToldAt,
  follow: Follow,
): void {
  const go = (event: Event): void => {
    event.stopPropagation();
    follow(to);
  };
  word
    .attr('role', 'link')
    .attr('tabindex', 0)
    .attr('data-told', 'figure' in to ? to.figure : to.rule)
    .attr('aria-label', `${word.text()}: the ${'figure' in to ? 'figure' : 'rule'} behind it`)
    .on('click', go)
    .on('pointerdown', (event: Event) => event.stopPropagation())
    .on('keydown', (event: Event) => {
      if (event instanceof KeyboardEvent && event.key === 'Enter') go(event);
    });
}
