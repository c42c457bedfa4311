import type { FormScene } from '../choosing/candidacy';
import type { ChosenSet } from '../choosing/chosen-set';
import type { Verdict } from '../choosing/verdicts';
import { because } from '../words/reason';
import type { Say } from '../words/say';
import { bearingDifference } from '../geometry/vector';
import type { Stem, Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { accountOf, MEASURE_WORDS, overCap, sumOf, type Account } from '../acts/account';
import type { KeptFor } from '../acts/stay';

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
  /** What cutting back the limbs that stay takes this winter. */
  cutBack: Account;
  /** ISO date of this winter's work. */
  today: string;
  say: Say;
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
  }
  let winter = 0;
  let spent = question.cutBack;
  let isFirst = true;
  let lastOver: keyof Account = 'wood';
  for (const stem of going) {
    const share = shareOf(tree, stem);
    const caps = winter === 0 ? question.caps : question.laterCaps;
    const urgent = urgencyOf(question, stem) >= NOT_PUT_OFF || verdicts[stem.id]?.ruling === 'out';
    const alone = !urgent && bearsAlone(question, stem);
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

function urgencyOf({ verdicts }: StagingQuestion, stem: Stem): number {
  return URGENCY[verdicts[stem.id]?.rule ?? ''] ?? 30;
}

/** What taking one limb out takes of the tree, with all it carries. */
function shareOf(tree: Tree, { id, diameter }: Stem): Account {
  const reason = { rule: '', words: '' };
  return accountOf(tree, [{ kind: 'take-out', stemId: id, diameterMm: diameter.value, reason }]);
}

/** Whether a limb carries fruit or blossom and none of those that stay does. */
function bearsAlone({ scene, chosen }: StagingQuestion, stem: Stem): boolean {
  const bears = ({ bears }: Stem): boolean => bears === 'fruit' || bears === 'blossom';
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  return bears(stem) && !scene.laid.tree.stems.some((other) => kept.has(other.id) && bears(other));
}

function putOff(question: StagingQuestion, stem: Stem, winters: number, over: keyof Account): Verdict {
  const { verdicts, say, caps } = question;
  const before = verdicts[stem.id] as Verdict;
  const keptFor = purposeOf(question, stem);
  const until = yearsOn(question.today, winters);
  const why = bearsAlone(question, stem)
    ? `It alone bears: it stays for its fruit until ${until}, shortened so that it cannot compete.`
    : `Taking it now as well would pass ${say.ratio(caps[over])} of the ${MEASURE_WORDS[over]}: it stays for its ${PURPOSE[keptFor]} until ${until}, shortened so that it cannot compete.`;
  return {
    ...before,
    decision: 'temporary',
    until,
    keptFor,
    reasons: [because(why, { key: `${over}.capRatio` }), ...before.reasons],
  };
}

/** A limb the grower leaves for a year stays whole, as insurance. */
function leftAYear({ verdicts, today }: StagingQuestion, stem: Stem): Verdict {
  const before = verdicts[stem.id] as Verdict;
  const until = yearsOn(today, 1);
  const words = `You leave it a year: it stays until ${until} and is judged again.`;
  const reasons = [because(words), ...before.reasons];
  return { ...before, decision: 'temporary', until, keptFor: 'insurance', reasons };
}

const PURPOSE: Record<KeptFor, string> = {
  fruit: 'fruit',
  leaf: 'leaf',
  shade: 'shade on the bark',
  insurance: 'side, in case the thin limb there fails',
};

/** Bearing within which a spared limb insures a thin one, deg. */
const INSURES_DEG = 45;

function purposeOf({ scene, chosen }: StagingQuestion, stem: Stem): KeptFor {
  if (stem.bears === 'fruit' || stem.bears === 'blossom') return 'fruit';
  const thinMm = scene.limits('thin.diameterMm').value;
  const insures = chosen.limbs.some(({ stemId }) => {
    const kept = scene.laid.tree.stems.find(({ id }) => id === stemId);
    const isThin = kept !== undefined && kept.diameter.value < thinMm;
    return isThin && bearingDifference(kept.runBearing.value, stem.runBearing.value) < INSURES_DEG;
  });
  if (insures) return 'insurance';
  return !scene.hasLeader && scene.answers.inside === 'shade-wood' ? 'shade' : 'leaf';
}

function yearsOn(isoDate: string, years: number): string {
  const day = isoDate.slice(5) === '02-29' ? '02-28' : isoDate.slice(5);
  return `${Number(isoDate.slice(0, 4)) + years}-${day}`;
}
