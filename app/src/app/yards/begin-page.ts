import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Site } from '../../../../core';
import { BookStore } from '../book/book-store';
import { BOOK_WORLD } from '../book/book-world';
import { SiteFields, type SiteGiven } from '../sites/site-fields';
import { Say } from '../words/told';

/** What a place is taken to be until it is said otherwise: read by compass, picked by somebody of middling height. */
const AS_A_RULE: Omit<Site, 'id' | 'name'> = {
  ...{ latitudeDeg: 52, north: 'magnetic', reachCm: 220, clearance: [] },
};

/** A yard of one's own, begun: what it is called, and the first place in it. */
@Component({
  selector: 'eb-begin-page',
  imports: [RouterLink, Say, SiteFields],
  templateUrl: './begin-page.html',
  styleUrl: './begin-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BeginPage {
  private readonly book = inject(BookStore);
  private readonly router = inject(Router);
  private readonly world = inject(BOOK_WORLD);
  readonly called = signal('');
  readonly site = signal<Site>({ id: this.world.newId(), name: '', ...AS_A_RULE });
  readonly isReady = computed(() => this.called().trim() !== '' && this.site().name.trim() !== '');

  change({ change }: SiteGiven): void {
    this.site.update((site) => ({ ...site, ...change }));
  }

  async begin(): Promise<void> {
    const site = this.site();
    if (this.isReady() && (await this.book.begin(this.called().trim(), site)))
      await this.router.navigate(['/'], { queryParams: { plant: site.id } });
  }
}
