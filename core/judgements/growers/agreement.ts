import { answerTo } from './answer';
import { isCalculation, type Calculation, type Fate, type Fates, type TreeCase } from './case';
import { differences, type Difference } from './checks';

/** One case, and what of it the program decides otherwise; nothing where they agree. */
export interface Held {
  id: string;
  about: string;
  group: string;
  differences: readonly Difference[];
}

/** Holds a tree against the decision of growers; where schools differ, against the nearest. */
export function held(tree: TreeCase): Held {
  const answer = answerTo(tree);
  const schools = tree.expectAny ?? (tree.expect ? [tree.expect] : []);
  const [nearest = []] = schools
    .map((expected) => differences(answer, expected))
    .sort((a, b) => a.length - b.length);
  return { id: tree.id, about: tree.about, group: tree.form, differences: nearest };
}

/** A stem whose fate growers agree on, and what the program makes of it. */
export interface FatedStem {
  tree: string;
  tag: string;
  growers: Fate;
  program: Fate;
}

export function fatedStems(tree: TreeCase, fates: Fates): FatedStem[] {
  const answer = answerTo(tree);
  return Object.entries(fates.stems).flatMap(([tag, growers]) => {
    const program = answer.fates[tag];
    return growers === 'open' || program === undefined ? [] : [{ tree: tree.id, tag, growers, program }];
  });
}

/** Agreement on fates, 0 to 1, and Cohen's kappa: agreement beyond chance (Cohen 1960). Both 1 for no stems. */
export function agreementOn(stems: readonly Pick<FatedStem, 'growers' | 'program'>[]): {
  share: number;
  kappa: number;
} {
  if (stems.length === 0) return { share: 1, kappa: 1 };
  const part = (test: (stem: Pick<FatedStem, 'growers' | 'program'>) => boolean): number =>
    stems.filter(test).length / stems.length;
  const share = part(({ growers, program }) => growers === program);
  const fates: readonly Fate[] = ['keep', 'temporary', 'out'];
  const chance = fates.reduce(
    (sum, fate) => sum + part(({ growers }) => growers === fate) * part(({ program }) => program === fate),
    0,
  );
  return { share, kappa: chance === 1 ? 1 : (share - chance) / (1 - chance) };
}

/** Trees of a list that holds calculations too. */
export const treesOf = (cases: readonly (TreeCase | Calculation)[]): TreeCase[] =>
  cases.filter((one): one is TreeCase => !isCalculation(one));
