import { onKind } from '../../words/ground';
import { because } from '../../words/message';
import { midwinter, stageDay, windowOf, type TreeYear, type Window, type WindowWays } from './window';

/** Days of rest after leaf fall before it is cut; before midwinter from which most would begin; and from which buds are near to swelling. Working values. */
const RESTED = 21;
const BEFORE_MIDWINTER = 20;
const NEAR_SWELLING = 21;
/** Days after the buds break in which little is lost by cutting still. */
const JUST_BROKEN = 7;

/** Structural cuts: at the end of dormancy for most; in dry weather where wet winters bring disease; in full leaf for what bleeds; after fruit set for evergreens. */
export const prune: WindowWays = (year) => {
  const { kind, site } = year;
  if (kind.evergreen.value) return evergreen(year);
  if (kind.bleeds.value) return bleeding(year);
  if (kind.wetWinterRisk.value && site.wetWinters === true) return dry(year);
  return dormant(year);
};

function dormant(year: TreeYear): Window[] {
  const { season, answers } = year;
  const [swell, breaks] = [stageDay(season, 'swell'), stageDay(season, 'break')];
  if (swell === undefined || breaks === undefined) return [];
  const from = dormantFrom(year);
  const isMidDormant = answers.timing === 'mid-dormant';
  const best = isMidDormant
    ? { bestFrom: midwinter(year), bestTo: swell - NEAR_SWELLING }
    : { bestFrom: swell - NEAR_SWELLING, bestTo: breaks };
  return windowOf('prune', year, { from, ...best, to: breaks + JUST_BROKEN }, 'swell');
}

/** The day dormant work may begin: the leaf is down for some weeks, and midwinter is near. */
function dormantFrom(year: TreeYear): number {
  const fallen = stageDay(year.before, 'leaf-fall') ?? -Infinity;
  const swell = stageDay(year.season, 'swell') ?? Infinity;
  return Math.min(Math.max(fallen + RESTED, midwinter(year) - BEFORE_MIDWINTER), swell - NEAR_SWELLING);
}

/** Days after petal fall that suit a dry cut best; and days before leaf fall by which wounds must be closing. Working values. */
const AFTER_BLOOM = 30;
const CLOSES_IN = 45;

function dry(year: TreeYear): Window[] {
  const { season } = year;
  const [pink, over, falls] = [
    stageDay(season, 'pink'),
    stageDay(season, 'petal-fall'),
    stageDay(season, 'leaf-fall'),
  ];
  const from = pink ?? stageDay(season, 'break');
  if (from === undefined || falls === undefined) return [];
  const bestTo = (over ?? from) + AFTER_BLOOM;
  return windowOf(
    'prune',
    year,
    { from, bestFrom: from, bestTo, to: falls - CLOSES_IN },
    'pink',
    onKind('wetWinterRisk'),
  ).map((window) => ({ ...window, why: { ...window.why, code: 'window.prune.why-dry' as const } }));
}

/** Days after break until the leaf is full; after shoots stop; and round leaf fall, in which walnuts do not bleed. Working values. */
const FULL_LEAF = 30;
const AFTER_STOP = 14;
const LEAF_TURNS = 14;
const LEAF_DOWN = 14;

function bleeding(year: TreeYear): Window[] {
  const { season } = year;
  const [breaks, stops, falls] = [
    stageDay(season, 'break'),
    stageDay(season, 'shoots-stop'),
    stageDay(season, 'leaf-fall'),
  ];
  if (breaks === undefined || stops === undefined || falls === undefined) return [];
  const full = breaks + FULL_LEAF;
  const told = (window: Window): Window => ({
    ...window,
    why: because('window.prune.why-bleeds', window.why.args, onKind('bleeds')),
  });
  return [
    ...windowOf(
      'prune',
      year,
      { from: full, bestFrom: full, bestTo: stops, to: stops + AFTER_STOP },
      'break',
    ),
    ...windowOf(
      'prune',
      year,
      { from: falls - LEAF_TURNS, bestFrom: falls - LEAF_TURNS, bestTo: falls, to: falls + LEAF_DOWN },
      'leaf-fall',
    ),
  ].map(told);
}

