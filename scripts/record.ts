// Writes down what the program says of every recorded tree: in its own form and school as words, in every other form
// and school as a fingerprint. `npm run record` compares with what was written before and prints what changed;
// `npm run record -- --write` writes it anew; `-- --to FILE` writes every word of every form and school to a file.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { FORM_IDS } from '../core/kinds/form-ids';
import { recordedTrees } from '../core/record/trees';
import { saidOf, turnedTo, type Said } from '../core/record/record';
import { SCHOOL_IDS } from '../core/schools/schools';
import type { JudgementCase } from '../core/testing/case-tree';

const at = (path: string): URL => new URL(`../${path}`, import.meta.url);
const read = (path: string): string => readFileSync(at(path), 'utf8');
const WORDS = 'core/record/words.json';
const PRINTS = 'core/record/prints.json';

const { trees: cases } = JSON.parse(read('core/judgements/judgements.cases.json')) as {
  trees: JudgementCase[];
};
const trees = recordedTrees(read('demo/two-hillsides.json'), cases);

const print = (said: Said): string =>
  createHash('sha256').update(JSON.stringify(said)).digest('hex').slice(0, 12);

const words: Record<string, Said> = {};
const prints: Record<string, string> = {};
const all: Record<string, Said> = {};
for (const [name, state] of trees) {
  words[name] = saidOf(state);
  for (const form of FORM_IDS) {
    for (const school of SCHOOL_IDS) {
      const said = saidOf(turnedTo(state, form, school));
      prints[`${name} | ${form} | ${school}`] = print(said);
      all[`${name} | ${form} | ${school}`] = said;
    }
  }
}
const to = process.argv.indexOf('--to');
if (to > 0) writeFileSync(process.argv[to + 1] as string, JSON.stringify(all, null, 1));
if (process.argv.includes('--write')) {
  writeFileSync(at(WORDS), `${JSON.stringify(words, null, 1)}\n`);
  writeFileSync(at(PRINTS), `${JSON.stringify(prints, null, 1)}\n`);
} else {
  const before = JSON.parse(read(PRINTS)) as Record<string, string>;
  const changed = Object.keys({ ...before, ...prints }).filter((key) => before[key] !== prints[key]);
  for (const key of changed) console.log(key);
  console.log(`${changed.length} of ${Object.keys(prints).length} differ from what was written`);
  process.exitCode = changed.length > 0 ? 1 : 0;
}
