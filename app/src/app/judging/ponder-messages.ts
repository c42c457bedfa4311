import type { Confidence, Counterfactual, Judged, StemId, SuitedForm, TreeState } from '../../../../core';

/** Questions that take longer than a verdict, and are asked only when somebody looks. */
export interface Questions {
  weigh: { ask: { state: TreeState }; answer: Record<StemId, Confidence> };
  keep: { ask: { state: TreeState; stemId: StemId }; answer: Counterfactual | undefined };
  forms: { ask: { state: TreeState }; answer: SuitedForm[] };
  /** The judgement with the price of deciding otherwise, and other ways to make the cuts. */
  price: { ask: { state: TreeState }; answer: Judged };
  judge: { ask: { state: TreeState }; answer: Judged };
}

export type QuestionKind = keyof Questions;

export interface PonderRequest {
  id: number;
  kind: QuestionKind;
  ask: Questions[QuestionKind]['ask'];
}

export interface PonderAnswer {
  id: number;
  result: { ok: true; answer: unknown } | { ok: false; message: string };
}