/** Days of growth an evergreen needs after the cut to harden before the cold. Working value. */
const HARDENS_IN = 60;

function evergreen(year: TreeYear): Window[] {
  const [sets, stops] = [stageDay(year.season, 'fruit-set'), stageDay(year.season, 'shoots-stop')];
  if (sets === undefined || stops === undefined) return [];
  return windowOf(
    'prune',
    year,
    { from: sets, bestFrom: sets, bestTo: sets + AFTER_BLOOM, to: stops - HARDENS_IN },
    'fruit-set',
  ).map((window) => ({
    ...window,
    why: because('window.prune.why-evergreen', window.why.args, onKind('evergreen')),
  }));
}

/** The winter's reading: the wood is bare, and the plan is wanted before the knife. */
export const read: WindowWays = (year) => {
  const { season, before } = year;
  const swell = stageDay(season, 'swell');
  if (swell === undefined) return [];
  const fallen = stageDay(before, 'leaf-fall') ?? midwinter(year) - 60;
  const from = Math.min(fallen + RESTED, swell - 2 * NEAR_SWELLING);
  return windowOf('read', year, { from, bestFrom: from, bestTo: swell - NEAR_SWELLING, to: swell }, 'swell');
};

/** Days in which buds are chosen on a whip before they swell: chosen early they cannot yet be told apart, late their shoots have cost strength. */
const CHOOSES = { from: 35, bestFrom: 14, to: 7 };

/** Buds chosen on a whip, the others rubbed off: in the last weeks before they break. */
export const budPlan: WindowWays = (year) => {
  const [swell, breaks] = [stageDay(year.season, 'swell'), stageDay(year.season, 'break')];
  if (swell === undefined || breaks === undefined) return [];
  return windowOf(
    'bud-plan',
    year,
    {
      from: swell - CHOOSES.from,
      bestFrom: swell - CHOOSES.bestFrom,
      bestTo: swell,
      to: breaks + CHOOSES.to,
    },
    'swell',
  );
};

/** Notches above chosen buds: in the last weeks before break, while sap begins to rise; never where a wound gums. */
export const notch: WindowWays = (year) => {
  if (year.kind.gums.value) return because('window.notch.gums', {}, onKind('gums'));
  const [swell, breaks] = [stageDay(year.season, 'swell'), stageDay(year.season, 'break')];
  if (swell === undefined || breaks === undefined) return [];
  return windowOf(
    'notch',
    year,
    { from: swell - NEAR_SWELLING, bestFrom: swell - 7, bestTo: breaks - 2, to: breaks },
    'break',
  );
};

/** Dormant scions on waking stocks: from three weeks before the buds swell until the leaf is out. Common extension guidance. */
export const graft: WindowWays = (year) => {
  const [swell, breaks] = [stageDay(year.season, 'swell'), stageDay(year.season, 'break')];
  if (swell === undefined || breaks === undefined) return [];
  if (year.kind.evergreen.value) return because('window.graft.evergreen', {}, onKind('evergreen'));
  return windowOf(
    'graft',
    year,
    { from: swell - NEAR_SWELLING, bestFrom: swell, bestTo: breaks + 7, to: breaks + 14 },
    'break',
  );
};

/** A stake comes off when the leaf, its sail, is down and before growth makes the stem lean on it anew. */
export const stakeOff: WindowWays = (year) => {
  const swell = stageDay(year.season, 'swell');
  const fallen = stageDay(year.before, 'leaf-fall') ?? midwinter(year) - 45;
  if (swell === undefined) return [];
  return windowOf(
    'stake-off',
    year,
    { from: fallen, bestFrom: fallen, bestTo: swell - 14, to: swell + 14 },
    'swell',
  );
};

/** Ties come off after a whole season of growth, before the next begins. */
export const release: WindowWays = (year) => {
  const stopped = stageDay(year.before, 'shoots-stop');
  const swell = stageDay(year.season, 'swell');
  if (stopped === undefined || swell === undefined) return [];
  const from = stopped + 30;
  const fallen = stageDay(year.before, 'leaf-fall') ?? from;
  return windowOf('release', year, { from, bestFrom: fallen, bestTo: swell - 14, to: swell + 14 }, 'swell');
};
