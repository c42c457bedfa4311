import type { FormScene } from '../choosing/candidacy';
import type { ChosenSet } from '../choosing/chosen-set';
import type { Verdict } from '../choosing/verdicts';
import { onFigure, onReading, OWN_WORD } from '../words/ground';
import { because, day, share, told } from '../words/message';
import { bearingDifference } from '../geometry/vector';
import type { Stem, Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { accountOf, measureCalled, overCap, sumOf, type Account } from '../acts/account';
import type { KeptFor } from '../tree/stem-readings';

/** Most winters that removals are spread over. */
const MOST_WINTERS = 3;

/** Why a limb cannot wait, or how ill it bears waiting: higher goes first. Working order. */
const URGENCY: Record<string, number> = {
  'unsound-wood': 100,
  'below-union': 95,
  'foot-of-another': 90,
  'too-thick': 80,
  'several-tops': 78,
  'narrow-crotch': 70,
  crossing: 65,
  overruled: 60,
  'too-strong': 55,
  'outgrowing-peers': 54,
  'strong-upright': 50,
  'growing-inward': 45,
  'one-above-another': 40,
  'too-low': 35,
};

/** Removals this urgent are never put off. */
const NOT_PUT_OFF = 90;

export interface StagingQuestion {
  scene: FormScene;
  chosen: ChosenSet;
  verdicts: Readonly<Record<StemId, Verdict>>;
  /** Shares that may go this winter, and in each after it. */
  caps: Account;
  laterCaps: Account;
  /** Whether the tree is shaped for the first time: more may go then. */
  isFirst: boolean;
  /** What cutting back the limbs that stay takes this winter. */
  cutBack: Account;
  /** ISO date of this winter's work. */
  today: string;
}

/**
 * Puts off removals past the cap: by urgency, thickest of like urgency first, as many as the cap allows each
 * winter, one at the least.
 * What is put off becomes a temporary limb with a date and a purpose. A limb that alone bears the crop stays its year
 * even under the cap, since what is chosen does not bear yet.
 */
export function staged(question: StagingQuestion): Record<StemId, Verdict> {
  const { scene, verdicts } = question;
  const { tree } = scene.laid;
  const going = tree.stems
    .filter(({ id }) => verdicts[id]?.decision === 'out' && verdicts[id].ruling !== 'wait')
    .sort(
      (a, b) =>
        urgencyOf(question, b) - urgencyOf(question, a) ||
        b.diameter.value - a.diameter.value ||
        (a.id < b.id ? -1 : 1),
    );
  const staying = { ...verdicts };
  for (const stem of tree.stems) {
    if (verdicts[stem.id]?.ruling === 'wait') staying[stem.id] = leftAYear(question, stem);
    else if (verdicts[stem.id]?.forAWhile) staying[stem.id] = spared(question, stem);
  }
  let winter = 0;
  let spent = question.cutBack;
  let isFirst = true;
  let lastOver: keyof Account = 'wood';
  for (const stem of going) {
    const share = shareOf(tree, stem);
    const caps = winter === 0 ? question.caps : question.laterCaps;
    const urgent = urgencyOf(question, stem) >= NOT_PUT_OFF || verdicts[stem.id]?.ruling === 'out';
    const alone = !urgent && canWait(verdicts[stem.id]) && bearsAlone(question, stem);
    if (alone) {
      staying[stem.id] = putOff(question, stem, 1, 'wood');
      continue;
    }
    const over = overCap(sumOf(spent, share), caps);
    if (urgent || isFirst || over === undefined || winter >= MOST_WINTERS - 1) {
      [spent, isFirst] = [sumOf(spent, share), false];
      if (winter > 0 && !urgent) staying[stem.id] = putOff(question, stem, winter, lastOver);
      continue;
    }
    winter++;
    [spent, lastOver] = [share, over];
    staying[stem.id] = putOff(question, stem, winter, over);
  }
  return staying;
}

/** What a limb goes for that may bear its last crop first: it harms little this year. */
const WAITS = new Set(['low', 'room', 'not-needed', 'wire', 'band']);
const canWait = (verdict: Verdict | undefined): boolean => WAITS.has(verdict?.rule ?? '');

function urgencyOf({ verdicts }: StagingQuestion, stem: Stem): number {
  return URGENCY[verdicts[stem.id]?.rule ?? ''] ?? 30;
}

/** An act that is only tried is told to nobody. */
const NO_REASON = because('as-written');

/** What taking one limb out takes of the tree, with all it carries. */
function shareOf(tree: Tree, { id, diameter }: Stem): Account {
  return accountOf(tree, [{ kind: 'take-out', stemId: id, diameterMm: diameter.value, reason: NO_REASON }]);
}

/** Whether a limb carries fruit or blossom and none of those that stay does. */
function bearsAlone({ scene, chosen }: StagingQuestion, stem: Stem): boolean {
  const bears = ({ bears }: Stem): boolean => bears === 'fruit';
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  return bears(stem) && !scene.laid.tree.stems.some((other) => kept.has(other.id) && bears(other));
}

function putOff(question: StagingQuestion, stem: Stem, winters: number, over: keyof Account): Verdict {
  const { verdicts, caps, isFirst } = question;
  const before = verdicts[stem.id] as Verdict;
  const keptFor = purposeOf(question, stem);
  const until = yearsOn(question.today, winters);
  const why = bearsAlone(question, stem)
    ? because('stay.alone', { until: day(until) }, onReading(stem.id, 'crop'))
    : because(
        'stay.cap',
        {
          cap: share(caps[over]),
          measure: measureCalled(over),
          purpose: told(`purpose.${keptFor}`),
          until: day(until),
        },
        onFigure(`${over}.${isFirst ? 'firstRatio' : 'capRatio'}`),
      );
  return {
    ...before,
    decision: 'temporary',
    until,
    keptFor,
    reasons: [why, ...before.reasons],
  };
}

/** A limb the grower leaves for a year stays whole, as insurance. */
function leftAYear({ verdicts, today }: StagingQuestion, stem: Stem): Verdict {
  const before = verdicts[stem.id] as Verdict;
  const until = yearsOn(today, 1);
  const reasons = [because('stay.you', { until: day(until) }, OWN_WORD), ...before.reasons];
  return { ...before, decision: 'temporary', until, keptFor: 'insurance', reasons };
}

/** A limb that crowds what stays, and costs too much to take now, is spared until next winter. */
function spared(question: StagingQuestion, stem: Stem): Verdict {
  const before = question.verdicts[stem.id] as Verdict;
  const until = yearsOn(question.today, 1);
  const keptFor = purposeOf(question, stem);
  const why = before.forAWhile ?? 'crowds';
  const args = {
    until: day(until),
    purpose: told(`purpose.${keptFor}`),
  };
  const reason = because(`stay.${why}`, args, onFigure(why === 'low' ? 'clearance.cm' : 'weigh.room'));
  return { ...before, decision: 'temporary', until, keptFor, reasons: [reason, ...before.reasons.slice(1)] };
}

/** Bearing within which a spared limb insures a thin one, deg. */
const INSURES_DEG = 45;

function purposeOf({ scene, chosen }: StagingQuestion, stem: Stem): KeptFor {
  if (stem.bears === 'fruit' || stem.bears === 'blossom') return 'fruit';
  const thinMm = scene.limits('thin.diameterMm').value;
  const insures = chosen.limbs.some(({ stemId }) => {
    const kept = scene.laid.tree.stems.find(({ id }) => id === stemId);
    const isThin = kept !== undefined && kept.diameter.value < thinMm;
    return (
      isThin && bearingDifference(kept.shape.runBearing.value, stem.shape.runBearing.value) < INSURES_DEG
    );
  });
  if (insures) return 'insurance';
  return !scene.hasLeader && scene.answers.inside === 'shade-wood' ? 'shade' : 'leaf';
}

function yearsOn(isoDate: string, years: number): string {
  const day = isoDate.slice(5) === '02-29' ? '02-28' : isoDate.slice(5);
  return `${Number(isoDate.slice(0, 4)) + years}-${day}`;
}
