import {
  sceneOf,
  withCallus,
  woundsSeenOn,
  type ReadBook,
  type Scene,
  type TreeState,
} from '../../../../core';

/** The scene of a tree with what wounds seen in its yard make of its kind's callus. */
export function sceneWithCallus(read: ReadBook, state: TreeState): Scene {
  const scene = sceneOf(state);
  return withCallus(scene, woundsSeenOn(read, scene.kind.id));
}
