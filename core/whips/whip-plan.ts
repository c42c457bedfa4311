import { buildProblem } from '../choosing/build';
import type { Candidacy } from '../choosing/candidacy';
import type { Consideration } from '../choosing/consideration';
import { onCurve, type Curve } from '../choosing/curve';
import { onFigure, onKind, onSchool } from '../words/ground';
import { clearanceAt } from '../sites/site';
import { because, cm, day, told, type Message, type Reason } from '../words/message';
import { largestGapDeg } from '../choosing/score';
import { solve } from '../choosing/solve';
import type { Scene } from '../findings/finding';
import type { Form } from '../forms';
import type { WhipPlace, WhipWish } from '../forms/whip-wish';
import { bearingDifference, type Vec3 } from '../geometry/vector';
import type { TreeState } from '../history/tree-at';
import { reading } from '../readings/reading';
import { completeStem } from '../kinds/estimate';
import { tipOf, type Course } from '../tree/course';
import { kindCalled, limbAngleDeg } from '../kinds/kinds';
import type { BudsDone } from '../buds/bud-work';
import { nextDormancy } from '../calendar/seasons';
import { budsUpTo, usualBuds, type Bud } from '../buds/whip-buds';

/** What becomes of a bud. */
export type BudRole = 'chosen' | 'insurance' | 'rub-off' | 'top' | 'cut-off';

export interface WhipBud extends Bud {
  role: BudRole;
  /** The place its limb is to fill, or that it insures. */
  place?: Message;
  notched: boolean;
  /** The chosen bud it insures. */
  spareFor?: number;
  /** Whether that was done already: the bud left, notched where that was planned, its neighbours rubbed off. */
  isDone?: boolean;
}

/** The plan of a whip's buds, and the limbs to expect of it. */
export interface WhipPlan {
  buds: readonly WhipBud[];
  /** Whether any bud's facing was seen; if not, the spiral's start is a guess. */
  isFacingKnown: boolean;
  headAtCm?: number;
  /** Height it was headed at for these limbs, cm, once that is done. */
  headedAtCm?: number;
  /** Whether it is in leaf: its buds have broken, and nothing is done to them. */
  isInLeaf?: boolean;
  /** Whether nobody has read yet what came of the buds that were left last spring. */
  isUnread?: boolean;
  /** Whether the buds besides were rubbed off. */
  isRubbedOff?: boolean;
  /** Expected limbs: height of the join cm, bearing and angle from upright deg. */
  limbs: readonly {
    bud: number;
    heightCm: number;
    bearingDeg: number;
    sureDeg: number;
    angleDeg: number;
    place: Message;
  }[];
  largestGapDeg: number;
  /** Whether no set of buds is better: with very many buds the search answers with the best it found. */
  proven: boolean;
  /** Places no bud serves. */
  empty: readonly Message[];
  reasons: readonly Reason[];
}

/** Insurance buds stand this many buds off the chosen one, either way. */
const CLUSTER = 1;

/** Points of a bud that faces this far from where its limb is wanted, deg. Working values. */
const OFF_FACING: Curve = [
  [10, 0],
  [60, 20],
];
/** Points of not knowing which way a bud faces, by deg, and of standing nearer to another chosen one than is wished. Working values. */
const UNSURE: Curve = [
  [15, 0],
  [60, 2],
];
/** ... and of standing so far under the cut, cm: the buds just below it make the strongest shoots. */
const UNDER_CUT: Curve = [
  [10, 0],
  [40, 5],
];
const CLOSE = 8;

/**
 * The bud plan: which buds to leave, rub off, keep as insurance and notch, and where to head. Buds are chosen by the
 * same exact search as limbs: evenly round, apart, surest of their facing.
 */
export function planWhip(scene: Scene, form: Form, state: TreeState): WhipPlan {
  const { budsDone, budsBefore } = state;
  if (budsBefore && budsBefore.done.length > 0 && !budsDone && !isReadSince(state, budsBefore))
    return planUnread(scene, state, budsBefore);
  // What is begun is gone on with: the plan of the first bud that was dealt with holds.
  return budsDone?.form === form.id ? planBegun(scene, form, state, budsDone) : planAnew(scene, form, state);
}

/** Whether a whip was read in a winter since its buds were left: then no limb came of them, and it is planned again. */
const isReadSince = ({ site, visitedOn = '' }: TreeState, { on }: BudsDone): boolean =>
  visitedOn >= nextDormancy(site, on);

