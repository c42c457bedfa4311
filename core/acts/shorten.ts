import { boolean } from 'yup';
import { between, id, oneOf, shape, type Typed } from '../fields/fields';
import { untyped } from '../readings/reading';
import { endMmAfter } from '../tree/carrier';
import { directionAt, layOut, positionAt } from '../tree/course';
import { fromUprightOf } from '../geometry/vector';
import { withDescendants, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { compassCalled } from '../words/compass';
import { cm, tagOf, told, type Message } from '../words/message';
import { messageSchema } from '../words/written';
import { onStem, type ActWays } from './act';
import { cutPlace } from './cut-place';
import { cutCautions, cutMinutes } from './cutting';
import type { TreeScene } from './scene';

/** What a limb is cut back for. */
export const HEADING_PURPOSES = [
  'keep-direction',
  'fork',
  'equalise',
  'turn',
  'weaken-rival',
  'under-leader',
  'hold-height',
  'leader-tip',
  'next-tier',
  'new-leader',
  'open-centre',
  'older-wood',
  'balance-roots',
  'calm-temporary',
  'renew',
  'thin-crop',
  'side-shoot',
  'to-living',
] as const;
export type HeadingPurpose = (typeof HEADING_PURPOSES)[number];

const STRUCTURE: readonly HeadingPurpose[] = ['new-leader', 'open-centre', 'hold-height', 'next-tier'];

/** The bud a limb is cut to: its facing, in words too, the shoot's way, and whether it was counted or is to be looked for. */
const cutBud = shape({
  facingDeg: between(0, 360),
  facing: messageSchema(),
  bearingDeg: between(0, 360),
  angleDeg: between(0, 180),
  sureDeg: between(0, 180),
  isKnown: boolean().strict().required(),
});
export type CutBud = Typed<typeof cutBud>;

const schema = shape({
  kind: oneOf(['shorten']),
  ...onStem,
  toLengthCm: between(0, 1500),
  /** Thickness cut through, mm. */
  diameterMm: between(0, 600),
  purpose: oneOf(HEADING_PURPOSES).optional(),
  bud: cutBud.optional().default(undefined),
  /** Of a fork, the bud below the first whose shoot goes the other way. */
  second: cutBud.optional().default(undefined),
  /** The limb standing there that it is cut to, where no bud is meant. */
  toStem: id().optional(),
});

/** A stem cut back to a length: to a bud, or to a limb that stands there. */
export type Shorten = Typed<typeof schema>;

export const shorten: ActWays<Shorten> = {
  schema,
  apply: (tree, act) => shortened(tree, act.stemId, act.toLengthCm),
  phase: (_, act) => (act.purpose && STRUCTURE.includes(act.purpose) ? 'structure' : 'heading'),
  heightCm({ laid }, act) {
    const course = laid.courses.get(act.stemId);
    return course ? positionAt(course, act.toLengthCm)[2] : 0;
  },
  place: cutPlace,
  words: shortenWords,
  cautions: cutCautions,
  supplies: () => ({}),
  minutes: cutMinutes,
  mark: ({ courses }, { stemId, toLengthCm, diameterMm }) =>
    courses.has(stemId) ? { kind: 'cut', stemId, atCm: toLengthCm, diameterMm, isWhole: false } : undefined,
  counted: () => 'shorten',
};

/** Cutting an end off takes the shoots beyond the cut with it, and of those only counted a part as long; on the trunk, origins are heights. */
function shortened(tree: Tree, stemId: StemId, toLengthCm: number): Tree {
  const cut = tree.stems.find((stem) => stem.id === stemId);
  if (!cut || toLengthCm >= cut.length.value) return tree;
  const laid = layOut(tree);
  const beyond = tree.stems.filter(
    (stem) =>
      stem.parent.kind === 'stem' &&
      stem.parent.stemId === stemId &&
      (laid.joins.get(stem.id) ?? stem.origin.value) > toLengthCm,
  );
  const gone = new Set(beyond.flatMap((stem) => [...withDescendants(tree, stem.id)]));
  return {
    ...tree,
    stems: tree.stems
      .filter((stem) => !gone.has(stem.id))
      .map((stem) =>
        stem.id === stemId
          ? {
              ...stem,
              length: { ...untyped(stem.length), value: toLengthCm, sure: 1 },
              headed: true,
              shape: { ...stem.shape, tip: endAt(stem, toLengthCm) },
              ...(stem.sideShoots && {
                sideShoots: Math.round((stem.sideShoots * toLengthCm) / stem.length.value),
              }),
              endDiameter: { ...untyped(stem.diameter), value: endMmAfter(laid, stem, toLengthCm) },
            }
          : stem,
      ),
  };
}

/** The angle a limb has where it is cut: what is left keeps its curve. */
const endAt = (stem: Stem, toLengthCm: number): Stem['shape']['tip'] => ({
  ...untyped(stem.shape.tip),
  value: fromUprightOf(directionAt(stem, toLengthCm)),
});

/** A shoot this near upright leads up, and toward no side, deg. */
const UP_DEG = 20;

function shortenWords(scene: TreeScene, act: Shorten): Message {
  const length = cm(act.toLengthCm);
  const { bud, second, toStem } = act;
  if (bud) {
    const { facing, isKnown, bearingDeg, angleDeg } = bud;
    const leads =
      angleDeg < UP_DEG ? told('act.leads.up') : told('act.leads.toward', { way: compassCalled(bearingDeg) });
    const cut = told(isKnown ? 'act.shorten.known' : 'act.shorten.nearest', { length, facing, leads });
    return second ? told('act.shorten.fork', { cut, facing: second.facing }) : cut;
  }
  if (toStem !== undefined)
    return told('act.shorten.to-limb', { length, limb: tagOf(scene.laid.tree, toStem) });
  return told(act.stemId === scene.laid.trunk?.id ? 'act.shorten.head' : 'act.shorten', { length });
}
