import type { Judged, TreeState } from '../../../../core';

export interface JudgeRequest {
  id: number;
  treeId: string;
  state: TreeState;
}

export interface JudgeAnswer {
  id: number;
  treeId: string;
  result: { ok: true; judged: Judged } | { ok: false; message: string };
}
