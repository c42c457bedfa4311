import type { TreeState } from '../history/tree-at';
import type { Reading } from '../readings/reading';
import type { Stem, StemShape } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** The readings a verdict rests on. `run` is the run's angle, where it was read apart from the departure. */
export type ReadField = 'origin' | 'bearing' | 'angle' | 'run' | 'length' | 'diameter';

/** A reading of a stem, by its field. */
export function readingOf(stem: Stem, field: ReadField): Reading {
  switch (field) {
    case 'angle':
      return stem.shape.departure;
    case 'run':
      return stem.shape.run;
    case 'origin':
    case 'bearing':
    case 'length':
    case 'diameter':
      return stem[field];
  }
}

/** Fields that were read of a stem, or stand for a reading: the run only where it was read apart. */
export function fieldsOf(stem: Stem): ReadField[] {
  const onStem = stem.parent.kind === 'stem';
  return [
    ...(onStem ? (['origin'] as const) : []),
    ...(['bearing', 'angle'] as const),
    ...(stem.read.set === undefined ? [] : (['run'] as const)),
    ...(['length', 'diameter'] as const),
  ];
}

/** The tree as it would be, were one reading another. What is filled in from the reading follows it. */
export function withReading(state: TreeState, stemId: StemId, field: ReadField, value: number): TreeState {
  const stems = state.tree.stems.map((stem) => (stem.id === stemId ? read(stem, field, value) : stem));
  return { ...state, tree: { ...state.tree, stems } };
}

function read(stem: Stem, field: ReadField, value: number): Stem {
  const as = (reading: Reading, is = value): Reading => ({ ...reading, value: is });
  switch (field) {
    case 'origin':
      return { ...stem, origin: as(stem.origin, Math.max(0, value)) };
    case 'length':
      return { ...stem, length: as(stem.length, Math.max(1, value)) };
    case 'diameter':
      return { ...stem, diameter: as(stem.diameter, Math.max(1, value)) };
    case 'bearing': {
      const turned = (value + 360) % 360;
      const follows = stem.shape.runBearing.how === 'filled-in';
      const runBearing = follows ? as(stem.shape.runBearing, turned) : stem.shape.runBearing;
      return { ...stem, bearing: as(stem.bearing, turned), shape: { ...stem.shape, runBearing } };
    }
    case 'angle': {
      const angle = Math.min(180, Math.max(0, value));
      const departure = as(stem.shape.departure, angle);
      return stem.shape.run.how === 'filled-in'
        ? { ...stem, shape: { ...runAt(stem, angle), departure } }
        : { ...stem, shape: { ...stem.shape, departure } };
    }
    case 'run':
      return { ...stem, shape: runAt(stem, Math.min(180, Math.max(0, value))) };
  }
}

function runAt({ shape }: Stem, angle: number): StemShape {
  const follows = shape.tip.how === 'filled-in';
  return {
    ...shape,
    run: { ...shape.run, value: angle },
    tip: follows ? { ...shape.tip, value: angle } : shape.tip,
  };
}
