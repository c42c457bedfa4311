import { heldOff, stillThere } from './held-off';
import { formProblemOf, formSceneOf } from './form-scene';
import { sceneOf } from './scene';
import { lookAt, lookAtSet, reasonsOf, type Finding, type Scene, type SetPlace } from '../findings';
import { limbsOf } from '../findings/measures';
import { formOf, type Form } from '../forms';
import type { TreeState } from '../history/tree-at';
import { capsLeft, capsOf, capsAskedIn } from '../acts/account';
import { afterActs, type Act } from '../acts/acts';
import { holdOffOn, type HoldOff } from '../seasons/hold-off';
import { leaderAfter } from '../plan/leading';
import { cutsBack, planFrom, type Plan } from '../plan/plan';
import { woundChoices, woundsOf, type WoundChoice, type Wounds } from '../plan/wound-choices';
import type { PlanQuestion } from '../plan/question';
import { staged } from '../plan/staging';
import { cameNotes } from '../plan/wanted';
import { layOut } from '../tree/course';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { planWhip, type WhipPlan } from '../whips/whip-plan';
import { againstLeaving } from '../choosing/against';
import { buildProblem, isKept, withKeptCarriers, type BuiltProblem } from '../choosing/build';
import type { FormProblem, FormScene } from '../choosing/candidacy';
import { asWithoutPins, withoutPins, withoutWaits } from '../choosing/pins';
import type { Correction } from '../choosing/correction';
import { chosenSet, type ChosenSet } from '../choosing/chosen-set';
import { freeGrowth } from '../choosing/free-growth';
import type { Cost } from '../choosing/problem';
import { because, tagOf, type Message } from '../words/message';
import type { Progress, Solution } from '../choosing/solution';
import { solve } from '../choosing/solve';
import { FIRST_LOOKS } from './looks';
import { verdictsOn, type Verdict } from '../choosing/verdicts';

/** Everything the program has to say about a tree on a day. */
export interface Judgement {
  kind: 'judged';
  findings: readonly Finding[];
  chosen: ChosenSet;
  /** The next best sets, best first, each with other stems. */
  runnersUp: readonly ChosenSet[];
  verdicts: Readonly<Record<StemId, Verdict>>;
  plan: Plan;
  /** What holds structural cuts off on the day; the plan then has only what may be done. */
  holdOff?: HoldOff;
  /** Other ways to the same frame with fewer or smaller wounds, and what each runner-up would wound; empty without prices. */
  woundChoices: readonly WoundChoice[];
  runnersUpWounds: readonly Wounds[];
  /** What is found of the chosen limbs as they stand, and as the plan leaves them. */
  setFindings: { proposed: readonly Finding[]; planned: readonly Finding[] };
  /** Sets looked at, whether the answer is proven best, and the least that any set could cost. */
  nodes: number;
  proven: boolean;
  bound: Cost;
  /** Looks that might be spent on it: more may still prove what is not proven. */
  mostLooks: number;
}

/** A whip has no limbs: it is judged by its buds. */
export interface WhipJudgement {
  kind: 'whip';
  findings: readonly Finding[];
  whip: WhipPlan;
}

export interface NotJudged {
  kind: 'not-judged';
  why: 'form-comes-later' | 'no-readings';
  findings: readonly Finding[];
}

export type Judged = Judgement | WhipJudgement | NotJudged;

export interface JudgeOptions {
  /** Whether the price of deciding otherwise is worked out for each limb, and other ways to make the cuts. Default true. */
  withPrices?: boolean;
  /** How many sets are looked for: the best and its runners-up. Default 4. */
  sets?: number;
  /** Looks spent before the choice answers with what it has and the gap it has proven (see `Effort`). Default `FIRST_LOOKS`. */
  mostLooks?: number;
  /** Told how many of the stems have their price; without prices, how many looks have been spent. */
  onProgress?: Progress;
}

/** The options with nothing left open. */
type Asked = Required<Omit<JudgeOptions, 'onProgress'>> & { onProgress?: Progress | undefined };

