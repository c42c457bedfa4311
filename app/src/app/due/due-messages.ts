import type { AskedChill, Due, DueTree, SeenStage, Weather } from '../../../../core';

/** A site as the worker knows it: where it lies, its weather, what was seen on its trees, and what its varieties ask for. */
export interface DueSite {
  siteId: string;
  latitudeDeg: number;
  weather: Weather;
  seen: readonly SeenStage[];
  asks: readonly AskedChill[];
}

/** Asks what is due on some trees; sites are told once, and again when they change. */
export interface DueRequest {
  id: number;
  sites: readonly DueSite[];
  trees: readonly { siteId: string; tree: DueTree }[];
}

export interface DueAnswer {
  id: number;
  due: readonly { treeId: string; due: readonly Due[] }[];
}
