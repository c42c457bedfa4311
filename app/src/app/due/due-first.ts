import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';
import { alikeTogether, wantedOf } from './due-groups';
import { DueStore } from './due-store';
import { dueCalled, whenTold } from './due-words';

/** Most kinds of work, and trees of one, that are named: what is more stands on its own page. */
const MOST_GROUPS = 4;
const MOST_NAMES = 3;

/** What is due first in the yard, in a few lines. */
@Component({
  selector: 'eb-due-first',
  imports: [RouterLink, Say, Told],
  template: `
    <section class="due-first" [class.waits]="!store.whole()" [attr.aria-label]="'due.title' | say">
      @if (groups().length > 0) {
        <ul>
          @for (group of groups(); track group.key) {
            <li [attr.data-pressing]="group.pressing">
              <b>{{ called(group.first) | told }}</b>
              @for (tree of group.named; track tree.id) {
                <a [routerLink]="['/tree', tree.id]">{{ tree.name }}</a>
              }
              @if (group.more > 0) {
                <span>{{ 'due-first.more' | say: { n: group.more } }}</span>
              }
              <span class="when">{{ when(group.first) | told }}</span>
            </li>
          }
        </ul>
      } @else if (store.whole() && next(); as coming) {
        <p>
          {{ 'due.none-now' | say: { next: called(coming) } }}
          {{ when(coming) | told }}.
        </p>
      }
      @if (store.all().length > 0) {
        <p class="to">
          @if (goesOn(); as at) {
            <a class="tool go-on" routerLink="/round">{{ 'round.go-on' | say: { tree: at } }}</a>
          } @else {
            <a class="tool" routerLink="/round">{{ 'page.round' | say }}</a>
          }
          <a class="tool" routerLink="/due">{{ 'due.all' | say }}</a>
          <a class="tool" routerLink="/year">{{ 'page.year' | say }}</a>
        </p>
      }
    </section>
  `,
  styleUrl: './due-first.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DueFirst {
  private readonly book = inject(BookStore);
  readonly store = inject(DueStore);

  readonly groups = computed(() => {
    const trees = this.book.states();
    const due = wantedOf(this.store.all(), trees, { span: 'week' });
    return alikeTogether(due)
      .slice(0, MOST_GROUPS)
      .map(({ key, first, due: some }) => {
        const ids = [...new Set(some.map(({ treeId }) => treeId))];
        const named = ids.slice(0, MOST_NAMES).map((id) => ({ id, name: trees.get(id)?.record.name ?? id }));
        return { key, pressing: first.pressing, first, named, more: ids.length - named.length };
      });
  });
  readonly next = computed(() => this.store.all()[0]);
  /** The tree at which a round stands that is under way. */
  readonly goesOn = computed(() => this.book.states().get(this.book.round()?.at ?? '')?.record.name);

  readonly called = dueCalled;
  readonly when = whenTold;
}