/** How many sets the choice gives: the best and the next three. */
const SETS_KEPT = 4;

/**
 * Judges a tree: findings, the choice of limbs for its form, a verdict on every stem, and the plan; a whip by its
 * buds. Trees of a form that is not judged, or with no readings, say so.
 */
export function judge(
  state: TreeState,
  { withPrices = true, sets = SETS_KEPT, mostLooks = FIRST_LOOKS, onProgress }: JudgeOptions = {},
): Judged {
  const scene = sceneOf(state);
  const findings = lookAt(scene);
  const form = formOf(state.form);
  if (state.tree.stems.length === 0) return { kind: 'not-judged', why: 'no-readings', findings };
  if (!form) return { kind: 'not-judged', why: 'form-comes-later', findings };
  const limbs = limbsOf(scene);
  if (limbs.length === 0 || (form.standsOn === 'stems' && limbs.length < 2 && isBare(state))) {
    return { kind: 'whip', findings, whip: planWhip(scene, form, state) };
  }
  return judgeLimbs(state, formSceneOf(state, scene, form, findings), form, {
    ...{ withPrices, sets, mostLooks, onProgress },
  });
}

/**
 * What is decided of each stem, without plan, prices or runners-up; undefined for a tree that is not judged by its
 * limbs.
 * @param near the set chosen of much the same tree, to start from
 */
export function decide(state: TreeState, near?: ChosenSet): Readonly<Record<StemId, Verdict>> | undefined {
  const scene = sceneOf(state);
  const form = formOf(state.form);
  const limbs = limbsOf(scene);
  if (!form || limbs.length === 0) return undefined;
  if (form.standsOn === 'stems' && limbs.length < 2 && isBare(state)) return undefined;
  const withLimbs = formSceneOf(state, scene, form);
  const options = { withPrices: false, sets: 1, mostLooks: FIRST_LOOKS };
  return chooseLimbs(state, withLimbs, form, options, near).verdicts;
}

/** The options of a problem that take the same stems the same way as a set does, where it has them. */
function optionsOf({ candidacies, places }: BuiltProblem, { limbs }: ChosenSet): number[] {
  const name = (stemId: StemId, place: string, correction?: Correction): string =>
    `${stemId} ${place} ${correction?.kind ?? ''} ${correction?.kind === 'swing' ? correction.byDeg : ''}`;
  const wanted = new Set(limbs.map(({ stemId, place, correction }) => name(stemId, place, correction)));
  return candidacies.flatMap(({ stem, place, correction }, o) =>
    wanted.has(name(stem.id, places[place]?.circle.name ?? '', correction)) ? [o] : [],
  );
}

/** What would stay were nothing pinned, and what the pinned ones would go for; undefined where nothing is pinned. */
function withoutTheirPins(
  { rulings }: Pick<TreeState, 'rulings'>,
  scene: FormScene,
  formProblem: FormProblem,
): { stays: ReadonlySet<StemId>; goes: ReadonlyMap<StemId, string> } | undefined {
  if (!Object.values(rulings).some(isKept)) return undefined;
  const built = buildProblem(formProblem, withoutPins(rulings));
  const best = solve(built.problem, { keep: 1, mostLooks: FIRST_LOOKS }).best[0];
  if (!best) return undefined;
  const free = chosenSet(scene, built, best);
  const stays = new Set([...free.left, ...free.limbs.map(({ stemId }) => stemId)]);
  const goes = Object.entries(rulings).flatMap(([id, ruling]): [StemId, string][] => {
    const stem = formProblem.idle.get(id)?.stem;
    if (!stem || !isKept(ruling) || stays.has(id)) return [];
    return [[id, againstLeaving(formProblem, free, stem)[0]?.one.what ?? 'not-needed']];
  });
  return { stays, goes: new Map(goes) };
}

