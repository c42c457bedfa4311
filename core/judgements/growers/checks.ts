import type { Act } from '../../acts/acts';
import { formsFor } from '../../suits/suits';
import type { Judgement } from '../../judging/judge';
import { stemOf, type Stem } from '../../tree/stem';
import { formCalledIn } from './yard-of';
import { wordsOn, type Answer } from './answer';
import type { Expectation } from './case';

/** What of an expectation is not met: what was asked for, and what the program does instead. */
export interface Difference {
  asked: string;
  told: string;
}

type Check<K extends keyof Expectation> = (answer: Answer, wanted: NonNullable<Expectation[K]>) => string[];

const judgedOf = ({ judged }: Answer): Judgement | undefined =>
  judged.kind === 'judged' ? judged : undefined;
const actsOn = (answer: Answer, tag: string): Act[] =>
  (judgedOf(answer)?.plan.acts ?? []).filter((act) => 'stemId' in act && act.stemId === tag);
const hasAct = (answer: Answer, tag: string, ...kinds: Act['kind'][]): boolean =>
  actsOn(answer, tag).some(({ kind }) => kinds.includes(kind));

/** A check of each stem of a list: which of them do not pass. */
const eachOf =
  (passes: (answer: Answer, tag: string) => boolean) =>
  (answer: Answer, tags: readonly string[]): string[] =>
    tags.filter((tag) => !passes(answer, tag));

const WORK: readonly Act['kind'][] = ['shorten', 'bend', 'swing', 'spread', 'take-out'];
const BENDS: readonly Act['kind'][] = ['bend', 'spread'];

/** How each expectation is held against an answer: the stems, or words, that do not meet it. */
const CHECKS: { [K in keyof Required<Expectation>]: Check<K> } = {
  keep: eachOf(({ fates }, tag) => fates[tag] === 'keep'),
  out: eachOf(({ fates }, tag) => fates[tag] === 'out'),
  temporaryOrOut: eachOf(({ fates }, tag) => fates[tag] === 'out' || fates[tag] === 'temporary'),
  keepOrTemporary: eachOf(({ fates }, tag) => fates[tag] === 'keep' || fates[tag] === 'temporary'),
  exactlyOneOf: ({ fates }, tags) => (tags.filter((tag) => fates[tag] !== 'out').length === 1 ? [] : tags),
  notKeptAsIs: eachOf((answer, tag) => answer.fates[tag] !== 'keep' || hasAct(answer, tag, ...WORK)),
  left: eachOf((answer, tag) => answer.fates[tag] === 'keep' && !hasAct(answer, tag, ...WORK)),
  bend: eachOf((answer, tag) => answer.fates[tag] !== 'out' && hasAct(answer, tag, ...BENDS)),
  swing: eachOf((answer, tag) => hasAct(answer, tag, 'swing')),
  shorten: eachOf((answer, tag) => answer.fates[tag] !== 'out' && hasAct(answer, tag, 'shorten')),
  notShorten: eachOf((answer, tag) => !hasAct(answer, tag, 'shorten', 'take-out')),
  leader: (answer, wanted) => (answer.leader === wanted ? [] : [answer.leader ?? 'none']),
  leaderCut: (answer, wanted) => {
    const { judged } = answer;
    const isCut =
      judged.kind === 'whip' ? judged.whip.headAtCm !== undefined : hasAct(answer, 'trunk', 'shorten');
    return isCut === wanted ? [] : ['trunk'];
  },
  leaderCutCm: (answer, [least, most]) => {
    const cut = headCm(answer);
    return cut !== undefined && cut >= least && cut <= most ? [] : [`trunk at ${Math.round(cut ?? 0)} cm`];
  },
  headShare: (answer, { tags, min, max }) => tags.filter((tag) => !isWithin(answer, tag, min, max)),
  headHarder: (answer, pairs) =>
    pairs.filter(([a, b]) => lossOf(answer, a) <= lossOf(answer, b)).map(([a, b]) => `${a} than ${b}`),
  cutTo: (answer, pairs) =>
    pairs
      .filter(
        ([limb, to]) => !actsOn(answer, limb).some((act) => act.kind === 'shorten' && act.toStem === to),
      )
      .map(([limb, to]) => `${limb} to ${to}`),
  setTo: (answer, wanted) =>
    Object.entries(wanted).flatMap(([tag, [least, most]]) => {
      const stem = afterOf(answer, tag);
      const run = stem?.shape.run.value ?? -1;
      return run >= least && run <= most ? [] : [`${tag} at ${Math.round(run)}`];
    }),
  wounds: (answer, { atTop, total }) => {
    const cuts = (judgedOf(answer)?.plan.acts ?? []).filter(
      (act) => act.kind === 'take-out' || act.kind === 'shorten',
    );
    const top = topWounds(answer);
    const isMet = (total === undefined || cuts.length <= total) && (atTop === undefined || top === atTop);
    return isMet ? [] : [`${cuts.length} wounds, ${top} at the top`];
  },
  budSites: (answer, [fewest, most]) => {
    const n = whipOf(answer)?.limbs.length ?? 0;
    return n >= fewest && n <= most ? [] : [`${n} sites`];
  },
  clusters: (answer, wanted) => {
    const whip = whipOf(answer);
    const spare = whip?.buds.some(({ role }) => role === 'insurance') ?? false;
    return spare === Boolean(wanted) ? [] : ['clusters'];
  },
  notch: (answer, wanted) => {
    const notched = whipOf(answer)?.buds.some((bud) => bud.notched) ?? hasMade(answer, 'notch');
    return notched === wanted ? [] : ['notch'];
  },
  siteMin: (answer, least) =>
    (whipOf(answer)?.limbs ?? [])
      .filter(({ heightCm }) => heightCm < least)
      .map(({ heightCm }) => `${heightCm} cm`),
  budFacing: (answer, wanted) =>
    facings(answer).some((deg) => turn(deg, wanted) <= 45) ? [] : ['no such bud'],
  budFacingNot: (answer, wanted) =>
    facings(answer).some((deg) => turn(deg, wanted) <= 45) ? ['such a bud'] : [],
  wanted: (answer, { bearingDeg, tolDeg }) => {
    const made = (judgedOf(answer)?.plan.acts ?? []).flatMap((act) =>
      act.kind === 'make-limb' ? [act.bearingDeg] : [],
    );
    return made.some((deg) => turn(deg, bearingDeg) <= tolDeg)
      ? []
      : [`made at ${made.join(', ') || 'none'}`];
  },
  endAfterSeasons: (answer, seasons) => {
    const until = Object.values(judgedOf(answer)?.verdicts ?? {}).flatMap(({ until }) => until ?? []);
    const year = Number(answer.state.today.slice(0, 4)) + seasons;
    return until.some((day) => Number(day.slice(0, 4)) === year) ? [] : until.length > 0 ? until : ['no end'];
  },
  order: (answer, pairs) => {
    const acts = judgedOf(answer)?.plan.acts ?? [];
    const at = (tag: string): number => acts.findIndex((act) => 'stemId' in act && act.stemId === tag);
    return pairs.filter(([a, b]) => !(at(a) >= 0 && at(a) < at(b))).map(([a, b]) => `${a} before ${b}`);
  },
  caution: ({ told }, pattern) => (told.some((line) => new RegExp(pattern, 'i').test(line)) ? [] : [pattern]),
  cropOff: eachOf((answer, tag) => hasAct(answer, tag, 'take-crop')),
  suggestForm: ({ state }, form) => {
    const best = formsFor(state)[0]?.form;
    return best === formCalledIn(form) ? [] : [best ?? 'none'];
  },
  notForm: ({ state }, form) => (formsFor(state)[0]?.form === formCalledIn(form) ? [form] : []),
};

