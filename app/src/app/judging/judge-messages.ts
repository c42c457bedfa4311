import type { Judged, TreeState, Units } from '../../../../core';

export interface JudgeRequest {
  id: number;
  treeId: string;
  state: TreeState;
  units: Units;
}

export interface JudgeAnswer {
  id: number;
  treeId: string;
  result: { ok: true; judged: Judged } | { ok: false; message: string };
}
