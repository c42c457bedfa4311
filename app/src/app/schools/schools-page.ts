import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  answerCalled,
  asked,
  countedAs,
  QUESTION_IDS,
  QUESTIONS,
  SCHOOL_IDS,
  schoolAbout,
  schoolCalled,
  schoolOf,
  share,
  told,
  type ActCount,
  type Message,
  type Answers,
  type Judged,
  type QuestionId,
  type SchoolId,
  type TreeState,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { Ponder } from '../judging/ponder';
import { smallExtent } from '../drawing/small-drawing';
import { keptFor } from '../shell/kept-for';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { scrollToFragment } from '../words/scroll-to-fragment';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** One tree under two schools, side by side: drawn after the work, with the account of each, and what they differ in. */
@Component({
  selector: 'eb-schools-page',
  imports: [RouterLink, Say, Told, TreeSilhouette],
  templateUrl: './schools-page.html',
  styleUrl: './schools-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SchoolsPage {
  private readonly tree = inject(TreeStore);
  readonly treeId = this.tree.treeId;
  private readonly book = inject(BookStore);
  private readonly ponder = inject(Ponder);

  readonly state = this.tree.state;
  private readonly edits = computed(() => this.book.read().schoolEdits);
  readonly schools = SCHOOL_IDS.map((id) => ({ id, called: schoolCalled(id) }));

  readonly left = keptFor(
    () => this.state()?.school.id,
    (id): SchoolId => id ?? 'middle-way',
  );
  readonly right = signal<SchoolId>('bend-to-bear');
  private readonly sides = [this.left, this.right];
  private readonly asked = this.sides.map((side) =>
    this.ponder.about(
      'judge',
      computed(() => {
        const state = this.under(side());
        return state && { state };
      }),
    ),
  );

  readonly season = this.tree.season;
  readonly extent = computed(() => smallExtent(this.state()));

  readonly columns = computed(() =>
    this.sides.map((side, i) => {
      const school = schoolOf(side(), this.edits());
      const asked = this.asked[i]?.now();
      const judged = asked?.kind === 'answered' ? asked.answer : undefined;
      return {
        i,
        school,
        called: schoolCalled(school.id),
        about: schoolAbout(school.id),
        isNow: this.state()?.school.id === school.id,
        isWaiting: asked?.kind === 'waiting',
        tree: judged?.kind === 'judged' ? judged.plan.after : this.state()?.tree,
        account: judged ? accountOf(judged) : [],
      };
    }),
  );

  /** Every question with both sides' answers, those they differ in first. */
  readonly questions = computed(() => {
    const [a, b] = this.columns().map(({ school }) => school.answers) as [Answers, Answers];
    const rows = QUESTION_IDS.map((id) => ({
      id,
      asks: asked(id),
      options: (QUESTIONS.find((question) => question.id === id)?.answers ?? []).map((answer) => ({
        ...{ id: answer.id, says: answerCalled(id, answer.id).says },
      })),
      sides: [a, b].map((answers) => ({ id: answers[id], why: answerCalled(id, answers[id]).why })),
      differs: a[id] !== b[id],
    }));
    return [...rows.filter(({ differs }) => differs), ...rows.filter(({ differs }) => !differs)];
  });

  readonly isEdited = computed(() =>
    this.columns().map(({ school }) => Object.keys(this.edits()[school.id] ?? {}).length > 0),
  );

  constructor() {
    scrollToFragment();
  }

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
    void this.book.record(() => {
      const answers = { ...this.edits()[school], [question]: answer } as Partial<Answers>;
      return { kind: 'school-edited', school, answers, anew: [question] };
    });
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

function accountOf(judged: Judged): Message[] {
  if (judged.kind === 'whip') {
    const { limbs, headAtCm, buds } = judged.whip;
    return [
      told(headAtCm === undefined ? 'schools.top-left' : 'schools.headed'),
      told('schools.buds', { n: limbs.length }),
      told('schools.notched', { n: buds.filter(({ notched }) => notched).length }),
    ];
  }
  if (judged.kind !== 'judged') return [];
  const { acts, account, caps, wounds } = judged.plan;
  const count = (as: ActCount): number => acts.filter((act) => countedAs(act) === as).length;
  const left = Object.values(judged.verdicts).filter(({ rule }) => rule === 'free-growth').length;
  return [
    told('forms.work', { out: count('take-out'), shortened: count('shorten'), bent: count('bend') }),
    ...(left > 0 ? [told('schools.free', { n: left })] : []),
    ...(count('date') > 0 ? [told('schools.dated', { n: count('date') })] : []),
    told('schools.wood', { wood: share(account.wood), cap: share(caps.wood) }),
    told('schools.rest', { shoots: share(account.shoots), points: share(account.points) }),
    told('schools.wounds', { n: wounds }),
  ];
}