/** A whip whose buds were left last spring, and nobody has read yet what came of them: nothing is planned over their heads. */
function planUnread(scene: Scene, state: TreeState, { on, done }: BudsDone): WhipPlan {
  const { trunk } = scene.laid;
  const topCm = trunk ? tipOf(scene.laid.courses.get(trunk.id) as Course)[2] : 0;
  const readings = state.buds ?? usualBuds(scene.kind, state.tree.unionCm);
  const buds = budsUpTo(readings, scene.kind, topCm - 1);
  return {
    buds: buds.map((bud): WhipBud => ({ ...bud, role: 'top', notched: false })),
    ...{ isFacingKnown: readings.facings.length > 0, limbs: [], largestGapDeg: 360, proven: true, empty: [] },
    isUnread: true,
    reasons: [because('whip.came-unread', { on: day(on), buds: done.length })],
  };
}

/** The plan of a whip whose buds were begun: what was chosen then stays chosen, what is done is said to be. */
function planBegun(scene: Scene, form: Form, state: TreeState, done: BudsDone): WhipPlan {
  const topCm = scene.laid.trunk
    ? (tipOf(scene.laid.courses.get(scene.laid.trunk.id) as Course) as Vec3)[2]
    : 0;
  const readings = state.buds ?? usualBuds(scene.kind, state.tree.unionCm);
  const planned = new Map(done.buds.map((bud) => [bud.bud, bud]));
  const all = budsUpTo(readings, scene.kind, topCm);
  const highestCm = Math.max(0, ...form.whip(scene).places.map(({ toCm }) => toCm));
  const isDone = (bud: number): boolean => done.done.includes(bud);
  const { headAtCm = Infinity, headedAtCm } = done;
  const buds = all.map((bud): WhipBud => {
    const its = planned.get(bud.bud);
    if (its && !bud.isBlind) {
      const dealt = isDone(its.spareFor ?? bud.bud);
      return {
        ...bud,
        role: its.role === 'spare' ? 'insurance' : 'chosen',
        notched: its.isNotched ?? false,
        ...(its.place && { place: its.place }),
        ...(its.spareFor !== undefined && { spareFor: its.spareFor }),
        ...(dealt && { isDone: true }),
      };
    }
    const isOver = bud.heightCm > Math.min(headAtCm, headedAtCm ?? Infinity);
    if (isOver) return { ...bud, role: 'cut-off', notched: false };
    const isTop = headAtCm === Infinity && bud.heightCm > highestCm;
    const rubbed = done.isRubbedOff ? { isDone: true } : {};
    return { ...bud, ...(isTop ? { role: 'top' } : { role: 'rub-off', ...rubbed }), notched: false };
  });
  const chosen = buds.filter(({ role, bud }) => role === 'chosen' && planned.get(bud)?.role === 'chosen');
  const angleDeg = limbAngleDeg(scene.kind);
  const limbs = chosen.map(({ bud, heightCm, bearingDeg, sureDeg, notched, place }) => ({
    ...{ bud, heightCm, bearingDeg, sureDeg, place: place ?? told('place.vase') },
    angleDeg: angleDeg - (notched ? NOTCH_STEEPER_DEG : 0),
  }));
  return {
    ...{ buds, isFacingKnown: readings.facings.length > 0, limbs, empty: [], proven: true },
    ...(headedAtCm === undefined && done.headAtCm !== undefined && { headAtCm: done.headAtCm }),
    ...(headedAtCm !== undefined && { headedAtCm }),
    ...(done.isRubbedOff && { isRubbedOff: true }),
    largestGapDeg: limbs.length > 1 ? largestGapDeg(limbs.map(({ bearingDeg }) => bearingDeg)) : 360,
    reasons: [because('whip.begun', { on: day(done.on), buds: done.done.length, of: limbs.length })],
  };
}

