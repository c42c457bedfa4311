/// <reference lib="webworker" />
import { formsFor, judge, weigh, whatWouldKeep } from '../../../../core';
import type { PonderAnswer, PonderRequest, QuestionKind, Questions } from './ponder-messages';

const ANSWERS: { [K in QuestionKind]: (ask: Questions[K]['ask']) => Questions[K]['answer'] } = {
  weigh: ({ state }) => weigh(state),
  keep: ({ state, stemId }) => whatWouldKeep(state, stemId),
  forms: ({ state }) => formsFor(state),
  price: ({ state }) => judge(state),
  judge: ({ state }) => judge(state, { withPrices: false }),
};

addEventListener('message', ({ data }: MessageEvent<PonderRequest>) => {
  const { id, kind, ask } = data;
  const reply = (result: PonderAnswer['result']): void => postMessage({ id, result });
  try {
    reply({ ok: true, answer: (ANSWERS[kind] as (ask: PonderRequest['ask']) => unknown)(ask) });
  } catch (error) {
    reply({ ok: false, message: error instanceof Error ? error.message : String(error) });
  }
});
