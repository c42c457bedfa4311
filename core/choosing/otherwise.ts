import type { Ruling } from '../history/tree-draft';
import type { TreeState } from '../history/tree-at';
import type { Stem } from '../tree/stem';
import { buildProblem, withKeptCarriers } from './build';
import type { FormProblem, FormScene } from './candidacy';
import { chosenSet, type ChosenSet } from './chosen-set';
import { asWithoutPins, withoutWaits } from './pins';
import { priceOf, type Price } from './price';
import type { Progress } from './solution';
import { solve } from './solve';

/** What a question about deciding otherwise needs. */
export interface OtherwiseQuestion {
  scene: FormScene;
  formProblem: FormProblem;
  chosen: ChosenSet;
  state: TreeState;
  /** Whether prices are asked for: each is a choice of its own. */
  withPrices: boolean;
  /** Told how many of the stems have their verdict. */
  onProgress?: Progress | undefined;
}

/** Looks spent on one price before it is left as the best found. */
const MOST_LOOKS = 300_000;

/** The price of the opposite ruling: the best set with the stem turned round, against the best set as it is. */
export function otherwise(question: OtherwiseQuestion, stem: Stem): Price | undefined {
  const { scene, formProblem, chosen, state } = question;
  if (!question.withPrices) return undefined;
  const stays = (set: ChosenSet): boolean =>
    set.left.includes(stem.id) || set.limbs.some(({ stemId }) => stemId === stem.id);
  const isIn = stays(chosen);
  const ruling: Ruling = !isIn ? 'keep' : 'undecided';
  const ruled = { ...withoutWaits(state.rulings), [stem.id]: ruling };
  const asked = withKeptCarriers(state.tree, scene.laid.trunk?.id, ruled);
  const now = new Set([...chosen.left, ...chosen.limbs.map(({ stemId }) => stemId)]);
  const built = buildProblem(formProblem, isIn ? asked : asWithoutPins(formProblem, asked, now));
  const best = solve(built.problem, { keep: 1, mostLooks: MOST_LOOKS }).best[0];
  if (!best) return undefined;
  const other = chosenSet(scene, built, best);
  if (ruling === 'keep' && !stays(other)) return undefined;
  return isIn
    ? priceOf(stem.id, other, chosen, scene.findings, state.tree)
    : priceOf(stem.id, chosen, other, scene.findings, state.tree);
}
