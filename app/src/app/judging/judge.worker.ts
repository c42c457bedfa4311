/// <reference lib="webworker" />
import { judge } from '../../../../core';
import { judgedBefore, keepJudged } from './judgement-cache';
import type { JudgeAnswer, JudgeRequest } from './judge-messages';

addEventListener('message', ({ data }: MessageEvent<JudgeRequest>) => void answer(data));

async function answer({ id, yardId, treeId, state }: JudgeRequest): Promise<void> {
  const reply = (result: JudgeAnswer['result']): void => postMessage({ id, treeId, result });
  const place = `${yardId} ${treeId}`;
  try {
    const known = await judgedBefore(place, state);
    const judged = known ?? judge(state, { withPrices: false });
    reply({ ok: true, judged });
    if (!known) await keepJudged(place, state, judged);
  } catch (error) {
    reply({ ok: false, message: error instanceof Error ? error.message : String(error) });
  }
}
