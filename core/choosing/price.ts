import { titleOf, type Finding } from '../findings';
import type { Say } from '../words/say';
import type { StemId } from '../tree/stem-readings';
import type { ChosenSet } from './chosen-set';

/** What deciding otherwise about one stem does to the set, in a grower's terms. */
export interface Price {
  /** Stems that go, and stems that come in, because of it. */
  loses: readonly StemId[];
  gains: readonly StemId[];
  words: readonly string[];
}

/**
 * The price of one set against another: gap, crowding, missing limbs, wounds and rules broken. Never in points.
 * @param about the stem that was decided otherwise
 * @param diametersMm diameter of every limb, for the wounds that change
 */
export function priceOf(
  about: StemId,
  best: ChosenSet,
  other: ChosenSet,
  findings: readonly Finding[],
  diametersMm: ReadonlyMap<StemId, number>,
  say: Say,
): Price {
  const ids = (set: ChosenSet): StemId[] => set.limbs.map(({ stemId }) => stemId);
  const [before, after] = [ids(best), ids(other)];
  const loses = before.filter((id) => !after.includes(id) && id !== about);
  const gains = after.filter((id) => !before.includes(id) && id !== about);
  const words = [
    ...brokenRules(about, after, findings, say),
    ...swap(loses, gains, say),
    ...gapWords(best, other, say),
    ...crowding(best, other, say),
    ...missing(best, other),
    ...wounds(loses, diametersMm, say),
  ];
  return { loses, gains, words: words.length > 0 ? words : ['no more than a weaker limb in its place'] };
}

function brokenRules(
  about: StemId,
  kept: readonly StemId[],
  findings: readonly Finding[],
  say: Say,
): string[] {
  return findings
    .filter((f) => f.stemId === about && kept.includes(about))
    .filter((f) => (f.otherStemId === undefined ? f.gravity === 'must-go' : kept.includes(f.otherStemId)))
    .map((f) => {
      const other = f.otherStemId === undefined ? '' : ` with ${say.stem(f.otherStemId)}`;
      return `stands against a rule: ${titleOf(f).toLowerCase()}${other}`;
    });
}

function swap(loses: readonly StemId[], gains: readonly StemId[], say: Say): string[] {
  const names = (ids: readonly StemId[]): string => ids.map((id) => say.stem(id)).join(', ');
  return [
    ...(loses.length > 0 ? [`${names(loses)} would go`] : []),
    ...(gains.length > 0 ? [`${names(gains)} would stay`] : []),
  ];
}

function gapWords(best: ChosenSet, other: ChosenSet, say: Say): string[] {
  return other.gaps.flatMap((gap) => {
    const was = best.gaps.find(({ place }) => place === gap.place);
    if (!was || Math.abs(was.largestDeg - gap.largestDeg) < 5) return [];
    const verb = gap.largestDeg > was.largestDeg ? 'widens' : 'narrows';
    return [`the largest gap ${verb} from ${say.angle(was.largestDeg)} to ${say.angle(gap.largestDeg)}`];
  });
}

function crowding(best: ChosenSet, other: ChosenSet, say: Say): string[] {
  const [was, is] = [best.closestCm, other.closestCm];
  if (was === undefined || is === undefined || Math.abs(was - is) < 1) return [];
  const words = `the closest joins come ${say.length(is)} apart instead of ${say.length(was)}`;
  return [words];
}

function missing(best: ChosenSet, other: ChosenSet): string[] {
  const lacking = (set: ChosenSet): number => set.empty.reduce((sum, { lacks }) => sum + lacks, 0);
  const more = lacking(other) - lacking(best);
  return more > 0 ? [`${more} more ${more === 1 ? 'place stays' : 'places stay'} empty`] : [];
}

function wounds(loses: readonly StemId[], diametersMm: ReadonlyMap<StemId, number>, say: Say): string[] {
  const largest = Math.max(0, ...loses.map((id) => diametersMm.get(id) ?? 0));
  return largest >= 15 ? [`a wound of ${say.diameter(largest)} more`] : [];
}
