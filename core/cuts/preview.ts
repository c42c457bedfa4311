import { sayIn } from '../choosing/say';
import type { FormScene } from '../choosing/candidacy';
import { sceneOf, type Judgement } from '../choosing/judge';
import { limbsOf } from '../findings/measures';
import { formOf } from '../forms';
import type { TreeState } from '../history/tree-at';
import { accountOf, type Account } from '../plan/account';
import { OWN_WORD, type Act } from '../plan/acts';
import { cutQuestionOf } from '../plan/plan';
import { afterActs, cutDiameterMm } from '../plan/after';
import type { Units } from '../readings/units';
import { stemOf, type Stem, type StemId, type Tree } from '../tree/stem';
import type { BudChoice } from './bud-choice';
import { choicesFor, facingsAt } from './cut-to-buds';
import { budsAlong, type LimbBud } from './limb-buds';
import { placeOf, type CutPlace } from './place';

type Shorten = Extract<Act, { kind: 'shorten' }>;

/** A cut tried on one limb: where its buds lead, what it takes, and the tree it leaves. */
export interface CutPreview {
  toLengthCm: number;
  /** Buds near the cut, best first; and a bud facing each of eight ways there, round the clock. */
  choices: readonly BudChoice[];
  around: readonly BudChoice[];
  place: CutPlace | undefined;
  account: Account;
  after: Tree;
}

/** One limb under the knife: all that stays the same while the cut is moved along it. */
export interface CutBench {
  scene: FormScene;
  stem: Stem;
  buds: readonly LimbBud[];
  /** The plan's own cut of this limb, if it has one. */
  planned: Shorten | undefined;
  /** The act of cutting it to a length. */
  actAt(toLengthCm: number): Shorten;
  previewAt(toLengthCm: number): CutPreview;
}

/** Lays one limb of a judged tree out for cutting; undefined for a stem that is not there or that goes altogether. */
export function cutBench(
  state: TreeState,
  judged: Judgement,
  stemId: StemId,
  units: Units,
): CutBench | undefined {
  const base = sceneOf(state);
  const form = formOf(state.form);
  const stem = stemOf(state.tree, stemId);
  if (!form || !stem || !judged.plan.after.stems.some(({ id }) => id === stemId)) return undefined;
  const scene: FormScene = { ...base, findings: judged.findings, limbs: limbsOf(base) };
  const question = cutQuestionOf({ scene, form, chosen: judged.chosen, say: sayIn(units, state.tree) });
  const planned = judged.plan.acts.find(
    (act): act is Shorten => act.kind === 'shorten' && act.stemId === stemId,
  );
  const others = judged.plan.acts.filter((act) => act !== planned);
  const actAt = (toLengthCm: number): Shorten => ({
    ...{ kind: 'shorten', stemId, toLengthCm, diameterMm: cutDiameterMm(stem, toLengthCm) },
    purpose: planned?.purpose ?? (stemId === question.leaderId ? 'leader-tip' : 'keep-direction'),
    reason: { rule: OWN_WORD, words: '' },
  });
  const previewAt = (toLengthCm: number): CutPreview => {
    const act = actAt(toLengthCm);
    const acts = toLengthCm < stem.length.value ? [...others, act] : others;
    return {
      toLengthCm,
      choices: choicesFor(question, others, act),
      around: facingsAt(question, others, act),
      place: placeOf(scene, act),
      account: accountOf(state.tree, acts),
      after: afterActs(state.tree, acts),
    };
  };
  return { scene, stem, buds: budsAlong(stem, base.kind, base.when.season), planned, actAt, previewAt };
}
