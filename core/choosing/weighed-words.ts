import { clearanceLimit } from '../findings/measures';
import { onFigure, onFinding, onSite, type Ground } from '../words/ground';
import {
  because,
  cm,
  deg,
  mm,
  share,
  tagOf,
  type Args,
  type MessageCode,
  type Reason,
} from '../words/message';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { FormScene } from './candidacy';
import type { Consideration, ConsiderationId } from './consideration';

/** Two limbs that start within this of each other grow from one spot, cm. */
const SAME_SPOT_CM = 4;

/** How each consideration is told: its measure as an argument, and what it rests on. */
const TOLD: Partial<Record<ConsiderationId, { args?: (measured: number) => Args; on: readonly Ground[] }>> = {
  join: { args: (x) => ({ crotch: deg(x) }), on: [onFinding('narrow-crotch'), onFigure('weigh.join')] },
  'frame-join': {
    args: (x) => ({ crotch: deg(x) }),
    on: [onFinding('narrow-crotch'), onFigure('weigh.join')],
  },
  bark: { on: [onFinding('narrow-crotch'), onFigure('weigh.bark')] },
  strong: { args: (x) => ({ ratio: share(x) }), on: [onFinding('too-thick'), onFigure('thick.ratio')] },
  rival: { on: [onFinding('several-tops'), onFigure('weigh.rival')] },
  middle: { args: (x) => ({ run: deg(x) }), on: [onFigure('weigh.strong')] },
  'low-on-bush': { args: (x) => ({ height: cm(x) }), on: [onFigure('weigh.low')] },
  inward: { on: [onFinding('growing-inward'), onFigure('weigh.inward')] },
  unsound: { on: [onFinding('unsound-wood'), onFigure('weigh.unsound')] },
  spared: { on: [onFigure('weigh.spared')] },
  touch: { on: [onFinding('crossing'), onFigure('cross.touchCm')] },
  rub: { on: [onFinding('crossing'), onFigure('weigh.rub')] },
  sector: { on: [onFigure('weigh.room')] },
  node: { on: [onFinding('same-node'), onFigure('weigh.node')] },
  feet: { args: (x) => ({ turn: deg(x) }), on: [onFigure('weigh.room')] },
  plane: { args: (x) => ({ off: deg(x) }), on: [onFigure('plane.mostDeg'), onFigure('weigh.plane')] },
  sprout: {
    args: (x) => ({ run: deg(x) }),
    on: [onFinding('strong-upright'), onFigure('sprout.uprightDeg')],
  },
  hangs: { args: (x) => ({ run: deg(x) }), on: [onFinding('hanging'), onFigure('hang.pastDeg')] },
  'at-foot': { on: [onFinding('foot-of-another'), onFigure('foot.joinCm')] },
  'weak-limb': { args: (x) => ({ thick: mm(x) }), on: [onFinding('too-thin'), onFigure('thin.diameterMm')] },
  wire: { args: (x) => ({ below: cm(x) }), on: [onFigure('wire.belowCm')] },
  band: { args: (x) => ({ height: cm(x) }), on: [onFigure('scaffold.bandCm')] },
  'frame-low': { args: (x) => ({ height: cm(x) }), on: [onFinding('too-low'), onFigure('clearance.cm')] },
  peers: { args: (x) => ({ ratio: share(x) }), on: [onFinding('outgrowing-peers'), onFigure('peers.ratio')] },
  overtop: { on: [onFinding('overtopping'), onFigure('leader.clearCm')] },
  thin: { args: (x) => ({ thick: mm(x) }), on: [onFinding('too-thin'), onFigure('thin.diameterMm')] },
  slight: { args: (x) => ({ thick: mm(x) }), on: [onFinding('too-thin'), onFigure('thin.diameterMm')] },
  'off-run': { args: (x) => ({ run: deg(x) }), on: [onFigure('set.fromDeg')] },
  wide: { args: (x) => ({ crotch: deg(x) }), on: [onFigure('crotch.idealToDeg')] },
  lean: { args: (x) => ({ lean: deg(x) }), on: [onFinding('leaning-leader')] },
  'top-wound': { args: (x) => ({ wide: mm(x) }), on: [onFigure('weigh.wound')] },
  wood: { args: (x) => ({ share: share(x) }), on: [onFigure('weigh.wood')] },
  leaf: { args: (x) => ({ share: share(x) }), on: [onFigure('weigh.leaf')] },
  wound: { args: (x) => ({ wide: mm(x) }), on: [onFigure('weigh.wound')] },
};

/** What is told otherwise of a limb that stays: never that it goes, and what is done or watched instead. */
const OF_KEPT: Readonly<Partial<Record<MessageCode, MessageCode>>> = {
  'weighed.join': 'kept.weighed.join',
  'weighed.frame-join': 'kept.weighed.join',
  'weighed.bark': 'kept.weighed.bark',
  'weighed.strong': 'kept.weighed.strong',
  'weighed.rival': 'kept.weighed.rival',
  'weighed.middle': 'kept.weighed.middle',
  'weighed.room': 'kept.weighed.room',
  'weighed.room.same': 'kept.weighed.room.same',
  'weighed.feet': 'kept.weighed.feet',
  'weighed.touch': 'kept.weighed.touch',
  'weighed.spared': 'kept.weighed.spared',
  'weighed.must-go': 'kept.weighed.must-go',
};

/** The same of a limb that stays. */
export function weighedOfKept(scene: FormScene, stem: Stem, one: Consideration, other?: StemId): Reason {
  const reason = weighedReason(scene, stem, one, other);
  const code = OF_KEPT[reason.code];
  return code ? { ...reason, code } : reason;
}

/** A consideration in one sentence, with the other stem where two are concerned. */
export function weighedReason(
  scene: FormScene,
  stem: Stem,
  { what, measured = 0 }: Consideration,
  other?: StemId,
): Reason {
  const named: Args = other === undefined ? {} : { other: tagOf(scene.laid.tree, other) };
  if (what === 'room') {
    const grounds = [onFinding('one-above-another'), onFigure('shade.heightCm')];
    return measured < SAME_SPOT_CM
      ? because('weighed.room.same', named, ...grounds)
      : because('weighed.room', { ...named, apart: cm(measured) }, ...grounds);
  }
  if (what === 'low' || what === 'low-side') return lowReason(scene, stem, measured, what);
  const told = TOLD[what];
  return because(`weighed.${what}`, { ...named, ...told?.args?.(measured) }, ...(told?.on ?? []));
}

function lowReason(scene: FormScene, stem: Stem, heightCm: number, what: 'low' | 'low-side'): Reason {
  const limit = clearanceLimit(scene, stem.shape.runBearing.value);
  const isSite = 'site' in limit && what === 'low-side';
  if (!isSite) {
    const args = { height: cm(heightCm), limit: cm(scene.limits('clearance.cm').value) };
    return because('weighed.low', args, onFinding('too-low'), onFigure('clearance.cm'));
  }
  const args = { height: cm(heightCm), limit: cm(limit.value), why: limit.why ?? '' };
  return because('weighed.low-side', args, onFinding('too-low'), onSite('clearance'));
}
