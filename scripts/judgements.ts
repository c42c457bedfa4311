// Holds the program against the decisions of growers and prints how far they agree, in all and by form, with every
// difference in the program's own words; and writes docs/judgements.md anew from the table of trees of our own.
import { readFileSync, writeFileSync } from 'node:fs';
import { agreementOn, fatedStems, held, treesOf, type FatedStem } from '../core/judgements/growers/agreement';
import type { Calculation, Fates, TreeCase } from '../core/judgements/growers/case';
import { judgementsPage } from '../core/judgements/page';
import type { JudgementCase } from '../core/testing/case-tree';

const read = (path: string): unknown =>
  JSON.parse(readFileSync(new URL(`../core/judgements/${path}`, import.meta.url), 'utf8'));
const { trees: own } = read('judgements.cases.json') as { trees: JudgementCase[] };
const cases = read('growers/cases.json') as (TreeCase | Calculation)[];
const fates = read('growers/fates.json') as Record<string, Fates>;
const whole = read('growers/whole-trees.json') as TreeCase[];
const beforehand = read('growers/beforehand.json') as TreeCase[];
const percent = (part: number): string => `${Math.round(part * 1000) / 10} %`;

/** Trees held against their decisions: each difference, and how many agree in all and by form. */
function tellTrees(title: string, trees: readonly TreeCase[]): void {
  const all = trees.map(held);
  const agreed = all.filter(({ differences }) => differences.length === 0);
  for (const { id, about, differences } of all) {
    if (differences.length === 0) continue;
    console.log(`${id}. ${about}`);
    for (const { asked, told } of differences) console.log(`   asked ${asked}${told && `\n      ${told}`}`);
  }
  console.log(`\n${title}: ${agreed.length} of ${all.length} agree (${percent(agreed.length / all.length)})`);
  for (const group of new Set(all.map((one) => one.group))) {
    const [n, good] = [all, agreed].map((list) => list.filter((one) => one.group === group).length);
    console.log(`  ${group}: ${good} of ${n}`);
  }
}
const trees = treesOf(cases);
tellTrees('decisions of growers', trees);
tellTrees('\nwritten down beforehand', beforehand);
tellTrees('\nsituations', read('growers/situations.json') as TreeCase[]);

function tellStems(title: string, stems: readonly FatedStem[]): void {
  const { share, kappa } = agreementOn(stems);
  console.log(`\n${title}: ${percent(share)} of ${stems.length} stems, kappa ${kappa.toFixed(2)}`);
  for (const tree of new Set(stems.map((stem) => stem.tree))) {
    const off = stems.filter((stem) => stem.tree === tree && stem.growers !== stem.program);
    const words = off.map(({ tag, growers, program }) => `${tag} ${growers}, not ${program}`);
    if (off.length > 0) console.log(`  ${tree}: ${words.join('; ')}`);
  }
}
tellStems(
  'fates in the cases',
  trees.flatMap((tree) => (fates[tree.id] ? fatedStems(tree, fates[tree.id] as Fates) : [])),
);
tellStems(
  'fates in whole trees',
  whole.flatMap((tree) => fatedStems(tree, tree.fates as Fates)),
);
tellStems(
  'fates in whole trees written down beforehand',
  (read('growers/whole-beforehand.json') as TreeCase[]).flatMap((tree) =>
    fatedStems(tree, tree.fates as Fates),
  ),
);
console.log(`\n${cases.length - trees.length} calculations are no trees and are not held here.`);
writeFileSync(new URL('../docs/judgements.md', import.meta.url), judgementsPage(own));
