/// <reference lib="webworker" />
import { judge } from '../../../../core';
import type { JudgeAnswer, JudgeRequest } from './judge-messages';

addEventListener('message', ({ data }: MessageEvent<JudgeRequest>) => {
  const { id, treeId, state, units } = data;
  const answer = (result: JudgeAnswer['result']): void => postMessage({ id, treeId, result });
  try {
    answer({ ok: true, judged: judge(state, units) });
  } catch (error) {
    answer({ ok: false, message: error instanceof Error ? error.message : String(error) });
  }
});
