import type { TreeScene } from '../acts/scene';
import { MOST_STAGES, type Held, type HowSafe } from '../acts/held';
import { afterGrowing } from '../calendar/growing';
import type { Stem } from '../tree/stem';
import type { WoodState } from '../tree/wood-states';
import { letGo, lookOn, setShare, weeksToNext } from './hold';
import { isSupple, limbBeam, PIECES, runOf, SUPPLE_BEARS, type LimbBeam, type Way } from './limb-beam';
import { RISKY_CHANCE } from './roll';
import { pulledTo, type Bent, type PulledBy } from './pull';
import { crackChance, timesAt, type WoodBears } from './wood';

/** What a limb is to be bent to: deg from upright, or, aside, deg of turn, clockwise over 0. */
export interface BendAsked {
  way: Way;
  toDeg: number;
}

/** How far a limb can be bent, from what it bears and how it would be pulled. */
export interface SafeLine {
  how: HowSafe | 'never';
  limb: LimbBeam;
  /** Piece that is tied, and the limb as it lies at the furthest stage. */
  piece: number;
  bent: Bent;
  chance: Pick<Held, 'chance' | 'chanceFrom' | 'chanceTo'>;
  stages: Held['stages'];
  /** The angle that is safe today in one go, deg. */
  nowDeg: number;
  lookOn: string;
  offBy: string;
  backDeg: number;
  /** The angle it is tied at so that it comes back to the one wanted, where that is safe. */
  oversetDeg?: number;
  wood: WoodState;
}

/** Shares of its length at which a limb may be tied: about the middle. */
const TIE_SHARES = [0.42, 0.5, 0.58];
/** Past the tie its end may hang so much further than it is wanted to lie, deg: more only bends the tip. */
const TIP_PAST_DEG = 14;
/** Growing weeks' stages may be spread over: one season's. */
const STAGE_WEEKS = 26;
/** No limb is turned further, deg. */
const MOST_TURN_DEG = 140;
/** Less of a bend is not worth a tie, deg. */
const WORTH_DEG = 8;

const pullOf = (sign: number): PulledBy => ({ kind: 'fixed', direction: [0, sign] });

type Asked = Pick<TreeScene, 'laid' | 'kind' | 'limits' | 'when' | 'site' | 'bends'>;

/** Lines found last, by all that they follow from: a tree is judged again and again with one reading changed. */
const known = new Map<string, SafeLine>();
const MOST_KNOWN = 400;

/** How far a limb of a tree can be bent today, step by step or not at all, toward an angle. */
export function safeLine(scene: Asked, stem: Stem, asked: BendAsked): SafeLine {
  const limb = limbBeam(scene, stem, asked.way, { inLeaf: scene.when.inLeaf });
  const { beam, present, bears } = limb;
  const name = [
    ...[asked.way, asked.toDeg, scene.when.today, scene.site.latitudeDeg, stem.mended, beam.clampRad],
    ...[scene.limits('crack.chanceRatio').value, beam.pieceCm, beam.stiffness, beam.weight, present],
    ...bears.flatMap(({ strain, weeks, doubt }) => [strain, weeks, doubt]),
    ...[limb.wood, limb.diameterMm],
  ].join();
  const found = known.get(name);
  if (found) return { ...found, limb };
  const line = lineOf(scene, limb, asked);
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(name, line);
  return line;
}

