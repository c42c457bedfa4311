import type { Judged, TreeState } from '../../../../core';

export interface JudgeRequest {
  id: number;
  /** The yard it stands in: a tree of another may have the same id. */
  yardId: string;
  treeId: string;
  state: TreeState;
}

export interface JudgeAnswer {
  id: number;
  treeId: string;
  result: { ok: true; judged: Judged } | { ok: false; message: string };
}
