import { habitTree, schoolOf, type TreeState } from '../../../../core';

const tree = habitTree('apple');

/** A young tree of six limbs in its first winter, to show what each school makes of it. */
export const CROWDED: TreeState = {
  record: {
    ...{ id: 'crowded', name: '', kind: 'apple', variety: '', unionCm: 10, ownRooted: false },
    ...{ planted: '2026-02-01', place: { eastCm: 0, northCm: 0 }, form: 'central-leader' },
  },
  site: { id: 'almanac', name: '', latitudeDeg: 50, north: 'true', reachCm: 210, clearance: [] },
  tree,
  form: 'central-leader',
  rules: {},
  school: schoolOf('middle-way'),
  rulings: {},
  cuts: {},
  shapedBefore: false,
  leaderFailures: 0,
  buds: undefined,
  visitedOn: '2026-12-01',
  today: '2026-12-01',
};
