import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { BookStore } from '../book/book-store';
import { Say } from '../words/told';
import { RoundStore } from './round-store';

/** After the last tree: what was done and left since the round began, and back to the yard. */
@Component({
  selector: 'eb-round-done',
  imports: [RouterLink, Say],
  template: `
    <div class="leaf-page">
      <header class="leaf-head">
        <h1>{{ 'round.done' | say }}</h1>
        <p>{{ 'round.done.count' | say: counts() }}</p>
      </header>
      <ul>
        @for (tree of trees(); track tree.id) {
          <li>
            <a [routerLink]="['/tree', tree.id]">{{ tree.name }}</a>
            <span>{{ 'round.done.tree' | say: tree }}</span>
          </li>
        }
      </ul>
      <p class="caution">{{ 'round.clean' | say }}</p>
      <button type="button" class="btn btn-act" (click)="end()">{{ 'round.finish' | say }}</button>
    </div>
  `,
  styleUrl: './round-done.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundDone {
  private readonly book = inject(BookStore);
  private readonly round = inject(RoundStore);
  private readonly router = inject(Router);

  readonly trees = computed(() => {
    const began = this.book.round()?.began ?? this.book.today();
    const { eventsOf } = this.book.read();
    return this.round.trees().map(({ state: { record } }) => {
      const events = (eventsOf.get(record.id) ?? []).filter(({ happenedOn }) => happenedOn >= began);
      const done = events.reduce((n, event) => {
        if (event.kind === 'acts-done') return n + event.acts.length;
        return event.kind === 'season-work' && event.isDone ? n + 1 : n;
      }, 0);
      const left = events.filter(
        (event) => event.kind === 'left-undone' || (event.kind === 'season-work' && !event.isDone),
      ).length;
      return { id: record.id, name: record.name, done, left };
    });
  });
  readonly counts = computed(() => ({
    trees: this.trees().length,
    done: this.trees().reduce((sum, { done }) => sum + done, 0),
    left: this.trees().reduce((sum, { left }) => sum + left, 0),
  }));

  async end(): Promise<void> {
    await this.round.finish();
    await this.router.navigate(['/']);
  }
}
