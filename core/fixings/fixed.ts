import type { TreeScene } from '../acts/scene';
import { afterGrowing, growingWeeks } from '../calendar/growing';
import { letGo, lookOn, loopMm, setShare, tightOn } from '../bending/hold';
import { settingWeeks } from '../bending/limb-beam';
import { gainAtMm } from '../bending/means';
import { stakingOf } from '../staking/stake';
import type { Stem } from '../tree/stem';
import type { Fixing, FixingKind } from '../tree/stem-readings';
import { diameterAt, taperOf } from '../tree/taper';

/** What next is to be done about a thing that is fixed: take it off, make its loop wider, look at it. */
export type FixingDue = 'off' | 'tight' | 'look';

/** A thing fixed to a stem, and its days, ISO dates. */
export interface Fixed {
  stem: Stem;
  fixing: Fixing;
  /** When it is looked at next. */
  lookOn: string;
  /** When its loop gets tight; undefined where its width or its place is not known, or before it comes off. */
  tightOn?: string;
  /** When it comes off; undefined for a stake that stays for good. */
  offBy?: string;
  /** What of these has come by today, the gravest first. */
  due?: FixingDue;
  /** Width a new loop has, mm. */
  newLoopMm: number;
}

/** What holds wood and has days of its own: a label has none. */
const HOLDS: readonly FixingKind[] = ['tie', 'spreader', 'weight', 'prop', 'wrap', 'stake'];
/** What holds a bend: let go, the limb springs back, and shows how far it comes. */
export const HOLDS_BEND: readonly FixingKind[] = ['tie', 'spreader', 'weight'];
const LOOPED: readonly FixingKind[] = ['tie', 'weight', 'stake'];

/** Growing weeks a bound crack takes to grow together. Working value. */
const WRAPPED_WEEKS = 26;

/** Everything fixed to a tree that is to be looked at, loosened or taken off, with its days. */
export function fixedTo(scene: TreeScene): Fixed[] {
  return scene.laid.tree.stems.flatMap((stem) =>
    (stem.fixings ?? [])
      .filter(({ what }) => HOLDS.includes(what))
      .map((fixing) => daysOf(scene, stem, fixing)),
  );
}

/** What is next to be done about a thing that is fixed, and when: what is due, or what comes first. */
export function nextFor({ due, lookOn, tightOn, offBy }: Fixed): { what: FixingDue; on: string } {
  const days = [
    { what: 'off' as const, on: offBy },
    { what: 'tight' as const, on: tightOn },
    { what: 'look' as const, on: lookOn },
  ].flatMap(({ what, on }) => (on === undefined ? [] : [{ what, on }]));
  const first = days.reduce((a, b) => (b.on < a.on ? b : a));
  return days.find(({ what }) => what === due) ?? first;
}

function daysOf(scene: TreeScene, stem: Stem, fixing: Fixing): Fixed {
  const { today, readOn = today } = scene.when;
  const since = fixing.since ?? today;
  const atCm = fixing.atCm ?? stem.length.value / 2;
  const thickMm = diameterAt(taperOf(stem), atCm);
  const gainMm = gainAtMm(scene, stem, atCm);
  const offBy = offDay(scene, stem, fixing, since, atCm);
  const tight =
    LOOPED.includes(fixing.what) && fixing.loopMm !== undefined
      ? tightOn(scene.when.grows, readOn > since ? readOn : since, {
          insideMm: fixing.loopMm,
          diameterMm: thickMm,
          gainMm,
        })
      : undefined;
  const isTight = tight !== undefined && (offBy === undefined || tight < offBy);
  const days = {
    lookOn: lookOn(scene.when.grows, fixing.lookedOn ?? since),
    ...(isTight && { tightOn: tight }),
    ...(offBy !== undefined && { offBy }),
  };
  const due = dueOf(days, today);
  return { stem, fixing, ...days, ...(due && { due }), newLoopMm: loopMm(thickMm, gainMm) };
}

function dueOf(days: Pick<Fixed, 'lookOn' | 'tightOn' | 'offBy'>, today: string): FixingDue | undefined {
  if (days.offBy !== undefined && days.offBy <= today) return 'off';
  if (days.tightOn !== undefined && days.tightOn <= today) return 'tight';
  return days.lookOn <= today ? 'look' : undefined;
}

/** The day a thing comes off: as it was planned, or by the wood it holds. */
function offDay(
  scene: TreeScene,
  stem: Stem,
  fixing: Fixing,
  since: string,
  atCm: number,
): string | undefined {
  if (fixing.offBy !== undefined) return fixing.offBy;
  if (fixing.what === 'stake') return fixing.loopMm === undefined ? stakeOff(scene, stem, since) : undefined;
  if (fixing.what === 'wrap') return afterGrowing(scene.when.grows, since, WRAPPED_WEEKS);
  // A prop bears this year's crop.
  if (fixing.what === 'prop') return seasonEnd(scene, since);
  return letGo(scene.when.grows, since, settingWeeks(scene, stem, atCm)).on;
}

/**
 * How far a limb comes back, deg, if what holds it is let go today: what has not set of the way it was bent; undefined where it is not on record how
 * far that was, or since when.
 */
export function comesBackDeg(scene: TreeScene, stem: Stem, fixing: Fixing): number | undefined {
  const { since, fromDeg, toDeg, atCm = stem.length.value / 2 } = fixing;
  if (since === undefined || fromDeg === undefined || toDeg === undefined) return undefined;
  const held = growingWeeks(scene.when.grows, since, scene.when.today);
  return Math.abs(toDeg - fromDeg) * (1 - setShare(held, settingWeeks(scene, stem, atCm)));
}

/** The end of the growth a day falls in, or comes before. */
function seasonEnd({ when }: TreeScene, day: string): string {
  const { to } = when.grows(Number(day.slice(0, 4)));
  return to >= day ? to : when.grows(Number(day.slice(0, 4)) + 1).to;
}

/** A stake of which only that it stands there is known: it comes off when the tree would stand by itself, after one season at the least. */
function stakeOff(scene: TreeScene, stem: Stem, since: string): string | undefined {
  const { staked } = stakingOf(scene, stem);
  return staked ? staked.offBy : seasonEnd(scene, since);
}
