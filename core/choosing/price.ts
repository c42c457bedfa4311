import { titleOf, type Finding } from '../findings';
import type { Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { cm, deg, list, mm, tagOf, told, type Message } from '../words/message';
import type { ChosenSet } from './chosen-set';

/** What deciding otherwise about one stem does to the set, in a grower's terms. */
export interface Price {
  /** Stems that go, and stems that come in, because of it. */
  loses: readonly StemId[];
  gains: readonly StemId[];
  parts: readonly Message[];
}

/**
 * The price of one set against another: gap, crowding, missing limbs, wounds and rules broken. Never in points.
 * @param about the stem that was decided otherwise
 */
export function priceOf(
  about: StemId,
  best: ChosenSet,
  other: ChosenSet,
  findings: readonly Finding[],
  tree: Tree,
): Price {
  const ids = (set: ChosenSet): StemId[] => [...set.limbs.map(({ stemId }) => stemId), ...set.left];
  const [before, after] = [ids(best), ids(other)];
  const loses = before.filter((id) => !after.includes(id) && id !== about);
  const gains = after.filter((id) => !before.includes(id) && id !== about);
  const parts = [
    ...brokenRules(about, after, findings, tree),
    ...swap(loses, gains, tree),
    ...gapChanges(best, other),
    ...crowding(best, other),
    ...missing(best, other),
    ...wounds(loses, tree),
  ];
  return { loses, gains, parts: parts.length > 0 ? parts : [told('price.none')] };
}

function brokenRules(
  about: StemId,
  kept: readonly StemId[],
  findings: readonly Finding[],
  tree: Tree,
): Message[] {
  return findings
    .filter((f) => f.stemId === about && kept.includes(about))
    .filter((f) => (f.otherStemId === undefined ? f.gravity === 'must-go' : kept.includes(f.otherStemId)))
    .map((f) => {
      const rule = titleOf(f);
      return f.otherStemId === undefined
        ? told('price.rule', { rule })
        : told('price.rule.with', { rule, other: tagOf(tree, f.otherStemId) });
    });
}

function swap(loses: readonly StemId[], gains: readonly StemId[], tree: Tree): Message[] {
  const limbs = (ids: readonly StemId[]) => list(ids.map((id) => tagOf(tree, id)));
  return [
    ...(loses.length > 0 ? [told('price.go', { limbs: limbs(loses) })] : []),
    ...(gains.length > 0 ? [told('price.stay', { limbs: limbs(gains) })] : []),
  ];
}

/** Least change of a gap that is told, deg; least change of height between joins, cm; least wound, mm. */
const TOLD_GAP_DEG = 5;
const TOLD_APART_CM = 1;
const TOLD_WOUND_MM = 15;

function gapChanges(best: ChosenSet, other: ChosenSet): Message[] {
  return other.gaps.flatMap((gap) => {
    const was = best.gaps.find(({ place }) => place === gap.place);
    if (!was || Math.abs(was.largestDeg - gap.largestDeg) < TOLD_GAP_DEG) return [];
    const args = { from: deg(was.largestDeg), to: deg(gap.largestDeg) };
    return [told(gap.largestDeg > was.largestDeg ? 'price.gap.widens' : 'price.gap.narrows', args)];
  });
}

function crowding(best: ChosenSet, other: ChosenSet): Message[] {
  const [was, is] = [best.closestCm, other.closestCm];
  if (was === undefined || is === undefined || Math.abs(was - is) < TOLD_APART_CM) return [];
  return [told('price.close', { is: cm(is), was: cm(was) })];
}

function missing(best: ChosenSet, other: ChosenSet): Message[] {
  const lacking = (set: ChosenSet): number => set.empty.reduce((sum, { lacks }) => sum + lacks, 0);
  const places = lacking(other) - lacking(best);
  return places > 0 ? [told('price.empty', { places })] : [];
}

function wounds(loses: readonly StemId[], { stems }: Tree): Message[] {
  const thick = stems.flatMap(({ id, diameter }) => (loses.includes(id) ? [diameter.value] : []));
  const largest = Math.max(0, ...thick);
  return largest >= TOLD_WOUND_MM ? [told('price.wound', { wide: mm(largest) })] : [];
}
