import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import file from '../judgements/judgements.cases.json';
import { FORM_IDS } from '../kinds/form-ids';
import { recordedTrees } from '../record/trees';
import type { JudgementCase } from '../testing/case-tree';
import { shareOf } from '../testing/deep';
import { tell } from '../testing/tell';
import { judge } from './judge';

/** Sentences that say a limb goes, or may break with nothing said to be done about it. */
const GOES =
  /out while the wound|one stays|then one of the two goes|would take the tree over|may split|it goes\b/;
const STAYS = ['scaffold', 'leader', 'leave', 'trunk'];

const demo = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');
const trees = [...recordedTrees(demo, file.trees as unknown as JudgementCase[])];

it('a limb that stays carries no sentence that says it goes, on any tree toward any form', () => {
  let kept = 0;
  for (const [name, state] of trees)
    for (const form of shareOf([state.form, ...FORM_IDS.filter((id) => id !== state.form)], 5)) {
      const judged = judge({ ...state, form }, { withPrices: false });
      if (judged.kind !== 'judged') continue;
      for (const { stemId, decision, reasons } of Object.values(judged.verdicts)) {
        if (!STAYS.includes(decision)) continue;
        kept++;
        for (const reason of reasons)
          expect(tell(reason), `${name} ${form} ${stemId} ${decision}`).not.toMatch(GOES);
      }
    }
  expect(kept).toBeGreaterThan(400);
});
