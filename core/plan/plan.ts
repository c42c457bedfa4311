import type { Form } from '../forms/form';
import type { Kept, PlanQuestion } from './question';
import type { FormScene } from '../choosing/candidacy';
import { onFigure, onFinding, onKind, onSchool, onTree } from '../words/ground';
import { because, cm, restsOn, type Reason } from '../words/message';
import { standsBy, type Verdict } from '../choosing/verdicts';
import { joinHeightCm } from '../tree/joins';
import { answerCalled, asked, type QuestionId } from '../schools/questions';
import { layOut, tipOf } from '../tree/course';
import type { Stem, Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { accountOf, type Account } from '../acts/account';
import { cutToBuds, type CutQuestion } from '../cuts/cut-to-buds';
import { inWorkOrder } from '../acts/order';
import { afterActs, named, type Act, type PlannedAct } from '../acts/acts';
import { bend, broughtDown, corrections, isClippedShorter, lateralWork } from './bends';
import { cropActs } from './crop';
import { byOwnWord, moves, oneWound, removalOf, sparingKept, withoutCarried } from './wounds';
import { leaderAfter } from './leading';
import { waitingTold, withinLeafCap } from './leaf-cap';
import { wantedLimbs } from './make-limb';
import { isAwaitedHere } from './wanted';
import { wantedSecondaries } from './secondaries';
import { heldBack } from './held-back';
import { fixingActs, stakeAct } from './fixings';
import { withHolds } from './holds';
import { holdOffTold, isAutumn } from '../seasons/hold-off';
import { evened } from './evened';
import { renewalCut, shortenLeader, shortenLimb } from './heading';
import { endCut } from './limb-ends';
import { shortenTo } from './shorten-to';
import { overCapTold } from './over-cap';

/** The work that brings the tree to what was chosen, and what it takes off. */
export interface Plan {
  acts: readonly PlannedAct[];
  /** Share of the tree's wood (sum of d^2 L) taken off, 0 to 1. */
  woodShare: number;
  /** Shares of wood, shoots and growing points taken off. */
  account: Account;
  /** The caps on them for this tree this winter. */
  caps: Account;
  wounds: number;
  largestWoundMm: number;
  /** How its school goes about the day: order, wounds, blades, time. */
  notes: readonly Reason[];
  after: Tree;
}

/** The plan: what is to be done, each cut at its bud, in the order it is done. */
export function planFrom(question: PlanQuestion): Plan {
  const { scene } = question;
  const { tree } = scene.laid;
  const rough = question.holdOff
    ? roughActs(question).filter(isHygiene)
    : byOwnWord(question, sparingKept(question, evened(question, oneWound(question, roughActs(question)))));
  const { acts: inTime, waiting } = withinLeafCap(question, rough);
  const cut = withoutCarried(scene, cutToBuds(cutQuestionOf(question), inTime));
  const made =
    question.holdOff || scene.when.inLeaf
      ? []
      : [...wantedLimbs(question, cut), ...wantedSecondaries(question, cut)].filter(
          (act) => !isAwaitedHere(question.wanted, act, scene.laid.trunk?.id),
        );
  const worked = withHolds(question, [...moves(question, cut), ...cut, ...cropActs(question, cut), ...made]);
  const fixed = [...stakeAct(question), ...fixingActs(question, worked)];
  const acts = named(inWorkOrder(scene, [...fixed, ...worked]));
  const wounds = acts.flatMap((act) =>
    act.kind === 'take-out' || act.kind === 'shorten' ? [act.diameterMm] : [],
  );
  const account = accountOf(tree, acts);
  return {
    ...{ acts, account, woodShare: account.wood, caps: question.caps },
    wounds: wounds.length,
    largestWoundMm: Math.max(0, ...wounds),
    notes: [
      ...heldNotes(question),
      ...wallNotes(question.form),
      ...waitingTold(question, waiting),
      ...overCapTold(question, acts, account),
      ...notesOf(scene),
    ],
    after: afterActs(tree, acts),
  };
}

/** What is done whatever else is held off: dead and diseased wood, and shoots of the rootstock. */
const isHygiene = ({ reason }: Act): boolean =>
  restsOn(reason, onFinding('unsound-wood')) || restsOn(reason, onFinding('below-union'));

/** Why nothing else is cut today, and from when it may be; or, where nobody said whether winters are wet, what to mind. */
function heldNotes({ scene, holdOff }: PlanQuestion): Reason[] {
  if (holdOff) return [holdOffTold(holdOff)];
  if (isAutumn(scene.kind, scene.when.seasons, scene.when.today)) return [because('note.autumn')];
  const isUnsaid = scene.site.wetWinters === undefined && !scene.when.inLeaf;
  return scene.kind.wetWinterRisk.value && isUnsaid
    ? [because('note.wet-winters', {}, onKind('wetWinterRisk'))]
    : [];
}

/** What the limbs of a flat tree are tied to. */
const wallNotes = ({ needsWall, hasWires }: Form): Reason[] =>
  needsWall ? [because(hasWires ? 'note.wires' : 'note.canes')] : [];

/** What cutting to buds needs of a plan. */
export function cutQuestionOf(
  question: Pick<PlanQuestion, 'scene' | 'form' | 'chosen' | 'verdicts'>,
): CutQuestion {
  const { scene, form, chosen, verdicts } = question;
  const leader = chosen.limbs.find(({ role }) => role === 'leader')?.stemId;
  const leaderId = leader ?? (form.hasLeader ? scene.laid.trunk?.id : undefined);
  const secondaries = Object.values(verdicts).flatMap(({ stemId, job }) =>
    job === 'secondary' ? [stemId] : [],
  );
  const kept = [...chosen.limbs.map(({ stemId }) => stemId), ...secondaries];
  return { scene, leaderId, ring: ringOf(question), kept };
}

/** Limbs that stay round the stem of a form that is not flat. */
const ringOf = ({ chosen, form }: Pick<PlanQuestion, 'chosen' | 'form'>): StemId[] =>
  form.needsWall
    ? []
    : [...chosen.limbs.flatMap(({ role, stemId }) => (role === 'scaffold' ? [stemId] : [])), ...chosen.left];

/** What is to be done, heading cuts by length alone. */
function roughActs(question: PlanQuestion): Act[] {
  const { scene, chosen } = question;
  const { tree } = scene.laid;
  const kept = chosen.limbs.flatMap((limb): Kept[] => {
    const stem = tree.stems.find(({ id }) => id === limb.stemId);
    return stem ? [{ stem, limb }] : [];
  });
  const scaffolds = kept.filter(({ limb }) => limb.role === 'scaffold');
  const top = shortenLeader(question, kept);
  const leaderId = leaderAfter(question, byOwnWord(question, top));
  const side = scaffolds.filter(({ stem }) => stem.id !== leaderId);
  // A top headed for its next tier is up again next summer.
  const lasting = top.filter((act) => act.kind !== 'shorten' || act.purpose !== 'next-tier');
  const topped = layOut(afterActs(tree, byOwnWord(question, lasting)));
  const led = leaderId === undefined ? undefined : topped.courses.get(leaderId);
  const shortened = side.flatMap((limb) => shortenLimb(question, limb, led && tipOf(led)[2]));
  const topCm = led ? tipOf(led)[2] - scene.limits('leader.clearCm').value : Infinity;
  const cutOf = new Map(shortened.flatMap((act) => (act.kind === 'shorten' ? [[act.stemId, act]] : [])));
  const leftOf = ({ stem }: Kept): number => cutOf.get(stem.id)?.toLengthCm ?? stem.length.value;
  return [
    ...takeOuts(question),
    ...top,
    ...temporary(question),
    ...shortened,
    ...side.flatMap((limb) => corrections(question, limb)),
    ...side.flatMap((limb) => bend(question, limb, { topCm, leftCm: leftOf(limb) })),
    ...broughtDown(question),
    ...heldBack(question),
    ...lateralWork(question),
    ...endsBesides(question, new Set([...kept.map(({ stem }) => stem.id)])),
  ];
}

/** Ends mended of what stays outside of the frame. */
function endsBesides(question: PlanQuestion, kept: ReadonlySet<StemId>): Act[] {
  const { scene, verdicts } = question;
  return scene.laid.tree.stems
    .filter(({ id }) => !kept.has(id) && verdicts[id]?.decision === 'leave')
    .filter((stem) => !isClippedShorter(question, stem))
    .flatMap((stem): Act[] => {
      const cut = renewalCut(question, stem) ?? endCut(scene, verdicts, stem);
      return cut && cut.toLengthCm < stem.length.value ? shortenTo(scene, stem, cut) : [];
    });
}

/** The cuts to what stays, whatever goes. */
export function cutsBack(question: PlanQuestion): Act[] {
  const stands = standsBy(question.verdicts);
  return roughActs(question).filter((act) => act.kind === 'shorten' && stands(act.stemId));
}

/** What goes, in the order the school works a tree. */
function takeOuts(question: PlanQuestion): Act[] {
  const { scene, verdicts } = question;
  const going = scene.laid.tree.stems.filter(({ id }) => verdicts[id]?.decision === 'out');
  const up = scene.answers.order === 'top-first' ? -1 : 1;
  const height = (stem: Stem): number => joinHeightCm(scene.laid, stem);
  return [...going]
    .sort((a, b) => up * (height(a) - height(b)) || (a.id < b.id ? -1 : 1))
    .map((stem) => {
      const { rule, reasons } = verdicts[stem.id] as Verdict;
      const reason = reasons[0] as Reason;
      const how = removalOf(question, stem, rule);
      return { kind: 'take-out', stemId: stem.id, diameterMm: stem.diameter.value, how, reason };
    });
}

/** A limb spared for a while is dated, and shortened where it would compete. */
function temporary({ scene, verdicts }: PlanQuestion): Act[] {
  const { when } = scene;
  const share = scene.limits('stay.shortenShare').value;
  const shortest = scene.limits('scaffold.shortestCm').value;
  return scene.laid.tree.stems.flatMap((stem): Act[] => {
    const verdict = verdicts[stem.id];
    if (verdict?.decision !== 'temporary' || !verdict.until || !verdict.keptFor) return [];
    const reason = verdict.reasons[0] as Reason;
    const left = verdict.isHeldShort ? stem.length.value * (1 - share) : stem.length.value;
    const toLengthCm = Math.max(shortest, left);
    const calm = because('head.calm', { length: cm(toLengthCm) }, onFigure('stay.shortenShare'));
    const cut: Act[] =
      toLengthCm < stem.length.value
        ? shortenTo(scene, stem, { toLengthCm, purpose: 'calm-temporary', reason: calm })
        : [];
    // A limb that has its day already, and was shortened for it, asks for nothing more until then.
    const isDated = stem.spared !== undefined && stem.spared.until > when.today;
    const stay = {
      kind: 'stay' as const,
      stemId: stem.id,
      until: verdict.until,
      keptFor: verdict.keptFor,
      reason,
    };
    return [...(isDated ? [] : [stay]), ...(isDated && stem.headed ? [] : cut)];
  });
}

const NOTED: readonly QuestionId[] = ['order', 'timing', 'wounds', 'disinfecting'];

function notesOf({ answers, when, snowCm }: FormScene): Reason[] {
  const isBalanced = when.justPlanted && when.cameAs === 'bare-rooted';
  const notes = [...(isBalanced ? (['planting'] as const) : []), ...NOTED].map((id) => {
    const { says, why } = answerCalled(id, answers[id]);
    const args = { asks: asked(id), answer: says, why };
    return because('note.school', args, onSchool(id));
  });
  const snow = snowCm === undefined ? [] : [because('note.snow')];
  const roots = when.justPlanted && !when.cameAs ? [because('note.roots', {}, onTree('roots'))] : [];
  return [...snow, ...roots, ...notes];
}
