import type { TreeScene } from '../acts/scene';
import { growingWeeks } from '../calendar/growing';
import type { Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';
import { woodByLikelyAge } from '../tree/wood-age';
import type { WoodState } from '../tree/wood-states';
import { FIGURE_DOUBT } from './chance';
import { crackChance, woodBears } from './wood';

type Asked = Pick<TreeScene, 'kind' | 'limits' | 'when' | 'site' | 'bends'>;

/** Growing weeks after which a shoot of the season is no longer soft along its length. Working value. */
const SOFT_WEEKS = 10;

/** Wood of so many seasons on a day, so thick, mm: this season's is soft in its first weeks while it is thin. */
export function woodOfAge({ when, limits }: Asked, ageSeasons: number, mm: number): WoodState {
  if (ageSeasons >= 1) return ageSeasons === 1 ? 'one-year' : ageSeasons === 2 ? 'two-year' : 'older';
  const { from } = when.grows(when.season);
  const isEarly = growingWeeks(when.grows, from, when.today) <= SOFT_WEEKS;
  return isEarly && mm <= limits('soft.diameterMm').value ? 'soft' : 'firm';
}

/** Share of a limb, from its join, that a roll by hand is spread over. */
const ROLLED_SHARE = 0.5;
/** A chance of a crack over which nobody would bend a limb that is to stay. Working value. */
export const RISKY_CHANCE = 0.25;

/**
 * How near to cracking a limb comes when it is rolled evenly by an angle over its inner half: strain, half the thickness by the turn a length, over what its wood
 * bears, the worst of its stretches by age; and how unsure that is.
 * @param byDeg the turn, deg, 0 or more
 */
export function rolledWorst(scene: Asked, stem: Stem, byDeg: number): { times: number; doubt: number } {
  const overCm = Math.max(1, stem.length.value * ROLLED_SHARE);
  const taper = taperOf(stem);
  let worst = { times: 0, doubt: FIGURE_DOUBT };
  for (const { fromCm, ageSeasons } of woodByLikelyAge(stem, scene.when.season, scene.when.seasonsGrown)) {
    if (fromCm >= overCm) continue;
    const mm = diameterAt(taper, fromCm);
    const strain = ((byDeg * Math.PI) / 180 / overCm) * (mm / 20);
    const bears = woodBears(scene, woodOfAge(scene, ageSeasons, mm));
    const times = strain / bears.strain;
    if (times > worst.times) worst = { times, doubt: bears.doubt };
  }
  return worst;
}

/** Whether a limb would likely enough crack that nobody bends it so far. */
export function wouldCrack(scene: Asked, stem: Stem, byDeg: number): boolean {
  const { times, doubt } = rolledWorst(scene, stem, Math.abs(byDeg));
  return crackChance(times, doubt).likely > RISKY_CHANCE;
}
