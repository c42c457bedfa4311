import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Stands } from '../book/book-state';
import { BookStore } from '../book/book-store';
import { DEMO_YARD } from '../book/with-yards';
import { Say } from '../words/told';

/** All yards of this browser: those one works in, those put away, and those thrown away that can still be brought back. */
@Component({
  selector: 'eb-yards-page',
  imports: [RouterLink, Say],
  templateUrl: './yards-page.html',
  styleUrl: './yards-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardsPage {
  readonly book = inject(BookStore);
  private readonly router = inject(Router);

  readonly open = computed(() => this.standing('open'));
  readonly away = computed(() => this.standing('away'));
  readonly thrown = computed(() => this.standing('thrown'));

  isDemo(yardId: string): boolean {
    return yardId === DEMO_YARD;
  }

  readonly hasDemo = computed(() => this.book.yards().some(({ id }) => id === DEMO_YARD));

  rename(name: string): void {
    const now = name.trim();
    if (now !== '' && now !== this.book.read().name) void this.book.record({ kind: 'yard-named', name: now });
  }

  async go(yardId: string): Promise<void> {
    await this.book.openYard(yardId);
    await this.router.navigate(['/']);
  }

  async bringOut(yardId: string): Promise<void> {
    await this.book.bringOut(yardId);
    await this.router.navigate(['/']);
  }

  async freshDemo(): Promise<void> {
    await this.book.freshDemo();
    await this.router.navigate(['/']);
  }

  private standing(stands: Stands) {
    return this.book.yards().filter((yard) => yard.stands === stands);
  }
}