function planAnew(scene: Scene, form: Form, state: TreeState): WhipPlan {
  const { trunk } = scene.laid;
  const topCm = trunk ? (tipOf(scene.laid.courses.get(trunk.id) as Course) as Vec3)[2] : 0;
  const readings = state.buds ?? usualBuds(scene.kind, state.tree.unionCm);
  const asked = form.whip(scene);
  const isSingle = scene.answers['whip-buds'] === 'single';
  const places = asked.places.filter(({ fromCm }) => topCm >= fromCm + READY_CM);
  const wish = { ...asked, places: isSingle ? places.map(asManyAsStand) : places };
  const isReady = asked.places.length === wish.places.length || wish.places.length > 0;
  // In leaf a stem is neither headed nor are its buds chosen: that is winter's work.
  const wanted = scene.when.inLeaf || !isReady ? undefined : headingOf(scene, wish, topCm);
  const all = budsUpTo(readings, scene.kind, topCm - 1);
  const open = all.filter((bud) => mayStand(scene, state.tree.unionCm, bud));
  const below = open.filter(({ heightCm }) => wanted === undefined || heightCm <= wanted - ABOVE_BUD_CM);
  // Headed, a form with a leader needs a bud for it, the highest there is; its arms come from below that.
  const leads =
    form.hasLeader && wanted !== undefined ? below.findLast(({ isBlind }) => !isBlind) : undefined;
  const { taken, empty, proven } = chosenBuds(
    scene,
    wish,
    below.filter((bud) => bud !== leads),
    wanted,
  );
  const chosen = new Map(taken.map(({ bud, place }) => [bud.bud, place]));
  if (leads) chosen.set(leads.bud, told('place.leader'));
  const topBudCm = Math.max(0, ...all.filter(({ bud }) => chosen.has(bud)).map(({ heightCm }) => heightCm));
  // Cut close over the topmost bud that is chosen: a snag above it dies back.
  const headAtCm = wanted === undefined || topBudCm === 0 ? wanted : topBudCm + ABOVE_BUD_CM;
  const notches = !scene.when.inLeaf && !scene.kind.gums.value && headAtCm === undefined && isReady;
  const highest = Math.max(0, ...wish.places.map(({ toCm }) => toCm));
  const keepsAll = wish.places.length === 0;
  const roleOf = (bud: Bud): WhipBud => {
    const own = chosen.get(bud.bud);
    if (own !== undefined) return { ...bud, role: 'chosen', place: own, notched: notches };
    const near = [...chosen].find(([k]) => k !== leads?.bud && Math.abs(k - bud.bud) <= CLUSTER);
    if (headAtCm !== undefined && bud.heightCm > headAtCm - ABOVE_BUD_CM / 2)
      return { ...bud, role: 'cut-off', notched: false };
    if (near !== undefined && !bud.isBlind && !isSingle)
      return { ...bud, role: 'insurance', place: near[1], spareFor: near[0], notched: false };
    const isTop = keepsAll || (headAtCm === undefined && bud.heightCm > highest);
    return { ...bud, role: isTop ? 'top' : 'rub-off', notched: false };
  };
  const angleDeg = limbAngleDeg(scene.kind) + (notches ? -NOTCH_STEEPER_DEG : 0);
  return {
    ...(scene.when.inLeaf && { isInLeaf: true }),
    buds: all.map(roleOf),
    isFacingKnown: readings.facings.length > 0,
    ...(headAtCm !== undefined && { headAtCm }),
    limbs: taken.map(({ bud, place }) => ({ ...bud, angleDeg, place })),
    largestGapDeg: taken.length > 1 ? largestGapDeg(taken.map(({ bud }) => bud.bearingDeg)) : 360,
    ...{ empty, proven },
    reasons: isReady
      ? reasonsFor(scene, { taken: taken.length, headAtCm, notches, topCm, wish, proven, isSingle })
      : [notReady(asked, topCm)],
  };
}

/** As many limbs of a place as may stand in it. */
const asManyAsStand = (place: WhipPlace): WhipPlace => ({
  ...place,
  circle: { ...place.circle, wish: place.circle.most },
});

/** A whip stands so far over where its limbs are to start before it is asked for any, cm. Working value. */
const READY_CM = 20;
/** A cut is made so far over a bud, cm. */
const ABOVE_BUD_CM = 1;
/** No limb starts nearer to the union than this, cm; and it rises by so much before it is in anybody's way, cm. Working values. */
const OVER_UNION_CM = 5;
const RISES_CM = 20;

/** Whether a limb may start at a bud: clear of the union, and of what passes or browses on its side. */
function mayStand({ site }: Scene, unionCm: number, { heightCm, bearingDeg }: Bud): boolean {
  return heightCm >= unionCm + OVER_UNION_CM && heightCm >= clearanceAt(site, bearingDeg).heightCm - RISES_CM;
}

function notReady({ places }: WhipWish, topCm: number): Reason {
  const from = Math.min(...places.map(({ fromCm }) => fromCm));
  return because('whip.not-ready', { top: cm(topCm), from: cm(from) }, onFigure('scaffold.lowestCm'));
}

/** A notched bud makes a longer but steeper shoot. Working value. */
const NOTCH_STEEPER_DEG = 5;

function headingOf({ answers }: Scene, wish: WhipWish, topCm: number): number | undefined {
  const wanted = {
    'by-form': wish.headAtCm,
    head: wish.headAtCm ?? wish.headAnywayCm,
    'keep-leaf': undefined,
  }[answers.whip];
  return wanted !== undefined && wanted < topCm - 5 ? wanted : undefined;
}

/** Looks spent before the search answers with the best found: a second or so of one core. */
const MOST_LOOKS = 2_000_000;