/** The choice of limbs, and the verdicts that follow from it and from the cap on a year's work. */
function chooseLimbs(
  state: TreeState,
  scene: FormScene,
  form: Form,
  { withPrices, sets, mostLooks, onProgress }: Asked,
  near?: ChosenSet,
) {
  const formProblem = formProblemOf(form, scene);
  // What is left in doubt decides nothing of the others: it stays beside whatever is chosen without it.
  const rulings = withoutWaits(state.rulings);
  const free = withoutTheirPins({ rulings }, scene, formProblem);
  const asked = withKeptCarriers(state.tree, scene.laid.trunk?.id, rulings);
  const built = buildProblem(formProblem, free ? asWithoutPins(formProblem, asked, free.stays) : asked);
  const startFrom = near && optionsOf(built, near);
  const { best, nodes, proven, bound } = solve(built.problem, {
    ...{ keep: sets, mostLooks },
    ...(startFrom && { startFrom }),
    ...(onProgress && { onProgress: withPrices ? () => onProgress(0, state.tree.stems.length) : onProgress }),
  });
  const read = (solution: Solution): ChosenSet => chosenSet(scene, built, solution);
  const [chosen, ...runnersUp] = best.map(read) as [ChosenSet, ...ChosenSet[]];
  const year = capsAskedIn(scene, !state.shapedBefore || state.round?.wasFirst === true);
  const whole = capsOf(scene, year);
  // What went earlier in this year's round counts with what is still planned.
  const caps = state.round ? capsLeft(whole, state.round.done) : whole;
  const verdictsFor = (set: ChosenSet, pricesToo: boolean): Readonly<Record<StemId, Verdict>> => {
    const told = pricesToo ? onProgress : undefined;
    const first = verdictsOn({
      ...{ scene, formProblem, chosen: set, state },
      ...{ withPrices: pricesToo, onProgress: told },
    });
    const freed = freeGrowth(scene, first);
    const cuts = cutsBack({ scene, form, chosen: set, verdicts: freed, caps, year, cuts: state.cuts });
    const verdicts = withCutEnds(scene, freed, { after: afterActs(state.tree, cuts), acts: cuts });
    return staged({
      scene,
      chosen: set,
      verdicts,
      caps,
      laterCaps: capsOf(scene, { isFirst: false, inLeaf: false }),
      year,
      cuts,
      keptByWord: free?.goes,
      waits: state.waits,
    });
  };
  const verdicts = verdictsFor(chosen, withPrices);
  return { chosen, runnersUp, verdicts, verdictsFor, nodes, mostLooks, proven, bound, caps, year };
}

function judgeLimbs(state: TreeState, scene: FormScene, form: Form, options: Asked): Judgement {
  const made = chooseLimbs(state, scene, form, options);
  const { chosen, runnersUp, nodes, mostLooks, proven, bound, caps, year } = made;
  const holdOff = holdOffOn(scene.kind, state.site, scene.when.seasons, state.today);
  const verdicts = heldOff(state.tree, made.verdicts, holdOff);
  const question = {
    scene,
    form,
    chosen,
    verdicts,
    caps,
    year,
    cuts: state.cuts,
    holdOff,
    wanted: state.wanted,
  };
  const plan = planFrom(question);
  const planned = { ...scene, laid: layOut(plan.after) };
  const setFindings = {
    proposed: lookAtSet(scene, {
      ...{ places: setPlaces(scene, chosen), leaderId: leaderAfter(question, []) },
    }),
    planned: lookAtSet(planned, {
      ...{ places: setPlaces(planned, chosen), leaderId: leaderLeft(question, plan) },
    }),
  };
  const isFilled =
    plan.acts.some((act) => act.kind === 'make-limb' || (act.kind === 'take-out' && act.how === 'bench')) ||
    state.wanted?.some(({ came }) => came === undefined) === true;
  const isIdle = holdOff !== undefined || scene.when.inLeaf || isFilled;
  const bare = setFindings.planned.filter(({ rule }) => rule === 'bare-sector' && !isIdle);
  const notes = [...cameNotes(state), ...plan.notes, ...reasonsOf(bare, state.tree)];
  const woundsWith = (set: ChosenSet): Wounds =>
    woundsOf(planFrom({ ...question, chosen: set, verdicts: made.verdictsFor(set, false) }).acts);
  return {
    ...{ kind: 'judged', findings: scene.findings, chosen, runnersUp, setFindings },
    plan: { ...plan, notes },
    verdicts: stillThere(state.tree, withCutEnds(scene, verdicts, plan), plan, holdOff),
    ...(holdOff && { holdOff }),
    woundChoices: options.withPrices ? woundChoices(question, plan) : [],
    runnersUpWounds: options.withPrices ? runnersUp.map(woundsWith) : [],
    ...{ nodes, mostLooks, proven, bound },
  };
}

