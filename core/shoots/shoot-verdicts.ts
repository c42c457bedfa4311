import type { TreeScene } from '../acts/scene';
import { daysBetween } from '../calendar/days';
import { formOf } from '../forms';
import { bearingDifference } from '../geometry/vector';
import type { Shoot } from '../history/shoots';
import type { TreeState } from '../history/tree-at';
import { sceneOf } from '../judging/scene';
import { kindSeason, type KindSeason, type SeasonPlace } from '../seasons/stages';
import { PEG_CM, TIP_CM } from '../seasons/windows/growing';
import type { WindowAct } from '../seasons/windows/window';
import { windowsOf } from '../seasons/windows/windows';
import { pinchNow, STRONG_CM } from '../summer/pinch';
import { growthRate, reachBySeason, type GrowthRate, type Reach } from '../summer/rate';
import { softShoots, type Opening, type SoftAct, type SoftShoot } from '../summer/soft-shoots';
import { stallOf, type Stalled } from '../summer/stall';
import { tipCame, tipNow } from '../summer/tip';
import type { Stem } from '../tree/stem';
import { because, day, told, type Message, type Reason } from '../words/message';

/** What is done with a shoot now. */
export type ShootAct = SoftAct | 'pinch' | 'tip' | 'wait';

/** A shoot in leaf, and what is to be done with it. */
export interface ShootVerdict {
  shoot: Shoot;
  act: ShootAct;
  /** Why, each reason by itself: for what is done, or against what is not. */
  why: readonly Reason[];
  /** What it is ticked as when it is done; undefined for what is only left. */
  ticked?: WindowAct;
  /** When it was done already. */
  doneOn?: string;
  rate?: GrowthRate;
  /** The length it comes to next, cm, and when, where two readings tell. */
  reach?: Reach & { targetCm: number; on?: string };
  stalled?: Stalled;
  /** What came of tipping it. */
  came?: Reason;
}

const isFromGround = ({ parent }: Stem): boolean => parent.kind === 'ground';

/** A middling departure, deg from upright, for a shoot whose angle was not read. */
const ANGLE_DEG = 40;
/** A shoot on a limb that points back within this of the way to the stem grows into the middle, deg. */
const INWARD_DEG = 60;

const TICKED: Readonly<Record<ShootAct, WindowAct | undefined>> = {
  ...{ pinch: 'pinch', tip: 'tip', 'rub-off': 'disbud', peg: 'peg', spread: 'spread', open: 'open' },
  ...{ shade: undefined, leave: undefined, 'takes-over': undefined, wait: undefined },
};

interface Summer {
  scene: TreeScene;
  state: TreeState;
  season: KindSeason;
  weeksLeft: number;
  opens: Opening;
}

/**
 * What is done with each shoot that was read on a tree this season.
 * @param shoots as they were read (`shootsIn`)
 * @param place the site through the years
 */
export function shootVerdicts(
  state: TreeState,
  shoots: readonly Shoot[],
  place: SeasonPlace,
): ShootVerdict[] {
  if (shoots.length === 0) return [];
  const { today } = state;
  const scene = sceneOf(state);
  const season = kindSeason(place, scene.kind.id, scene.when.season, state.record.variety);
  const stops = season.stages['shoots-stop'];
  const summer: Summer = {
    ...{ scene, state, season },
    weeksLeft: stops ? daysBetween(today, stops.on) / 7 : 0,
    opens: openingOf(state, scene, place),
  };
  const soft = new Map(
    softShoots(
      shoots.filter(({ onStem }) => onStem !== undefined).map((shoot) => softOf(summer, shoot)),
      { isHot: state.site.hot ?? false, opens: summer.opens },
    ).map((verdict) => [verdict.id, verdict]),
  );
  return shoots.map((shoot) => {
    const found = soft.get(shoot.shoot);
    const decided = shoot.onStem === undefined ? ofStem(summer, shoot) : ofShoot(summer, shoot, found);
    return { shoot, ...decided, ...growing(summer, shoot) };
  });
}

/** Whether the middle of a tree is opened on its day, before it or after it. */
function openingOf(
  { site, today, school, record }: TreeState,
  { kind, when }: TreeScene,
  place: SeasonPlace,
): Opening {
  const tree = { place, site, kind, answers: school.answers, variety: record.variety };
  const window = windowsOf(tree, when.season).windows.find(({ act }) => act === 'open');
  if (!window || today < window.from) return 'later';
  return today <= window.to ? 'now' : 'past';
}

type Decided = Pick<ShootVerdict, 'act' | 'why' | 'ticked' | 'doneOn'>;

function decided({ done }: Shoot, act: ShootAct, why: readonly Reason[]): Decided {
  const ticked = TICKED[act];
  const last = done.findLast((one) => one.act === ticked);
  if (last) return { act: 'wait', why: [because('shoot.done', { on: day(last.on) })], doneOn: last.on };
  return { act, why, ...(ticked && { ticked }) };
}