/** Chooses buds for every place by the search that chooses limbs: each bud is a stem that could stand there. */
function chosenBuds(
  scene: Scene,
  { places }: WhipWish,
  buds: readonly Bud[],
  cutCm: number | undefined,
): { taken: { bud: Bud; place: Message }[]; empty: Message[]; proven: boolean } {
  const byId = new Map<string, Bud>();
  const candidacies = places.flatMap((place, p) =>
    buds
      .filter(({ heightCm, isBlind }) => !isBlind && heightCm >= place.fromCm && heightCm <= place.toCm)
      .filter(
        ({ bearingDeg }) =>
          !place.facing || bearingDifference(bearingDeg, place.facing.bearingDeg) <= place.facing.withinDeg,
      )
      .map((bud): Candidacy => {
        const id = `bud-${String(bud.bud).padStart(3, '0')}`;
        byId.set(id, bud);
        return {
          stem: budStem(scene, id, bud),
          place: p,
          against: budAgainst(place, bud, cutCm),
          spread: [],
        };
      }),
  );
  const built = buildProblem(
    {
      places: places.map(({ circle, fromCm, toCm }) => ({
        ...{ role: 'scaffold', word: 'limb', circle, spreads: [], heightCm: (fromCm + toCm) / 2 },
      })),
      candidacies,
      idle: new Map(),
      besideCost: () => [],
      amidstCost: () => [],
      pairCost: (a, b): Consideration[] => {
        const [p, q] = [byId.get(a.stem.id) as Bud, byId.get(b.stem.id) as Bud];
        const apart = Math.abs(p.heightCm - q.heightCm);
        const turn = bearingDifference(p.bearingDeg, q.bearingDeg);
        const isStacked =
          turn < scene.limits('shade.bearingDeg').value && apart < scene.limits('shade.heightCm').value;
        const wishCm = (places[a.place] as WhipPlace).apartCm;
        return [
          ...(isStacked ? [{ what: 'room', points: 0, must: true } as const] : []),
          { what: 'near-bud', points: apart < wishCm ? CLOSE : 0 },
        ];
      },
    },
    {},
  );
  const { best: sets, proven } = solve(built.problem, { keep: 1, mostLooks: MOST_LOOKS });
  const best = sets[0];
  const found = (best?.options ?? []).map((o) => built.candidacies[o] as Candidacy);
  const taken = found.map(({ stem, place }) => ({
    bud: byId.get(stem.id) as Bud,
    place: (places[place] as WhipPlace).circle.called,
  }));
  const empty = places.flatMap(({ circle }, p) =>
    found.some(({ place }) => place === p) ? [] : [circle.called],
  );
  return { taken: taken.sort((a, b) => a.bud.bud - b.bud.bud), empty, proven };
}

function budAgainst({ facing }: WhipPlace, bud: Bud, cutCm: number | undefined): Consideration[] {
  const off = facing ? bearingDifference(bud.bearingDeg, facing.bearingDeg) : 0;
  return [
    { what: 'off-facing', points: onCurve(OFF_FACING, off) },
    { what: 'unsure', points: onCurve(UNSURE, bud.sureDeg) },
    ...(cutCm === undefined
      ? []
      : [{ what: 'under-cut', points: onCurve(UNDER_CUT, cutCm - bud.heightCm) } as const]),
  ];
}

/** A bud as the shoot it would make, for the search. */
function budStem({ kind }: Scene, id: string, { heightCm, bearingDeg }: Bud): Candidacy['stem'] {
  const given = {
    origin: reading('length', heightCm, 'filled-in'),
    bearing: reading('bearing', bearingDeg, 'filled-in'),
  };
  return completeStem(id, given, kind, 0);
}

interface Outline {
  taken: number;
  headAtCm: number | undefined;
  notches: boolean;
  topCm: number;
  wish: WhipWish;
  proven: boolean;
  isSingle: boolean;
}

function reasonsFor(
  { kind, when }: Scene,
  { taken, headAtCm, notches, topCm, wish, proven, isSingle }: Outline,
): Reason[] {
  const from = cm(Math.min(...wish.places.map(({ fromCm }) => fromCm)));
  const to = cm(Math.max(...wish.places.map(({ toCm }) => toCm)));
  const onWish = onFigure('scaffold.wish');
  const headed = { at: cm(headAtCm ?? 0), top: cm(topCm) };
  const onWhip = onSchool('whip');
  const left =
    wish.places.length > 0
      ? because('whip.left.between', { buds: taken, from, to }, onWish)
      : because('whip.keeps-all');
  if (when.inLeaf) return [left, because('whip.in-leaf')];
  return [
    left,
    headAtCm === undefined ? because('whip.top-left', {}, onWhip) : because('whip.headed', headed, onWhip),
    notches
      ? because('whip.notched')
      : headAtCm !== undefined
        ? because('whip.no-notch.headed')
        : because('whip.no-notch.gums', { kind: kindCalled(kind) }, onKind('gums')),
    ...(taken > 0 ? [because(isSingle ? 'whip.single' : 'whip.insurance', {}, onSchool('whip-buds'))] : []),
    ...(taken > 0 ? [because('whip.rub-off')] : []),
    ...(proven ? [] : [because('whip.best-found')]),
  ];
}
