import { compassCalled } from '../words/compass';
import { cm, day, kg, mm, told, type Message } from '../words/message';
import { oneOf, shape, type Typed } from '../fields/fields';
import type { Fixing } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { staked, type Staked } from './staked';
import { limbMark } from './tying';

const schema = shape({ kind: oneOf(['stake']), ...onStem, staked });

/** A stake driven beside the stem, a cane it is run up, or cords round it, and the soft ties that hold it. */
export type Stake = Typed<typeof schema>;

/** What stays on the stem. */
export function stakeFixed({ by, tieCm, lengthCm, loopMm, on, offBy, sideDeg }: Staked): Fixing {
  return {
    ...{ what: 'stake', atCm: tieCm, lengthCm, loopMm, since: on },
    ...(by !== 'stake' && { means: by === 'cane' ? 'cane' : 'ground-peg' }),
    ...(offBy !== undefined && { offBy }),
    ...(sideDeg !== undefined && { sideDeg }),
  };
}

/** What holds the tree up and how it is set, in one line. */
export function stakedTold({ by, lengthCm, depthCm, thickMm, tieCm, ties, sideDeg }: Staked): Message {
  const args = { long: cm(lengthCm), deep: cm(depthCm), thick: mm(thickMm), tie: cm(tieCm), ties };
  if (by !== 'stake') return told(`staked.${by}`, args);
  return sideDeg === undefined
    ? told('staked.stake', args)
    : told('staked.stake.side', { ...args, side: compassCalled(sideDeg) });
}

/** The pull on it, its loop, and until when. */
export function stakeHolds({ pullKg, loopMm, lookOn, offBy }: Staked): Message[] {
  const args = { kg: kg(pullKg), loop: mm(loopMm), look: day(lookOn) };
  return [
    offBy === undefined ? told('staked.for-good', args) : told('staked.until', { ...args, off: day(offBy) }),
  ];
}

/** A top between these heights is where an eye may be, cm. */
const EYE_CM = { from: 60, to: 200 };

export const stake: ActWays<Stake> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => ({
      ...stem,
      fixings: [...(stem.fixings ?? []).filter(({ what }) => what !== 'stake'), stakeFixed(act.staked)],
    })),
  phase: () => 'make ready',
  heightCm: (_, { staked: { tieCm } }) => tieCm,
  place: () => undefined,
  words: (_, { staked: how }) => stakedTold(how),
  holds: ({ staked: how }) => stakeHolds(how),
  holdsInBrief: ({ staked: how }) => stakeHolds(how),
  cautions(_, { staked: { by, lengthCm, depthCm } }) {
    const topCm = lengthCm - depthCm;
    if (by === 'guys') return [told('caution.guys')];
    return topCm >= EYE_CM.from && topCm <= EYE_CM.to
      ? [told('caution.stake'), told('caution.stake-top')]
      : [told('caution.stake')];
  },
  supplies: ({ staked: { ties } }) => ({ ties }),
  minutes: (_, { staked: { by } }) => (by === 'guys' ? 25 : by === 'stake' ? 10 : 6),
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => 'stake',
};
