// Writes docs/judgements.md anew from the table of trees and what the program does with each. `npm run judgements`.
import { readFileSync, writeFileSync } from 'node:fs';
import { judgementsPage } from '../core/judgements/page';
import type { JudgementCase } from '../core/testing/case-tree';

const { trees } = JSON.parse(
  readFileSync(new URL('../core/judgements/judgements.cases.json', import.meta.url), 'utf8'),
) as { trees: JudgementCase[] };
writeFileSync(new URL('../docs/judgements.md', import.meta.url), judgementsPage(trees));
