import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap';
import {
  isWindowAct,
  kindFacts,
  told,
  UNDONE_WHY,
  WOUND_LOOKS,
  type Due,
  type TreeState,
  type UndoneWhy,
  type WoundLook,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { RadioRow, type Choice } from '../fields/radio-row';
import { csvOf } from '../kit/kit-table';
import { download } from '../shell/download';
import { TreeWork } from '../tree/tree-work';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { calendarOf } from './due-calendar';
import { grouped, ORDERS, SPANS, wantedOf, type DueOrder, type Span } from './due-groups';
import { DueStore } from './due-store';
import { dueCalled, dueInFull, holdsBend, isTickedHere, limbsTold, tickCalled, whenTold } from './due-words';

/** Everything that is due in the yard: why now, what if not, and ticking it. */
@Component({
  selector: 'eb-due-page',
  imports: [NgbDropdownModule, RadioRow, RouterLink, Say, Told],
  providers: [TreeWork],
  templateUrl: './due-page.html',
  styleUrl: './due-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DuePage {
  readonly book = inject(BookStore);
  readonly store = inject(DueStore);
  private readonly words = inject(Words);
  private readonly work = inject(TreeWork);

  readonly span = signal<Span>('now');
  readonly order = signal<DueOrder>('urgency');
  readonly siteId = signal<string | undefined>(undefined);
  readonly kind = signal<string | undefined>(undefined);
  readonly name = signal('');

  readonly spans: readonly Choice<Span>[] = SPANS.map((id) => ({ id, code: `due.span.${id}` }));
  readonly orders: readonly Choice<DueOrder>[] = ORDERS.map((id) => ({ id, code: `due.order.${id}` }));
  readonly whys = UNDONE_WHY;
  readonly looks = WOUND_LOOKS;

  readonly sites = computed(() => this.book.read().sites);
  readonly kinds = computed(() => {
    const ids = new Set([...this.book.states().values()].map(({ record }) => record.kind));
    return [...ids].map((id) => ({ id, words: told(`kind.${kindFacts(id).id}`) }));
  });

  readonly due = computed(() =>
    wantedOf(this.store.all(), this.book.states(), {
      ...{ span: this.span(), name: this.name() },
      ...(this.siteId() !== undefined && { siteId: this.siteId() as string }),
      ...(this.kind() !== undefined && { kind: this.kind() as string }),
    }),
  );
  readonly groups = computed(() => grouped(this.due(), this.book.states(), this.order()));
  readonly next = computed(() =>
    this.store.all().find(({ pressing }) => pressing === 'week' || pressing === 'later'),
  );

  readonly called = dueCalled;
  readonly tickCalled = tickCalled;
  readonly when = whenTold;
  readonly isTickedHere = isTickedHere;
  readonly isWindowAct = isWindowAct;
  readonly holdsBend = holdsBend;

  /** Whether a line is of the same work as the one above it. */
  isSame(above: Due | undefined, due: Due): boolean {
    return above?.what === due.what && above.thing === due.thing;
  }

  tree(due: Due): TreeState | undefined {
    return this.book.states().get(due.treeId);
  }
  limbs(due: Due): string {
    return limbsTold(due, this.tree(due));
  }

  tick(due: Due, isDone: boolean, why?: UndoneWhy): void {
    void (isDone ? this.work.ticked(due) : this.work.leftDue(due, why ?? 'other'));
  }

  /** What held a limb was let go, the limb came back too far, and it was tied again. */
  tiedAgain(due: Due): void {
    void this.work.fixing(due, { staysOff: false });
  }

  woundSeen({ treeId, limbId = '' }: Due, looks: WoundLook): void {
    void this.work.woundSeen(treeId, limbId, looks);
  }

  calendar(): void {
    const all = this.due().map((due) => ({ due, title: this.title(due), words: dueInFull(due, this.words) }));
    download(`due-${this.book.today()}.ics`, calendarOf(all, this.book.today()), 'text/calendar');
  }

  table(): void {
    const head = (['tree', 'place', 'what', 'from', 'best', 'to', 'why'] as const).map((name) =>
      this.words.say(`due.col.${name}`),
    );
    const rows = this.due().map((due) => {
      const tree = this.tree(due);
      const what = this.words.tell(dueCalled(due));
      return [
        tree?.record.name ?? '',
        tree?.site.name ?? '',
        what,
        due.from,
        due.on,
        due.to,
        this.words.tell(due.why),
      ];
    });
    download(`due-${this.book.today()}.csv`, csvOf([head, ...rows]), 'text/csv');
  }

  print(): void {
    window.print();
  }

  private title(due: Due): string {
    return this.words.say('due.on-tree', {
      what: dueCalled(due),
      tree: this.tree(due)?.record.name ?? '',
    });
  }
}
