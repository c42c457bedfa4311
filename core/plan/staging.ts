import type { FormScene } from '../choosing/candidacy';
import type { ChosenSet } from '../choosing/chosen-set';
import { standsBy, staysWithCarriers, type Verdict } from '../choosing/verdicts';
import { onFigure, onReading, OWN_WORD } from '../words/ground';
import { because, share, tagOf, told, type Message, type Reason } from '../words/message';
import { untilTold, winterOn } from '../acts/until';
import { bearingDifference } from '../geometry/vector';
import { nextDormancy } from '../calendar/seasons';
import type { TreeState } from '../history/tree-at';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { afterActs, type Act } from '../acts/acts';
import {
  accountOf,
  capFigure,
  measureCalled,
  overCap,
  sumOf,
  type Account,
  type CapsAsked,
} from '../acts/account';
import type { KeptFor } from '../tree/stem-readings';

/** Most winters that removals are spread over. */
const MOST_WINTERS = 3;

/** What a spare goes by whose time is over. */
export const SPARE_OVER = 'spare-over';

/** What cannot wait, the gravest first. */
const AT_ONCE: Record<string, number> = {
  ...{ 'unsound-wood': 3, 'below-union': 2, 'foot-of-another': 1 },
  // Spares were counted on to go when they were left: putting one off makes two limbs of one.
  [SPARE_OVER]: 0.5,
};

export interface StagingQuestion {
  scene: FormScene;
  chosen: ChosenSet;
  verdicts: Readonly<Record<StemId, Verdict>>;
  /** Shares that may go this winter, and in each after it. */
  caps: Account;
  laterCaps: Account;
  /** What kind of year it is: of a tree's first shaping more may go, in leaf less of its leaf. */
  year: CapsAsked;
  /** The cuts made this winter to the limbs that stay. */
  cuts: readonly Act[];
  /** What would go, and for what, but for the grower's word: it is counted as if it went, so that keeping one hurries no other off. */
  keptByWord?: ReadonlyMap<StemId, string> | undefined;
  /** Limbs left for a year in doubt, with their days. */
  waits?: TreeState['waits'];
}

/**
 * Puts off removals past the cap: the most harmful first, as many as the cap allows each winter, one at the least.
 * What is put off becomes a temporary limb with a date and a purpose. A limb that alone bears the crop stays its year
 * even under the cap, since what is chosen does not bear yet.
 */
export function staged(question: StagingQuestion): Record<StemId, Verdict> {
  const { scene, verdicts } = question;
  const { tree } = scene.laid;
  const uncut = new Set(afterActs(tree, question.cuts).stems.map(({ id }) => id));
  const inDoubt = leftInDoubt(question);
  const byWord = (id: StemId): boolean => (question.keptByWord?.has(id) ?? false) || inDoubt.has(id);
  // What stands beyond a cut goes with it, and takes no more.
  const going = tree.stems
    .filter(({ id }) => uncut.has(id))
    .filter(({ id }) => byWord(id) || verdicts[id]?.decision === 'out')
    .sort(byUrgency(question));
  const staying = { ...verdicts };
  for (const stem of tree.stems) {
    if (inDoubt.has(stem.id)) staying[stem.id] = leftAYear(question, stem);
    else if (verdicts[stem.id]?.forAWhile) staying[stem.id] = spared(question, stem);
  }
  const putOffTo = (stem: Stem, winters: number, over: keyof Account): void => {
    if (!byWord(stem.id)) staying[stem.id] = putOff(question, stem, winters, over);
  };
  const bearer = bearsAlone(
    question,
    going.filter(({ id }) => !byWord(id)),
  );
  let winter = 0;
  let spent = accountOf(tree, question.cuts);
  let isFirst = true;
  let lastOver: keyof Account = 'wood';
  for (const stem of going) {
    const share = shareOf(tree, stem);
    const caps =
      winter === 0 ? (question.year.inLeaf ? stretched(question.caps) : question.caps) : question.laterCaps;
    const rule = question.keptByWord?.get(stem.id) ?? verdicts[stem.id]?.rule ?? '';
    const urgent = cannotWait(rule) || verdicts[stem.id]?.ruling === 'out';
    if (!urgent && stem.id === bearer) {
      staying[stem.id] = bearingLast(question, stem);
      continue;
    }
    const over = overCap(sumOf(spent, share), caps);
    if (urgent || isFirst || over === undefined || winter >= MOST_WINTERS - 1) {
      [spent, isFirst] = [sumOf(spent, share), false];
      if (winter > 0 && !urgent) putOffTo(stem, winter, lastOver);
      continue;
    }
    winter++;
    [spent, lastOver] = [share, over];
    putOffTo(stem, winter, over);
  }
  return staysWithCarriers(tree, staying, ({ rule }) => cannotWait(rule));
}