/** What leads after the work; nothing yet where the stem is headed for its next tier, whose buds make the leader. */
const leaderLeft = (question: PlanQuestion, { acts }: Plan): StemId | undefined =>
  acts.some((act) => act.kind === 'shorten' && act.purpose === 'next-tier')
    ? undefined
    : leaderAfter(question, acts);

/** What stands beyond a cut goes with the end it stands on: no verdict says that it stays. */
function withCutEnds(
  { laid }: FormScene,
  verdicts: Readonly<Record<StemId, Verdict>>,
  { after, acts }: { after: Tree; acts: readonly Act[] },
): Readonly<Record<StemId, Verdict>> {
  const left = new Set(after.stems.map(({ id }) => id));
  const cut = new Set(acts.flatMap((act) => (act.kind === 'shorten' ? [act.stemId] : [])));
  const gone = Object.values(verdicts).filter(
    ({ stemId, decision }) => !left.has(stemId) && decision !== 'out' && decision !== 'goes-with',
  );
  if (gone.length === 0) return verdicts;
  const went = gone.map((verdict): [StemId, Verdict] => {
    const carrier = cutCarrier(laid.tree, cut, verdict.stemId);
    const reason = because('why.goes-with-end', { carrier: tagOf(laid.tree, carrier) });
    return [
      verdict.stemId,
      {
        ...verdict,
        decision: 'goes-with',
        place: carrier,
        rule: 'goes-with',
        reasons: [reason],
        own: verdict,
      },
    ];
  });
  return { ...verdicts, ...Object.fromEntries(went) };
}

/** The cut stem that carries another, however far down. */
function cutCarrier(tree: Tree, cut: ReadonlySet<StemId>, stemId: StemId): StemId {
  const { parent } = stemOf(tree, stemId) as Stem;
  if (parent.kind !== 'stem') return stemId;
  return cut.has(parent.stemId) ? parent.stemId : cutCarrier(tree, cut, parent.stemId);
}

const isBare = (state: TreeState): boolean => state.tree.stems.length === 1;

/** The limbs of each place of a set, on the tree as it stands or as the plan leaves it. */
function setPlaces({ laid }: Pick<Scene, 'laid'>, chosen: ChosenSet): SetPlace[] {
  const byId = new Map(laid.tree.stems.map((stem) => [stem.id, stem]));
  const names = [
    ...new Set(
      chosen.limbs
        .filter(({ role, onlyCarries }) => role === 'scaffold' && !onlyCarries)
        .map(({ place }) => place),
    ),
  ];
  return names.map((name) => {
    const limbs = chosen.limbs
      .filter(({ place }) => place === name)
      .flatMap(({ stemId }) => byId.get(stemId) ?? []) as Stem[];
    const gap = chosen.gaps.find(({ place }) => place === name);
    const called = chosen.limbs.find(({ place }) => place === name)?.called as Message;
    return {
      ...{ name, called, limbs },
      arcDeg: gap?.spanDeg ?? 0,
      largestGapDeg: gap?.largestDeg ?? 0,
      evenGapDeg: gap?.evenDeg ?? 0,
    };
  });
}

/** The problem a tree poses, for tests and benchmarks. Undefined when its form is not judged. */
export function problemOf(state: TreeState): BuiltProblem | undefined {
  const scene = sceneOf(state);
  const form = formOf(state.form);
  if (!form) return undefined;
  return buildProblem(formProblemOf(form, formSceneOf(state, scene, form)), withoutWaits(state.rulings));
}
