/// <reference lib="webworker" />
import { formsFor, judge, LOOK_ON_LOOKS, weigh, whatWouldKeep, type Progress } from '../../../../core';
import type { PonderReply, PonderRequest, PonderResult, QuestionKind, Questions } from './ponder-messages';
import { restIfAsked } from './rest';

/** How often it is told how far a question is, ms: what is answered sooner shows no progress at all. */
const WORD_MS = 250;

const ANSWERS: {
  [K in QuestionKind]: (ask: Questions[K]['ask'], onProgress: Progress) => Questions[K]['answer'];
} = {
  weigh: ({ state, of }, onProgress) => weigh(state, { onProgress, ...(of !== undefined && { of }) }),
  keep: ({ state, stemId }) => whatWouldKeep(state, stemId),
  forms: ({ state }, onProgress) => formsFor(state, onProgress),
  price: ({ state }, onProgress) => judge(state, { mostLooks: LOOK_ON_LOOKS, onProgress }),
  judge: ({ state }) => judge(state, { withPrices: false }),
  'look-on': ({ state }, onProgress) =>
    judge(state, { withPrices: false, mostLooks: LOOK_ON_LOOKS, onProgress }),
};

addEventListener('message', ({ data }: MessageEvent<PonderRequest>) => {
  const { id, kind, ask, rest } = data;
  const say = (reply: PonderReply): void => postMessage(reply);
  const reply = (result: PonderResult): void => say({ id, result });
  let told = performance.now();
  const onProgress: Progress = (done, of) => {
    if (rest) restIfAsked(rest);
    const now = performance.now();
    if (now - told < WORD_MS) return;
    told = now;
    say({ id, part: { done, of } });
  };
  try {
    const answer = ANSWERS[kind] as (ask: PonderRequest['ask'], onProgress: Progress) => unknown;
    reply({ ok: true, answer: answer(ask, onProgress) });
  } catch (error) {
    reply({ ok: false, message: error instanceof Error ? error.message : String(error) });
  }
});
