import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A chance, 0 to 1, that is the same for a seed and a whole number whenever it is asked for. */
export function chanceAt(seed: number, at: number): number {
  const random = xoroshiro128plus(Math.imul(seed, 0x9e3779b1) ^ Math.imul(at, 0x85ebca6b));
  uniformFloat64(random);
  return uniformFloat64(random);
}

/** A standard normal number for a seed and a whole number. Box and Muller, Ann. Math. Stat. 29 (1958) 610. */
export const normalAt = (seed: number, at: number): number =>
  Math.sqrt(-2 * Math.log(1 - chanceAt(seed, 2 * at))) * Math.cos(2 * Math.PI * chanceAt(seed, 2 * at + 1));

/** A wave that wanders, of about unit deviation: normal numbers so many days apart, with a smooth way from one to the next. */
export function waveAt(seed: number, day: number, apart: number): number {
  const at = day / apart;
  const first = Math.floor(at);
  const part = at - first;
  const turn = (part * Math.PI) / 2;
  return Math.cos(turn) * normalAt(seed, first) + Math.sin(turn) * normalAt(seed, first + 1);
}
