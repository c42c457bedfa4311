import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { map } from 'rxjs';
import type { Place } from '../../../../core';
import { BookStore } from '../book/book-store';
import { SiteWeather } from '../weather/site-weather';
import { Say } from '../words/told';
import { PlantTree } from '../yard/plant-tree';
import { SiteFields, type SiteGiven } from './site-fields';
import { SitePlan } from './site-plan';

/** One place of the yard: all that is known of it, and where its trees stand. What is changed is in the book at once. */
@Component({
  selector: 'eb-site-page',
  imports: [PlantTree, RouterLink, Say, SiteFields, SitePlan, SiteWeather],
  templateUrl: './site-page.html',
  styleUrl: './site-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SitePage {
  readonly book = inject(BookStore);
  private readonly router = inject(Router);
  private readonly siteId = toSignal(
    inject(ActivatedRoute).paramMap.pipe(map((params) => params.get('siteId') ?? '')),
    { requireSync: true },
  );
  readonly isPlanting = signal(false);

  readonly site = computed(() => this.book.read().sites.find(({ id }) => id === this.siteId()));
  readonly trees = computed(() =>
    [...this.book.states().values()].filter(({ site }) => site.id === this.siteId()),
  );

  change({ change, without }: SiteGiven): void {
    const siteId = this.siteId();
    void this.book.record({ kind: 'site-changed', siteId, change, ...(without && { without }) } as never);
  }

  place({ treeId, place }: { treeId: string; place: Place }): void {
    void this.book.record({ kind: 'tree-moved', treeId, siteId: this.siteId(), place });
  }

  async takeOut(): Promise<void> {
    if (await this.book.record({ kind: 'site-taken-out', siteId: this.siteId() }))
      await this.router.navigate(['/']);
  }
}
