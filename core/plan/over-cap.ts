import { accountOf, capFigure, measureCalled, passedCap, type Account } from '../acts/account';
import type { Act } from '../acts/acts';
import { MUST_GO } from '../choosing/laterals';
import { standsBy } from '../choosing/verdicts';
import { onFigure, type Ground } from '../words/ground';
import { because, list, share, tagOf, told, type Message, type Reason } from '../words/message';
import type { StemId } from '../tree/stem-readings';
import type { PlanQuestion } from './question';
import { cannotWait, SPARE_OVER } from './staging';

/** Most limbs named that could wait. */
const MOST_NAMED = 3;

/** Where a plan takes more than is usual of a tree: how much of what, what makes it so much, and what could wait a year. */
export function overCapTold(question: PlanQuestion, acts: readonly Act[], account: Account): Reason[] {
  const { scene, caps, year } = question;
  const over = passedCap(account, caps);
  if (!over) return [];
  const { tree } = scene.laid;
  const takenBy = (some: readonly Act[]): number => accountOf(tree, some)[over];
  const waits = acts.filter((act) => canWait(question, act)).sort((a, b) => takenBy([b]) - takenBy([a]));
  const args = {
    ...{ taken: share(account[over]), usual: share(caps[over]), measure: measureCalled(over) },
    why: whyMuch(question, acts, takenBy),
  };
  const figure: Ground = onFigure(capFigure(over, year));
  const ids = waits.flatMap((act): StemId[] => ('stemId' in act ? [act.stemId] : []));
  const named = ids.slice(0, MOST_NAMED).map((id) => tagOf(tree, id));
  return named.length === 0
    ? [because('note.over', args, figure)]
    : [because('note.over.waits', { ...args, limbs: list(named) }, figure)];
}

/** One limb makes it so much where it takes over so much of what limbs take. Working value. */
const MOSTLY = 0.6;

/** What takes the most: wood that cannot wait, what the grower decided, cuts to the limbs that stay, or limbs that go, one large or several. */
function whyMuch(
  { verdicts }: PlanQuestion,
  acts: readonly Act[],
  takenBy: (acts: readonly Act[]) => number,
): Message {
  const outs = acts.filter((act) => act.kind === 'take-out');
  const verdictOf = (act: Act) => ('stemId' in act ? verdicts[act.stemId] : undefined);
  const isSpare = (act: Act): boolean => verdictOf(act)?.rule === SPARE_OVER;
  const parts = {
    must: outs.filter((act) => cannotWait(verdictOf(act)?.rule ?? '') && !isSpare(act)),
    spares: outs.filter(isSpare),
    yours: outs.filter((act) => verdictOf(act)?.ruling === 'out'),
    'cut-back': acts.filter((act) => act.kind === 'shorten'),
    large: outs.filter((act) => !cannotWait(verdictOf(act)?.rule ?? '') && verdictOf(act)?.ruling !== 'out'),
  };
  const largest = Math.max(0, ...parts.large.map((act) => takenBy([act])));
  const isOne = largest > takenBy(parts.large) * MOSTLY;
  const most = Object.entries(parts).sort(
    ([, a], [, b]) => takenBy(b) - takenBy(a),
  )[0]?.[0] as keyof typeof parts;
  return told(most === 'large' && !isOne ? 'over.several' : `over.${most}`);
}

/** Limbs that go by the choice alone, and cuts to what stays, could be left for a year. */
function canWait({ verdicts }: PlanQuestion, act: Act): boolean {
  if (act.kind === 'take-out') {
    const verdict = verdicts[act.stemId];
    const touches = (verdict?.gain ?? 0) >= MUST_GO;
    return verdict?.ruling === 'undecided' && !cannotWait(verdict.rule) && !touches;
  }
  return act.kind === 'shorten' && standsBy(verdicts)(act.stemId) && act.purpose === 'keep-direction';
}