function lineOf(scene: Asked, limb: LimbBeam, { way, toDeg }: BendAsked): SafeLine {
  const { stem } = limb;
  const nowDeg = runOf(limb, limb.present, way);
  // Upright: angles fall as it comes down, and rise as it is raised. Aside: they rise clockwise.
  const goesDown = way === 'upright' ? toDeg > nowDeg : toDeg < 0;
  const sign = goesDown ? -1 : 1;
  const turned = (bent: Bent): number => Math.abs(runOf(limb, bent.angles, way) - nowDeg);
  const wanted = Math.abs(toDeg - nowDeg);
  let guessN: number | undefined;
  const ties = TIE_SHARES.flatMap((share): { piece: number; bent: Bent }[] => {
    const piece = Math.max(0, Math.round(share * PIECES) - 1);
    const bent = pulledTo(limb, piece, pullOf(sign), turned, wanted, guessN);
    guessN = bent?.pullN;
    return bent ? [{ piece, bent }] : [];
  });
  const fair = ties.filter(({ bent }) => tipPast(limb, bent, way, toDeg, goesDown) <= TIP_PAST_DEG);
  const best = (fair.length > 0 ? fair : ties.slice(0, 1)).sort(
    (a, b) => a.bent.worst.times - b.bent.worst.times,
  )[0];
  if (!best || stem.mended) return neverLine(scene, limb, nowDeg);
  const { piece, bent } = best;
  const { worst } = bent;
  const most = timesAt(scene.limits('crack.chanceRatio').value, worst.doubt);
  const at = (times: number): number => turnAt(limb, way, { piece, sign, times });
  const angle = (turn: number): number =>
    way === 'aside' ? sign * Math.floor(turn) : Math.round(nowDeg) + (goesDown ? 1 : -1) * Math.floor(turn);
  const weeks = Math.max(...limb.bears.slice(0, piece + 1).map((one) => one.weeks));
  const today = scene.when.today;
  const off = (from: string) => letGo(scene.when.grows, from, (limb.bears[worst.piece] as WoodBears).weeks);
  const line = (how: SafeLine['how'], stages: Held['stages'], times = worst.times): SafeLine => {
    const last = stages.at(-1)?.on ?? today;
    const gone = off(last);
    const turn = Math.abs((stages.at(-1)?.toDeg ?? toDeg) - (way === 'aside' ? 0 : nowDeg));
    const { likely, from, to } = crackChance(times, worst.doubt);
    const backDeg = Math.round((1 - gone.set) * turn);
    const isOverset = how === 'now' && way === 'upright' && times * (1 + backDeg / wanted) <= most;
    return {
      ...{ how, limb, piece, bent, stages, wood: worst.wood },
      chance: { chance: likely, chanceFrom: from, chanceTo: to },
      nowDeg: angle(at(most)),
      ...{ lookOn: lookOn(scene.when.grows, today), offBy: gone.on, backDeg },
      ...(isOverset && backDeg > 0 && { oversetDeg: Math.round(toDeg) + (goesDown ? backDeg : -backDeg) }),
    };
  };
  if (worst.times <= most) return line('now', [{ on: today, toDeg: Math.round(toDeg) }]);
  // In stages what has set by then is borne again, so that each goes as far past the last as has set.
  const each = weeksToNext(weeks);
  const set = setShare(each, weeks);
  const steps = Math.ceil((worst.times - most) / (most * set));
  if (steps < MOST_STAGES && (steps + 1) * each <= STAGE_WEEKS && at(most) >= WORTH_DEG) {
    const stages = Array.from({ length: steps + 1 }, (_, i) => ({
      on: i === 0 ? today : afterGrowing(scene.when.grows, today, i * each),
      toDeg: i === steps ? Math.round(toDeg) : angle(Math.min(wanted, at(most * (1 + i * set)))),
    }));
    return line('stages', stages, most);
  }
  const { likely } = crackChance(worst.times, worst.doubt);
  if (likely <= RISKY_CHANCE) {
    if (isSupple(scene)) return line('risky', [{ on: today, toDeg: Math.round(toDeg) }]);
    const on = nextSpring(scene);
    return line('later', [{ on, toDeg: Math.round(toDeg) }], worst.times / SUPPLE_BEARS);
  }
  return line('never', []);
}

/** Turns found last of each beam: a limb that is drawn from angle to angle bears the same. */
const turns = new WeakMap<LimbBeam, Map<string, number>>();

/** The turn, deg, at which the wood is asked so much by a pull on a piece; past any that is of use where it never is. */
function turnAt(
  limb: LimbBeam,
  way: Way,
  { piece, sign, times }: { piece: number; sign: number; times: number },
): number {
  const ofLimb = turns.get(limb) ?? new Map<string, number>();
  turns.set(limb, ofLimb);
  const name = `${piece} ${sign} ${times}`;
  const found = ofLimb.get(name);
  if (found !== undefined) return found;
  const part = pulledTo(limb, piece, pullOf(sign), (one) => one.worst.times, times);
  const nowDeg = runOf(limb, limb.present, way);
  const turn = part
    ? Math.min(MOST_TURN_DEG, Math.abs(runOf(limb, part.angles, way) - nowDeg))
    : MOST_TURN_DEG;
  ofLimb.set(name, turn);
  return turn;
}

/** How far a limb's end hangs past the angle it is wanted at, deg. */
function tipPast(limb: LimbBeam, bent: Bent, way: Way, toDeg: number, goesDown: boolean): number {
  const end = ((bent.angles.at(-1) as number) * 180) / Math.PI;
  const wanted = way === 'aside' ? toDeg : 90 - toDeg;
  const own =
    (((limb.present.at(-1) as number) - (limb.present[Math.floor(PIECES / 2)] as number)) * 180) / Math.PI;
  return goesDown ? wanted - end + Math.max(0, own) : end - wanted - Math.max(0, own);
}

/** The day wood next becomes supple. */
function nextSpring({ when }: Asked): string {
  for (let season = Number(when.today.slice(0, 4)) - 1; ; season++) {
    const { from } = when.grows(season);
    if (from > when.today) return from;
  }
}

function neverLine({ when }: Asked, limb: LimbBeam, nowDeg: number): SafeLine {
  const still: Bent = {
    ...{ angles: limb.present, pullN: 0, strain: new Float64Array(PIECES) },
    worst: { piece: 0, atCm: 0, strain: 0, times: 0, wood: limb.wood[0] as WoodState, doubt: 0 },
  };
  return {
    ...{ how: 'never', limb, piece: 0, bent: still, stages: [], nowDeg, wood: limb.wood[0] as WoodState },
    chance: { chance: 1, chanceFrom: 1, chanceTo: 1 },
    ...{ lookOn: when.today, offBy: when.today, backDeg: 0 },
  };
}