const whipOf = ({ judged }: Answer) => (judged.kind === 'whip' ? judged.whip : undefined);
const turn = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180);

const facings = (answer: Answer): number[] =>
  (judgedOf(answer)?.plan.acts ?? []).flatMap((act) =>
    act.kind === 'shorten' && act.bud ? [act.bud.facingDeg] : [],
  );

const hasMade = (answer: Answer, how: string): boolean =>
  (judgedOf(answer)?.plan.acts ?? []).some((act) => act.kind === 'make-limb' && act.how === how);

function headCm(answer: Answer): number | undefined {
  const whip = whipOf(answer);
  if (whip) return whip.headAtCm;
  const cut = actsOn(answer, 'trunk').find(({ kind }) => kind === 'shorten');
  return cut?.kind === 'shorten' ? cut.toLengthCm : undefined;
}

/** Wounds that the choice of a top takes: cuts of the trunk, and of what stands as high as its cut. */
function topWounds(answer: Answer): number {
  const cuts = (judgedOf(answer)?.plan.acts ?? []).filter(
    (act) => act.kind === 'take-out' || act.kind === 'shorten',
  );
  const { tree } = answer.state;
  const topCm = stemOf(tree, 'trunk')?.length.value ?? 0;
  return cuts.filter((act) => {
    if (act.stemId === 'trunk') return true;
    const stem = stemOf(tree, act.stemId);
    return (
      stem?.parent.kind === 'stem' && (stem.parent.stemId !== 'trunk' || stem.origin.value > topCm * 0.8)
    );
  }).length;
}

const afterOf = (answer: Answer, tag: string): Stem | undefined => {
  const judged = judgedOf(answer);
  return judged && stemOf(judged.plan.after, tag);
};

/** Share of a stem's length that is cut off, 0 to 1. */
function lossOf(answer: Answer, tag: string): number {
  const cut = actsOn(answer, tag).find(({ kind }) => kind === 'shorten');
  const stem = stemOf(answer.state.tree, tag);
  return cut?.kind === 'shorten' && stem ? 1 - cut.toLengthCm / stem.length.value : 0;
}

/** Whether what a stem loses is within bounds, as a share of its length or of its last growth. */
function isWithin(answer: Answer, tag: string, min: number, max: number): boolean {
  const stem = stemOf(answer.state.tree, tag);
  if (!stem) return false;
  const lost = lossOf(answer, tag);
  const seasons = Object.keys(stem.growthCm).map(Number);
  const grown = stem.growthCm[Math.max(...seasons)] ?? stem.length.value;
  return [lost, (lost * stem.length.value) / Math.max(grown, 1)].some((part) => part >= min && part <= max);
}

/** What of an expectation an answer does not meet. */
export function differences(answer: Answer, expected: Expectation): Difference[] {
  return (Object.keys(expected) as (keyof Expectation)[]).flatMap((key) => {
    const check = CHECKS[key] as Check<typeof key>;
    const missed = check(answer, expected[key] as never);
    if (missed.length === 0) return [];
    const said = missed
      .filter((tag) => stemOf(answer.state.tree, tag))
      .map((tag) => `${tag}: ${wordsOn(answer, tag)}`);
    return [{ asked: `${key} ${missed.join(' ')}`, told: said.join(' / ') }];
  });
}
