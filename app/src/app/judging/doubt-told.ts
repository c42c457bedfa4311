import {
  cm,
  deg,
  mm,
  tagOf,
  told,
  type Arg,
  type Confidence,
  type Message,
  type ReadField,
  type StemId,
  type Tree,
} from '../../../../core';

/** How sure a verdict is, in words. */
export interface DoubtTold {
  level: 'waiting' | 'clear' | 'close';
  words: Message;
}

/** How sure the verdict on a stem is, and which reading would turn it; undefined where nothing is known of it. */
export function doubtTold(
  found: Confidence | undefined,
  stemId: StemId,
  tree: Pick<Tree, 'stems'>,
): DoubtTold | undefined {
  switch (found?.level) {
    case undefined:
      return undefined;
    case 'clear':
      return { level: 'clear', words: told('doubt.clear') };
    case 'not-weighed':
      return { level: 'waiting', words: told('doubt.not-weighed') };
    case 'close': {
      if (!found.turn) return { level: 'close', words: told('doubt.close-set') };
      const { field, from, to, decision } = found.turn;
      const args = {
        reading: told(`reading.${field}`),
        to: valueOf(field, to),
        from: valueOf(field, from),
        then: told(`then.${decision}`),
      };
      return found.turn.stemId === stemId
        ? { level: 'close', words: told('doubt.close-own', args) }
        : {
            level: 'close',
            words: told('doubt.close-other', { ...args, limb: tagOf(tree, found.turn.stemId) }),
          };
    }
  }
}

/** A reading's value in its own unit. */
export function valueOf(field: ReadField, value: number): Arg {
  switch (field) {
    case 'origin':
    case 'length':
      return cm(value);
    case 'diameter':
      return mm(value);
    case 'bearing':
      return deg((value + 360) % 360);
    case 'angle':
    case 'run':
      return deg(value);
  }
}