/** A stem of the book in leaf: its top pinched in its first summer, or its tip later so that it forks. */
function ofStem({ scene, weeksLeft, state }: Summer, shoot: Shoot): Decided {
  const { lengthCm = 0, isClimbing, look, leaf } = shoot;
  const rate = growthRate(shoot.readings);
  const isFirst = scene.when.seasonsGrown <= 1;
  const health = {
    ...(look && { isHealthy: look !== 'poor', isMottled: look === 'mottled' }),
    ...(isClimbing !== undefined && { isClimbing }),
  };
  const stem = state.tree.stems.find(({ id }) => id === shoot.shoot);
  const isTop = stem === undefined || isFromGround(stem);
  const verdict =
    isFirst && isTop
      ? pinchNow(
          {
            ...{ heightCm: lengthCm, weeksLeft, season: 1, ...health },
            ...(leaf && { isLeafNarrow: leaf === 'narrower' }),
            ...(rate && { cmPerDay: rate.cmPerDay }),
          },
          scene.kind,
        )
      : tipNow(
          {
            ...{ order: isTop ? 'stem' : 'limb', season: scene.when.seasonsGrown, weeksLeft, ...health },
            lengthCm: grownCm(shoot, stem?.length.value),
          },
          scene.kind,
        );
  return decided(shoot, verdict.is ? (isFirst && isTop ? 'pinch' : 'tip') : 'wait', verdict.why);
}

/** What a stem of the book has grown this season, cm: what is longer than winter read it. */
const grownCm = ({ lengthCm = 0 }: Shoot, winterCm = 0): number => Math.max(0, lengthCm - winterCm);

/** A new shoot: as soft shoots are, and a chosen one on the stem is tipped once it is long enough to fork. */
function ofShoot(
  { scene, weeksLeft, state }: Summer,
  shoot: Shoot,
  soft: { act: SoftAct; why: Reason } | undefined,
): Decided {
  if (!soft) return decided(shoot, 'wait', []);
  if (shoot.role === undefined && !shoot.isBroken)
    return decided(shoot, 'wait', [because('shoot.say-what-for')]);
  if (shoot.role === 'leader') return decided(shoot, soft.act, [soft.why]);
  const isChosen = shoot.role === 'chosen' || soft.act === 'takes-over';
  if (!isChosen || soft.act !== 'leave') return decided(shoot, soft.act, [soft.why]);
  const carrier = state.tree.stems.find(({ id }) => id === shoot.onStem);
  const tip = tipNow(
    {
      order: carrier && isFromGround(carrier) ? 'limb' : 'secondary',
      ...{ lengthCm: shoot.lengthCm ?? 0, season: scene.when.seasonsGrown, weeksLeft },
      ...(shoot.look && { isHealthy: shoot.look === 'well' }),
    },
    scene.kind,
  );
  return tip.is ? decided(shoot, 'tip', tip.why) : decided(shoot, 'leave', [soft.why, ...tip.why]);
}

function softOf({ state }: Summer, shoot: Shoot): SoftShoot {
  const { shoot: id, role = 'other', lengthCm = 0, angleDeg = ANGLE_DEG, isOld } = shoot;
  return {
    ...{ id, role, lengthCm, angleDeg, isInside: isInward(state, shoot) },
    ...(isOld && { isOld }),
    ...(shoot.spareFor !== undefined && { spareFor: shoot.spareFor }),
    ...(shoot.isBroken && { isBroken: true }),
    ...(shoot.shadesBark && { shadesBark: true }),
  };
}

/** Whether a shoot on a limb of an open form grows back into its middle. */
function isInward({ tree, form }: TreeState, { onStem, bearingDeg }: Shoot): boolean {
  const carrier = tree.stems.find(({ id }) => id === onStem);
  if (!carrier || isFromGround(carrier) || bearingDeg === undefined || formOf(form)?.hasLeader) return false;
  return bearingDifference(bearingDeg, carrier.shape.runBearing.value + 180) <= INWARD_DEG;
}

/** How fast it grows, what it reaches next and when, and whether it has stopped before its time. */
function growing(
  { scene, season, state }: Summer,
  shoot: Shoot,
): Pick<ShootVerdict, 'rate' | 'reach' | 'stalled' | 'came'> {
  const { readings, lengthCm = 0, forks } = shoot;
  const rate = growthRate(readings);
  const targetCm = targetsOf(scene, shoot).find((target) => target > lengthCm);
  const reach = targetCm === undefined ? undefined : reachBySeason(season, readings, targetCm);
  const stalled = stallOf(season, readings, { vigour: scene.kind.vigour.value, today: state.today });
  return {
    ...(rate && { rate }),
    ...(reach && targetCm !== undefined && { reach: { ...reach, targetCm } }),
    ...(stalled && { stalled }),
    ...(forks !== undefined && { came: tipCame(forks) }),
  };
}

/** Lengths at which something is done with it, rising, cm. */
const targetsOf = ({ when }: TreeScene, { onStem }: Shoot): number[] =>
  onStem === undefined && when.seasonsGrown <= 1 ? [STRONG_CM] : [PEG_CM.from, TIP_CM.from];

/** What is done with a shoot, in a word or two. */
export const shootActCalled = (act: ShootAct): Message => told(`shoot-act.${act}`);
