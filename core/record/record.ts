import { judge, type Judged } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { ENGLISH } from '../words/catalogue/english';
import { tellerIn } from '../words/teller';
import { explainFinding } from '../findings';
import type { FormId } from '../kinds/form-ids';
import type { TreeState } from '../history/tree-at';
import { schoolOf, type SchoolId } from '../schools/schools';
import { kitFor, minutesFor } from '../work/kit';
import { workLines } from '../work/lines';

/** What the program says of one tree, section by section, as lines of plain text in metric units. */
export interface Said {
  findings: string[];
  verdicts: string[];
  acts: string[];
  account: string[];
  card: string[];
}

const tell = tellerIn(ENGLISH, 'metric');

/** A tree as it would be judged in a form and by a school. */
export const turnedTo = (state: TreeState, form: FormId, school: SchoolId): TreeState => ({
  ...state,
  form,
  school: schoolOf(school),
});

/** All that is said of a tree: findings, verdicts with their reasons, acts, account and the lines of its card. */
export function saidOf(state: TreeState): Said {
  const judged = judge(state, { withPrices: false });
  const findings = judged.findings.map(
    (finding) => `${finding.gravity}: ${tell(explainFinding(finding, state.tree))}`,
  );
  return { findings, ...rest(state, judged) };
}

function rest(state: TreeState, judged: Judged): Omit<Said, 'findings'> {
  if (judged.kind === 'not-judged') return { verdicts: [judged.why], acts: [], account: [], card: [] };
  if (judged.kind === 'whip') {
    const { buds, headAtCm, limbs, reasons } = judged.whip;
    const notable = buds.filter(({ role }) => role !== 'rub-off' && role !== 'cut-off');
    return {
      verdicts: reasons.map(tell),
      acts: [
        `head ${round(headAtCm)}`,
        ...notable.map(({ bud, role, notched }) => `${bud} ${role} ${notched}`),
      ],
      account: [],
      card: limbs.map(({ bud, heightCm, bearingDeg }) => `${bud} ${round(heightCm)} ${round(bearingDeg)}`),
    };
  }
  const { plan, verdicts, setFindings } = judged;
  const scene = sceneOf(state);
  const { account, caps, wounds, largestWoundMm } = plan;
  return {
    verdicts: Object.values(verdicts).map(({ stemId, decision, word, until, keptFor, rule, reasons }) =>
      [stemId, decision, word, until, keptFor, rule, ...reasons.map(tell)].join(' | '),
    ),
    acts: plan.acts.map((act) => JSON.stringify({ ...act, reason: tell(act.reason) }, rounded)),
    account: [
      ...[account, caps].map((shares) => JSON.stringify(shares, rounded)),
      `${wounds} wounds, ${round(largestWoundMm)} mm`,
      ...setFindings.planned.map((finding) => tell(explainFinding(finding, state.tree))),
    ],
    card: [
      ...workLines(scene, judged).map(({ number, phase, tag, where, words, tool, cautions }) =>
        [number, phase, tag, where && tell(where), tell(words), tool, ...cautions.map(tell)].join(' | '),
      ),
      JSON.stringify(kitFor(scene, plan.acts)),
      `${round(minutesFor(scene, plan.acts))} min`,
      ...plan.notes.map(tell),
    ],
  };
}

const round = (x: number | undefined): number | string => (x === undefined ? '-' : Math.round(x * 10) / 10);
const rounded = (key: string, value: unknown): unknown =>
  key === 'id' ? undefined : typeof value === 'number' ? Math.round(value * 1000) / 1000 : value;
