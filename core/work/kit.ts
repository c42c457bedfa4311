import type { Tool } from '../acts/cut-place';
import { placeOf, minutesOf, suppliesOf, type Act } from '../acts/acts';
import type { Scene } from '../findings/finding';
import type { ActSupplies } from '../acts/act';
import type { Held } from '../acts/held';
import type { Staked } from '../acts/staked';
import type { TreeScene } from '../acts/scene';
import { guardCm } from '../sites/site';
import { stemOf } from '../tree/stem';
import type { Condition } from '../tree/stem-readings';

/** What is carried out to a tree or a yard. */
export interface Kit {
  tools: readonly Tool[];
  ties: number;
  pegs: number;
  /** Cord, cm; pegs for the ground; sticks and props by their length, cm, and jugs by what they are filled with, litres, each from the least. */
  cordCm: number;
  groundPegs: number;
  sticksCm: readonly number[];
  propsCm: readonly number[];
  jugsL: readonly number[];
  /** Guards round stems that are staked among animals, by their height, cm. */
  guardsCm: readonly number[];
  /** Stakes and canes, each by its length, cm, and how thick it is, mm, the shortest first. */
  stakes: readonly KitStake[];
  canes: readonly KitStake[];
  /** Stretch film, in case a limb that is bent cracks. */
  film: boolean;
  /** Cleaning of blades, and whether between cuts or between trees; paste where the school covers larger wounds. */
  cleans: 'between trees' | 'between cuts';
  paste: boolean;
  labels: number;
  /** Buds to notch, with a knife. */
  notches: number;
}

/** A stake or a cane: its length, cm, and thickness, mm. */
export interface KitStake {
  lengthCm: number;
  thickMm: number;
}

/** A wound this thick is covered where the school covers the larger ones, mm. Working value. */
const PASTE_MM = 25;

/** Wood whose cut may carry disease to the next: what killed a dead limb is not known. */
const DISEASED: readonly Condition[] = ['dead', 'cankered', 'blighted'];

/** What the acts on a tree ask one to carry. */
export function kitFor(scene: Scene, acts: readonly Act[]): Kit {
  const places = acts.flatMap((act) => placeOf(scene, act) ?? []);
  const isDiseased = acts.some((act) => {
    const stem = placeOf(scene, act) && 'stemId' in act && stemOf(scene.laid.tree, act.stemId);
    return stem && DISEASED.includes(stem.condition);
  });
  const count = (what: keyof ActSupplies): number =>
    acts.reduce((sum, act) => sum + (suppliesOf(act)[what] ?? 0), 0);
  return {
    tools: sorted(places.map(({ tool }) => tool)),
    ties: count('ties'),
    pegs: count('pegs'),
    ...heldWith(acts),
    guardsCm: acts.flatMap(({ kind }) => (kind === 'stake' ? (guardCm(scene.site) ?? []) : [])),
    cleans: isDiseased && scene.answers.disinfecting === 'between-cuts' ? 'between cuts' : 'between trees',
    paste: scene.answers.wounds === 'paste' && places.some(({ diameterMm }) => diameterMm >= PASTE_MM),
    labels: count('labels'),
    notches: count('notches'),
  };
}

const shortestFirst = (all: readonly KitStake[]): KitStake[] =>
  [...all].sort((a, b) => a.lengthCm - b.lengthCm || a.thickMm - b.thickMm);
/** What is held by a cord of a length. */
const CORDED: ReadonlySet<Held['by']> = new Set(['ground-peg', 'trunk', 'above', 'aside', 'neighbour']);
/** A cane that a limb is tied along, mm. Working value. */
const CANE_MM = 12;
const caneFor = ({ lengthCm = 0 }: Held): KitStake => ({ lengthCm, thickMm: CANE_MM });

const rising = (all: readonly number[]): number[] => [...all].sort((a, b) => a - b);

/** What limbs are bent and held with, by the acts that say so. */
function heldWith(
  acts: readonly Act[],
): Pick<Kit, 'cordCm' | 'groundPegs' | 'sticksCm' | 'propsCm' | 'jugsL' | 'stakes' | 'canes' | 'film'> {
  const all = acts.flatMap((act) => ('held' in act && act.held ? [act.held] : []));
  const staked = acts.flatMap((act) => (act.kind === 'stake' ? [act.staked] : []));
  const of = (by: Held['by']): Held[] => all.filter((held) => held.by === by);
  const standing = (by: Staked['by']): KitStake[] =>
    shortestFirst(
      staked.flatMap(({ by: its, lengthCm, thickMm }) => (its === by ? [{ lengthCm, thickMm }] : [])),
    );
  const guys = staked.filter(({ by }) => by === 'guys');
  const corded = all.filter(({ by }) => CORDED.has(by));
  const cordCm = corded.reduce((sum, { lengthCm = 0 }) => sum + lengthCm, 0);
  return {
    cordCm: cordCm + guys.reduce((sum, { lengthCm, ties }) => sum + ties * lengthCm, 0),
    groundPegs: of('ground-peg').length + of('aside').length + guys.reduce((sum, { ties }) => sum + ties, 0),
    sticksCm: rising(of('spreader').map(({ lengthCm = 0 }) => lengthCm)),
    propsCm: rising(of('prop').map(({ lengthCm = 0 }) => lengthCm)),
    jugsL: rising(of('weight').map(({ pullKg }) => Math.max(0.1, pullKg))),
    ...{
      stakes: standing('stake'),
      canes: shortestFirst([...standing('cane'), ...of('cane').map(caneFor)]),
      film: all.some(({ by }) => by !== 'clip'),
    },
  };
}

const ORDER: readonly Tool[] = ['hand', 'shears', 'loppers', 'saw', 'pole pruner', 'pole saw'];

const sorted = (tools: readonly Tool[]): Tool[] => ORDER.filter((tool) => tools.includes(tool));

/** One kit for several trees: every tool any of them asks for, ties and pegs together. */
export function kitTogether(kits: readonly Kit[]): Kit {
  const sum = (of: (kit: Kit) => number): number => kits.reduce((total, kit) => total + of(kit), 0);
  return {
    tools: sorted(kits.flatMap(({ tools }) => tools)),
    ties: sum(({ ties }) => ties),
    pegs: sum(({ pegs }) => pegs),
    cordCm: sum(({ cordCm }) => cordCm),
    groundPegs: sum(({ groundPegs }) => groundPegs),
    sticksCm: rising(kits.flatMap(({ sticksCm }) => sticksCm)),
    propsCm: rising(kits.flatMap(({ propsCm }) => propsCm)),
    jugsL: rising(kits.flatMap(({ jugsL }) => jugsL)),
    guardsCm: rising(kits.flatMap(({ guardsCm }) => guardsCm)),
    stakes: shortestFirst(kits.flatMap(({ stakes }) => stakes)),
    canes: shortestFirst(kits.flatMap(({ canes }) => canes)),
    film: kits.some(({ film }) => film),
    cleans: kits.some(({ cleans }) => cleans === 'between cuts') ? 'between cuts' : 'between trees',
    paste: kits.some(({ paste }) => paste),
    labels: sum(({ labels }) => labels),
    notches: sum(({ notches }) => notches),
  };
}

/** Looking, walking round and clearing away, for each tree. Working value. */
const TREE_MINUTES = 5;

/** Minutes the acts on a tree take, looking at it included. */
export const minutesFor = (scene: TreeScene, acts: readonly Act[]): number =>
  acts.reduce((sum, act) => sum + minutesOf(scene, act), acts.length > 0 ? TREE_MINUTES : 0);
