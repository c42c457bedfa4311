import type { Selection } from 'd3';
import type { Ground, Message, MessageCode, Args, Arg } from '../../../../core';

/** How drawings are told things: by code, as a message, or one figure by itself. */
export interface DrawingWords {
  say(code: MessageCode, args?: Args): string;
  tell(message: Message): string;
  arg(arg: Arg): string;
}

/** Called when a word on a drawing is followed to what it rests on. */
export type Follow = (to: Ground) => void;

/** Makes a word on a drawing lead to what it rests on, by finger and by key. */
export function leadTo<T extends SVGElement>(
  word: Selection<T, undefined, null, undefined>,
  to: Ground,
  follow: Follow,
  words: DrawingWords,
): void {
  const go = (event: Event): void => {
    event.stopPropagation();
    follow(to);
  };
  word
    .attr('role', 'link')
    .attr('tabindex', 0)
    .attr('data-told', to.on)
    .attr('aria-label', words.say('draw.behind', { word: word.text() }))
    .on('click', go)
    .on('pointerdown', (event: Event) => event.stopPropagation())
    .on('keydown', (event: Event) => {
      if (event instanceof KeyboardEvent && event.key === 'Enter') go(event);
    });
}
