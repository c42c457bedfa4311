import { woodOf } from '../../acts/wood';
import type { Scene } from '../../findings/finding';
import { childrenOf, trunkOf, type Stem, type Tree } from '../../tree/stem';
import { taperOf, woodBetween } from '../../tree/taper';
import { onCurve, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import type { LimbView } from './view';

/** A kind that is usually left alone misses more of what is taken: against one of which a fifth usually goes. Working values. */
const USUAL_SHARE = 0.2;
const MISSES: readonly [number, number] = [0.6, 2];
/** A limb that is much of the tree counts for more than its share: 1 + this times it. Working value. */
const STEEP = 1;

/** How ill a kind's wood heals, against a middling one. Working values. */
const HEALS = { quick: 0.8, middling: 1, slow: 1.25 } as const;
/** How much more a mm of wound counts as it grows wide: over 25 mm it takes years to close (common extension guidance). */
const WIDE: Curve = [
  [0, 0],
  [10, 8],
  [20, 20],
  [30, 40],
  [50, 100],
];
/** A tree just planted lives on the few leaves it will make: each counts more. Working value. */
const FIRST_LEAF = 1.75;
/** Crop counts for little while a tree is being framed. */
const FRAMED_FROM = 4;

interface Whole {
  wood: number;
  shootsCm: number;
}
const wholes = new WeakMap<Tree, Whole>();

function wholeOf(tree: Tree, standsOn: Scene['standsOn']): Whole {
  const known = wholes.get(tree);
  if (known) return known;
  const living = { ...tree, stems: tree.stems.filter(({ condition }) => condition !== 'dead') };
  const bears = living.stems.filter(({ parent }) => parent.kind === 'stem' || standsOn === 'stems');
  const trunk = standsOn === 'stems' ? undefined : trunkOf(tree);
  const leaderCm = trunk && !trunk.headed ? endOf(tree, trunk) : 0;
  const whole = {
    wood: woodOf(living),
    shootsCm: leaderCm + bears.reduce((sum, { length }) => sum + length.value, 0),
  };
  wholes.set(tree, whole);
  return whole;
}

/** The trunk's own end over its topmost limb, which bears leaf as a shoot does, cm. */
const endOf = (tree: Tree, trunk: Stem): number =>
  trunk.length.value - Math.max(0, ...childrenOf(tree, trunk.id).map(({ origin }) => origin.value));

/** Wood past this share of the tree says when a limb goes, not whether: a stout rival is no dearer for what it has taken. Working value. */
const MOST_COUNTED = 0.25;

/**
 * What taking a limb out costs: its own wood and leaf as shares of the tree's, the wound, the crop it bears. What it carries
 * is counted there. A share of a tree with next to nothing else counts in full: it is all the tree has.
 */
export function lossCost({ laid, limits, kind, when, standsOn }: Scene, { stem }: LimbView): Consideration[] {
  const { wood, shootsCm } = wholeOf(laid.tree, standsOn);
  if (stem.condition === 'dead') return [];
  const woodShare = woodBetween(taperOf(stem), 0, stem.length.value) / Math.max(wood, 1e-9);
  const leafShare = stem.length.value / Math.max(shootsCm, 1e-9);
  const usual = USUAL_SHARE / Math.max(0.01, kind.removalShare.value);
  const misses = Math.max(MISSES[0], Math.min(MISSES[1], usual));
  const counted = (share: number): number => misses * share * (1 + STEEP * share);
  const first = when.justPlanted ? FIRST_LEAF : 1;
  const wound = onCurve(WIDE, stem.diameter.value) * HEALS[kind.healing.value];
  const bears = stem.bears === 'fruit' || (stem.spurs ?? 0) > 0;
  const crop = bears && when.seasonsGrown >= FRAMED_FROM ? limits('weigh.crop').value : 0;
  return [
    {
      what: 'wood',
      points: limits('weigh.wood').value * counted(Math.min(woodShare, MOST_COUNTED)),
      measured: woodShare,
    },
    { what: 'leaf', points: limits('weigh.leaf').value * first * counted(leafShare), measured: leafShare },
    { what: 'wound', points: limits('weigh.wound').value * wound, measured: stem.diameter.value },
    { what: 'crop', points: crop },
    { what: 'cut', points: limits('weigh.cut').value },
  ];
}
