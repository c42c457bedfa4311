import { far, type StandsAt } from './walk';

/** Trees further apart than this are not in one row, cm. */
const FURTHEST_CM = 1200;
/** Of each tree so many neighbours are looked at. */
const NEIGHBOURS = 8;
/** The next tree of a row is between these shares of the last step away, and off its line by no more than the third. */
const STEP = { least: 0.5, most: 1.6, aside: 0.2 };
const FEWEST = 3;

/**
 * Rows among trees, as indices in their order along each: three trees or more in a line at like distances. The longest row
 * is told first, of two alike the closer planted; each tree stands in one row at most.
 */
export function rowsOf(places: readonly StandsAt[]): number[][] {
  const near = places.map((_, i) => nearest(places, i));
  const runs = near.flatMap((neighbours, i) => neighbours.map((j) => runAlong(places, near, i, j)));
  const taken = new Set<number>();
  return runs
    .filter((run) => run.length >= FEWEST)
    .sort((a, b) => b.length - a.length || stepOf(places, a) - stepOf(places, b))
    .flatMap((run) => {
      if (run.some((i) => taken.has(i))) return [];
      for (const i of run) taken.add(i);
      return [(run[0] as number) <= (run.at(-1) as number) ? run : [...run].reverse()];
    });
}

function nearest(places: readonly StandsAt[], i: number): number[] {
  const here = places[i] as StandsAt;
  return places
    .map((to, j) => ({ j, cm: far(here, to) }))
    .filter(({ j, cm }) => j !== i && cm > 0 && cm <= FURTHEST_CM)
    .sort((a, b) => a.cm - b.cm)
    .slice(0, NEIGHBOURS)
    .map(({ j }) => j);
}

/** The trees met walking on from one through another, and back the other way. */
function runAlong(
  places: readonly StandsAt[],
  near: readonly (readonly number[])[],
  i: number,
  j: number,
): number[] {
  const run = [i, j];
  const extend = (): void => {
    for (let next = onward(places, near, run); next !== undefined; next = onward(places, near, run)) {
      run.push(next);
    }
  };
  extend();
  run.reverse();
  extend();
  return run;
}

/** The nearest tree ahead of a run's end, at about its last step and on its line. */
function onward(
  places: readonly StandsAt[],
  near: readonly (readonly number[])[],
  run: readonly number[],
): number | undefined {
  const [from, end] = run.slice(-2) as [number, number];
  const [before, last] = [places[from] as StandsAt, places[end] as StandsAt];
  const step = far(before, last);
  const [east, north] = [(last.eastCm - before.eastCm) / step, (last.northCm - before.northCm) / step];
  return near[end]?.find((i) => {
    const to = places[i] as StandsAt;
    const [dx, dy] = [to.eastCm - last.eastCm, to.northCm - last.northCm];
    const [ahead, aside] = [dx * east + dy * north, Math.abs(dy * east - dx * north)];
    const isAtStep = ahead >= step * STEP.least && ahead <= step * STEP.most;
    return isAtStep && aside <= step * STEP.aside && !run.includes(i);
  });
}

const stepOf = (places: readonly StandsAt[], run: readonly number[]): number =>
  far(places[run[0] as number] as StandsAt, places[run.at(-1) as number] as StandsAt) / (run.length - 1);
