import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { layOut, told } from '../../../../core';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { JudgingStore } from '../judging/judging-store';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { nextThing } from './next-thing';
import { PlantTree } from './plant-tree';
import { PX_PER_CM, StandingTree } from './standing-tree';
import { YardFiles } from './yard-files';

/** Least height a row of trees is drawn for, and the room over the highest, cm. */
const LEAST_CM = 120;
const OVER_CM = 12;

/** All trees of the yard, site by site, standing in a row on one ground line at one scale. */
@Component({
  selector: 'eb-yard-page',
  imports: [RouterLink, Say, Told, StandingTree, YardFiles, PlantTree],
  templateUrl: './yard-page.html',
  styleUrl: './yard-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardPage {
  readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);
  private readonly words = inject(Words);

  readonly planting = signal<string | undefined>(undefined);

  readonly sites = computed(() => {
    const states = [...this.book.states().values()];
    return this.book.read().sites.map((site) => {
      const trees = states.filter((state) => state.site.id === site.id);
      const heights = trees.map(({ tree }) => extentOf(layOut(tree)).heightCm);
      const fullCm = Math.max(LEAST_CM, ...heights) + OVER_CM;
      const deg = Math.abs(site.latitudeDeg).toFixed(1);
      const where = told(site.latitudeDeg < 0 ? 'yard.south' : 'yard.north', { deg });
      return { site, where, trees, fullCm, heightPx: fullCm * PX_PER_CM };
    });
  });

  /** The tree with the most to do, for a first look. */
  readonly first = computed(() => {
    const judged = this.judging.trees();
    const next = [...this.book.states().values()].map(({ record }) => ({
      ...{ id: record.id, name: record.name, next: nextThing(judged[record.id]) },
    }));
    const most = next.reduce<(typeof next)[number] | undefined>(
      (best, tree) => (tree.next.acts > (best?.next.acts ?? 0) ? tree : best),
      undefined,
    );
    return most && { ...most, todo: this.words.arg({ list: most.next.words }) };
  });
}
