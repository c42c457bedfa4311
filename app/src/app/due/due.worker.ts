/// <reference lib="webworker" />
import { dueOf, seasonPlace, type SeasonPlace } from '../../../../core';
import type { DueAnswer, DueRequest } from './due-messages';

const places = new Map<string, SeasonPlace>();

addEventListener('message', ({ data }: MessageEvent<DueRequest>) => {
  for (const { siteId, latitudeDeg, weather, seen, asks } of data.sites)
    places.set(siteId, seasonPlace({ latitudeDeg }, weather, seen, asks));
  const due = data.trees.flatMap(({ siteId, tree }) => {
    const place = places.get(siteId);
    return place ? [{ treeId: tree.state.record.id, due: dueOf(tree, place) }] : [];
  });
  const answer: DueAnswer = { id: data.id, due };
  postMessage(answer);
});
