import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  answered,
  QUESTION_IDS,
  QUESTIONS,
  SCHOOL_IDS,
  schoolOf,
  type Answers,
  type Judged,
  type QuestionId,
  type SchoolId,
  type TreeState,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { Ponder } from '../judging/ponder';
import { drawnSeason, smallExtent } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** One tree under two schools, side by side: drawn after the work, with the account of each, and what they differ in. */
@Component({
  selector: 'eb-schools-page',
  imports: [RouterLink, TreeSilhouette],
  templateUrl: './schools-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SchoolsPage {
  readonly treeId = input.required<string>();
  private readonly book = inject(BookStore);
  private readonly ponder = inject(Ponder);

  readonly state = computed(() => this.book.states().get(this.treeId()));
  private readonly edits = computed(() => this.book.read().schoolEdits);
  readonly schools = computed(() => SCHOOL_IDS.map((id) => schoolOf(id, this.edits())));

  readonly left = linkedSignal<SchoolId>(() => this.state()?.school.id ?? 'middle-way');
  readonly right = signal<SchoolId>('bend-to-bear');
  private readonly sides = [this.left, this.right];
  private readonly asked = this.sides.map((side) =>
    this.ponder.about(
      'judge',
      computed(() => {
        const state = this.under(side());
        return state && { state, units: this.book.units() };
      }),
    ),
  );

  readonly season = computed(() => drawnSeason(this.state(), this.book.today()));
  readonly extent = computed(() => smallExtent(this.state()));

  readonly columns = computed(() =>
    this.sides.map((side, i) => {
      const school = schoolOf(side(), this.edits());
      const asked = this.asked[i]?.();
      const judged = asked?.kind === 'answered' ? asked.answer : undefined;
      return {
        i,
        school,
        isNow: this.state()?.school.id === school.id,
        isWaiting: asked?.kind === 'waiting',
        tree: judged?.kind === 'judged' ? judged.plan.after : this.state()?.tree,
        account: judged ? accountWords(judged) : [],
      };
    }),
  );

  /** Every question with both sides' answers, those they differ in first. */
  readonly questions = computed(() => {
    const [a, b] = this.columns().map(({ school }) => school.answers) as [Answers, Answers];
    const rows = QUESTION_IDS.map((id) => ({
      id,
      asks: answered(a, id).question.asks,
      options: QUESTIONS.find((question) => question.id === id)?.answers ?? [],
      sides: [a, b].map((answers) => answered(answers, id).answer),
      differs: a[id] !== b[id],
    }));
    return [...rows.filter(({ differs }) => differs), ...rows.filter(({ differs }) => !differs)];
  });

  readonly isEdited = computed(() =>
    this.columns().map(({ school }) => Object.keys(this.edits()[school.id] ?? {}).length > 0),
  );

  pick(i: number, id: string): void {
    this.sides[i]?.set(id as SchoolId);
  }

  choose(school: SchoolId): void {
    void this.book.record({ kind: 'school-chosen', treeId: this.treeId(), school });
  }

  /** Changes one answer of a school, for the whole yard. */
  answer(i: number, question: QuestionId, answer: string): void {
    const school = this.sides[i]?.();
    if (!school) return;
    const answers = { ...this.edits()[school], [question]: answer } as Partial<Answers>;
    void this.book.record({ kind: 'school-edited', school, answers });
  }

  reset(i: number): void {
    const school = this.sides[i]?.();
    if (school) void this.book.record({ kind: 'school-edited', school, answers: {} });
  }

  private under(id: SchoolId): TreeState | undefined {
    const state = this.state();
    return state && { ...state, school: schoolOf(id, this.edits()) };
  }
}

function accountWords(judged: Judged): string[] {
  if (judged.kind === 'whip') {
    const { limbs, headAtCm, buds } = judged.whip;
    const notched = buds.filter((bud) => bud.notched).length;
    return [
      headAtCm === undefined ? 'top left' : 'headed',
      `${limbs.length} buds left`,
      `${notched} notched`,
    ];
  }
  if (judged.kind !== 'judged') return [];
  const { acts, account, caps, wounds } = judged.plan;
  const count = (...kinds: string[]): number => acts.filter(({ kind }) => kinds.includes(kind)).length;
  const percent = (share: number): string => `${Math.round(share * 100)} %`;
  const left = Object.values(judged.verdicts).filter(({ rule }) => rule === 'free-growth').length;
  return [
    `${count('take-out')} out, ${count('shorten')} shortened, ${count('bend', 'swing', 'spread')} bent`,
    ...(left > 0 ? [`${left} left to grow for now`] : []),
    ...(count('stay') > 0 ? [`${count('stay')} dated for a later winter`] : []),
    `${percent(account.wood)} of the wood (cap ${percent(caps.wood)})`,
    `${percent(account.shoots)} of the shoots, ${percent(account.points)} of the growing points`,
    `${wounds} wounds`,
  ];
}
