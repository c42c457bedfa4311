import { readYardFile } from '../../formats/read';
import { writeYardFile } from '../../formats/yard-file';
import { readBook, treeState, type TreeState } from '../../history/tree-at';
import { judge, type Judged, type Judgement } from '../../judging/judge';
import { sceneOf } from '../../judging/scene';
import { cautionsFor } from '../../acts/acts';
import { leaderAfter } from '../../plan/leading';
import { formOf } from '../../forms';
import { ENGLISH } from '../../words/catalogue/english';
import { tellerIn } from '../../words/teller';
import type { Fate, TreeCase } from './case';
import { yardOf } from './yard-of';

const tell = tellerIn(ENGLISH, 'metric');

/** The tree of a case, written as a yard file and read back as any file is. Throws where its readings are refused. */
export function stateOf(tree: TreeCase): TreeState {
  const read = readYardFile(writeYardFile(yardOf(tree)));
  if (read.kind !== 'good') throw new Error(`${tree.id}: ${JSON.stringify(read)}`);
  return treeState(readBook(read.file), 'tree') as TreeState;
}

/** What the program decides of a case, and what it says of it. */
export interface Answer {
  state: TreeState;
  judged: Judged;
  /** What becomes of each stem but the trunk; nothing where the tree is not judged by its limbs. */
  fates: Readonly<Record<string, Fate>>;
  /** The stem that leads once the work is done; undefined in a form without a leader. */
  leader: string | undefined;
  /** Every caution and reason that is told of it. */
  told: readonly string[];
}

export function answerTo(tree: TreeCase): Answer {
  const state = stateOf(tree);
  const judged = judge(state, { withPrices: false });
  if (judged.kind !== 'judged') return { state, judged, fates: {}, leader: undefined, told: [] };
  return {
    ...{ state, judged, fates: fatesOf(judged), told: toldOf(state, judged) },
    leader: leaderOf(state, judged),
  };
}

export function fatesOf({ verdicts }: Judgement): Record<string, Fate> {
  return Object.fromEntries(
    Object.values(verdicts)
      .filter(({ stemId }) => stemId !== 'trunk')
      .map(({ stemId, decision }): [string, Fate] => {
        if (decision === 'temporary') return [stemId, 'temporary'];
        return [stemId, decision === 'out' || decision === 'goes-with' ? 'out' : 'keep'];
      }),
  );
}

function leaderOf(state: TreeState, { plan, chosen }: Judgement): string | undefined {
  const form = formOf(state.form);
  if (!form) return undefined;
  const { laid } = sceneOf(state);
  return leaderAfter({ scene: { laid } as never, form, chosen }, plan.acts);
}

function toldOf(state: TreeState, { verdicts, plan }: Judgement): string[] {
  const scene = sceneOf(state);
  return [
    ...Object.values(verdicts).flatMap(({ reasons }) => reasons.map(tell)),
    ...plan.acts.flatMap((act) => [tell(act.reason), ...cautionsFor(scene, act).map(tell)]),
    ...plan.notes.map(tell),
  ];
}

/** What is said of one stem: its verdict and the reasons for it, in one line. */
export function wordsOn({ judged }: Answer, stemId: string): string {
  if (judged.kind !== 'judged') return judged.kind;
  const verdict = judged.verdicts[stemId];
  if (!verdict) return 'no such stem';
  const acts = judged.plan.acts.filter((act) => 'stemId' in act && act.stemId === stemId);
  const work = acts.map(({ kind }) => kind).join(', ');
  return `${verdict.decision}${work && ` (${work})`}: ${verdict.reasons.map(tell).join(' ')}`;
}
