import type { Confidence, Counterfactual, Judged, StemId, SuitedForm, TreeState } from '../../../../core';
import type { Rest } from './rest';

/** Questions that take longer than a verdict, and are asked only when somebody looks. */
export interface Questions {
  /** Of the whole tree, or of one stem until a reading is found that turns its verdict. */
  weigh: { ask: { state: TreeState; of?: StemId }; answer: Record<StemId, Confidence> };
  keep: { ask: { state: TreeState; stemId: StemId }; answer: Counterfactual | undefined };
  forms: { ask: { state: TreeState }; answer: SuitedForm[] };
  /** The judgement with the price of deciding otherwise, and other ways to make the cuts. */
  price: { ask: { state: TreeState }; answer: Judged };
  judge: { ask: { state: TreeState }; answer: Judged };
  /** The judgement of a tree of very many limbs, looked at for longer than a first answer is. */
  'look-on': { ask: { state: TreeState }; answer: Judged };
}

export type QuestionKind = keyof Questions;

export interface PonderRequest {
  id: number;
  kind: QuestionKind;
  ask: Questions[QuestionKind]['ask'];
  rest?: Rest | undefined;
}

/** How much of a question is worked out, of how much. */
export interface Part {
  done: number;
  of: number;
}

/** What a worker says: now and then how far it is, at last its answer. */
export type PonderReply =
  | { id: number; part: Part }
  | { id: number; result: { ok: true; answer: unknown } | { ok: false; message: string } };

export type PonderResult = Extract<PonderReply, { result: unknown }>['result'];