/** In leaf what shades the tree goes the same day: for a tenth more than is usual nothing is put off, though it is told. Working value. */
const STRETCH = 1.1;
const stretched = ({ wood, shoots, points }: Account): Account => ({
  wood: wood * STRETCH,
  shoots: shoots * STRETCH,
  points: points * STRETCH,
});

/** Whether what goes by a rule goes this winter, whatever it takes of the tree. */
export const cannotWait = (rule: string): boolean => AT_ONCE[rule] !== undefined;

/** What a limb goes for that may bear its last crop first: it harms little this year. */
const WAITS = new Set(['low', 'room', 'not-needed', 'wire', 'band']);
const canWait = (verdict: Verdict | undefined): boolean => WAITS.has(verdict?.rule ?? '');

/** Points for a side shoot that goes, and for what the grower keeps, in the order of what waits. Working value. */
const USUAL_GAIN = 10;

/** What goes first: what cannot wait, then what harms most for what it is worth, the thicker of two alike. */
function byUrgency({ verdicts, keptByWord }: StagingQuestion): (a: Stem, b: Stem) => number {
  const rule = ({ id }: Stem): string => keptByWord?.get(id) ?? verdicts[id]?.rule ?? '';
  const atOnce = (stem: Stem): number => AT_ONCE[rule(stem)] ?? 0;
  const gain = ({ id }: Stem): number => verdicts[id]?.gain ?? USUAL_GAIN;
  return (a, b) =>
    atOnce(b) - atOnce(a) ||
    gain(b) - gain(a) ||
    b.diameter.value - a.diameter.value ||
    (a.id < b.id ? -1 : 1);
}

/** An act that is only tried is told to nobody. */
const NO_REASON = because('as-written');

/** What taking one limb out takes of the tree, with all it carries. */
function shareOf(tree: Tree, { id, diameter }: Stem): Account {
  return accountOf(tree, [{ kind: 'take-out', stemId: id, diameterMm: diameter.value, reason: NO_REASON }]);
}

/** The day to which a limb is spared already, where that is to come: it is not put off a little further each time it is looked at. */
function runningTo({ scene }: StagingQuestion, { spared: until }: Stem): string | undefined {
  return until && until.until > scene.when.today ? until.until : undefined;
}

/** Of the limbs that go, the one that alone carries fruit, where it harms little this year; undefined where none does, or another that stays bears. */
function bearsAlone({ scene, verdicts }: StagingQuestion, going: readonly Stem[]): StemId | undefined {
  const stands = standsBy(verdicts);
  const bearing = scene.laid.tree.stems.filter(({ bears }) => bears === 'fruit');
  if (bearing.some(({ id }) => stands(id))) return undefined;
  const [first, second] = going.filter((stem) => stem.bears === 'fruit');
  return first && !second && canWait(verdicts[first.id]) ? first.id : undefined;
}

function bearingLast(question: StagingQuestion, stem: Stem): Verdict {
  const until = runningTo(question, stem) ?? winterOn(question.scene, 1);
  const args = { until: untilTold(question.scene.when, until) };
  return forAWhile(question, stem, until, 'fruit', because('stay.alone', args, onReading(stem.id, 'crop')));
}

function putOff(question: StagingQuestion, stem: Stem, winters: number, over: keyof Account): Verdict {
  const { caps, year, scene } = question;
  const { keptFor, purpose } = purposeOf(question, stem);
  const until = runningTo(question, stem) ?? winterOn(scene, winters);
  const before = question.verdicts[stem.id] as Verdict;
  if (isSlight(question, stem)) {
    const args = { cap: share(caps[over]), measure: measureCalled(over) };
    const reason = because('stay.slight', args, onFigure(capFigure(over, year)));
    return { ...before, decision: 'leave', job: 'leaf', reasons: [reason, ...before.reasons] };
  }
  const args = {
    ...{ cap: share(caps[over]), measure: measureCalled(over), purpose, until: untilTold(scene.when, until) },
  };
  const why = because('stay.cap', args, onFigure(capFigure(over, year)));
  return forAWhile(question, stem, until, keptFor, why);
}

/** A shoot this slight is not worth a label: it is left, and judged with the others next winter, mm and cm; a side shoot may be somewhat more. Working values. */
const SLIGHT = { mm: 7, cm: 40 };
const SLIGHT_ON_LIMB = { mm: 10, cm: 60 };

function isSlight({ scene }: StagingQuestion, { parent, diameter, length }: Stem): boolean {
  const isOnLimb = parent.kind === 'stem' && parent.stemId !== scene.laid.trunk?.id;
  const most = isOnLimb ? SLIGHT_ON_LIMB : SLIGHT;
  return diameter.value < most.mm && length.value < most.cm;
}

/** A limb that stays for a while, and why. */
function forAWhile(
  question: StagingQuestion,
  stem: Stem,
  until: string,
  keptFor: KeptFor,
  why: Reason,
): Verdict {
  const before = question.verdicts[stem.id] as Verdict;
  const isHeldShort = keptFor === 'fruit' ? false : competes(before);
  return {
    ...before,
    ...{ decision: 'temporary', until, keptFor, reasons: [why, ...before.reasons] },
    ...(isHeldShort && { isHeldShort }),
  };
}

/** What a limb goes for that would take the frame over, or its room, if it were left to grow: it is kept short while it stays. */
const COMPETES = new Set([
  ...[
    'strong',
    'rival',
    'peers',
    'middle',
    'overtop',
    'sprout',
    'room',
    'feet',
    'node',
    'rub',
    'join',
    'bark',
  ],
  ...['too-thick', 'several-tops', 'outgrowing-peers', 'strong-upright'],
]);
const competes = (verdict: Verdict | undefined): boolean => COMPETES.has(verdict?.rule ?? '');

/** What goes but is left in doubt for a year by the grower's word, with what carries it. What stands beyond the cut of a top cannot be left alone. */
function leftInDoubt({ scene, verdicts }: StagingQuestion): Set<StemId> {
  const { tree, trunk } = scene.laid;
  const left = new Set<StemId>();
  const leave = (id: StemId): boolean => {
    const verdict = verdicts[id];
    if (verdict?.decision === 'goes-with') {
      const { parent } = stemOf(tree, id) as Stem;
      const isFree = parent.kind === 'stem' && parent.stemId !== trunk?.id && leave(parent.stemId);
      if (isFree) left.add(id);
      return isFree;
    }
    if (verdict?.decision === 'out' || verdict?.forAWhile) left.add(id);
    return verdict !== undefined;
  };
  for (const { stemId, ruling } of Object.values(verdicts)) if (ruling === 'wait') leave(stemId);
  return left;
}

/** A limb the grower leaves for a year stays whole; what carries it stays with it. */
function leftAYear({ verdicts, scene, waits }: StagingQuestion, stem: Stem): Verdict {
  const before = verdicts[stem.id] as Verdict;
  const until = waits?.[stem.id]?.until ?? nextDormancy(scene.site, scene.when.today);
  const ofIt = before.decision === 'goes-with' ? (before.own?.reasons ?? []) : before.reasons;
  const said = { until: untilTold(scene.when, until) };
  const reason =
    before.ruling === 'wait' ? because('stay.you', said, OWN_WORD) : because('stay.carries', said, OWN_WORD);
  return { ...before, decision: 'temporary', until, keptFor: 'doubt', reasons: [reason, ...ofIt] };
}

/** A limb that crowds what stays, and costs too much to take now, is spared until next winter. */
function spared(question: StagingQuestion, stem: Stem): Verdict {
  const before = question.verdicts[stem.id] as Verdict;
  const until = runningTo(question, stem) ?? winterOn(question.scene, 1);
  const { keptFor, purpose } = purposeOf(question, stem);
  const why = before.forAWhile ?? 'crowds';
  const args = { until: untilTold(question.scene.when, until), purpose };
  const reason = because(`stay.${why}`, args, onFigure(why === 'low' ? 'clearance.cm' : 'weigh.room'));
  const reasons = [reason, ...before.reasons.slice(1)];
  return { ...before, decision: 'temporary', until, keptFor, isHeldShort: true, reasons };
}

/** Bearing within which a spared limb insures a thin one, deg. */
const INSURES_DEG = 45;

function purposeOf({ scene, chosen }: StagingQuestion, stem: Stem): { keptFor: KeptFor; purpose: Message } {
  if (stem.bears === 'fruit' || stem.bears === 'blossom')
    return { keptFor: 'fruit', purpose: told('purpose.fruit') };
  const thinMm = scene.limits('thin.diameterMm').value;
  const { tree } = scene.laid;
  const insured = chosen.limbs.find(({ stemId }) => {
    const kept = tree.stems.find(({ id }) => id === stemId);
    const isThin = kept !== undefined && kept.diameter.value < thinMm;
    return (
      isThin && bearingDifference(kept.shape.runBearing.value, stem.shape.runBearing.value) < INSURES_DEG
    );
  });
  if (insured) {
    return {
      keptFor: 'insurance',
      purpose: told('purpose.insurance', { limb: tagOf(tree, insured.stemId) }),
    };
  }
  const keptFor = !scene.hasLeader && scene.answers.inside === 'shade-wood' ? 'shade' : 'leaf';
  return { keptFor, purpose: told(`purpose.${keptFor}`) };
}
