import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { layOut, told } from '../../../../core';
import { BookStore } from '../book/book-store';
import { BOOK_WORLD } from '../book/book-world';
import { DEMO_YARD } from '../book/with-yards';
import { extentOf } from '../drawing/frame';
import { DueFirst } from '../due/due-first';
import { JudgingStore } from '../judging/judging-store';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { goneWords } from '../tree/gone-words';
import { DrawnInTurn } from './drawn-in-turn';
import { nextThing } from './next-thing';
import { PlantTree } from './plant-tree';
import { PX_PER_CM, StandingTree } from './standing-tree';
import { YardFiles } from './yard-files';

/** Least height a row of trees is drawn for, and the room over the highest, cm. */
const LEAST_CM = 120;
const OVER_CM = 12;
/** Trees that are given their place at once, which fill a window; and how many at a time after that, so that no frame is late. */
const AT_ONCE = 36;
const A_TIME = 60;
const PAUSE_MS = 120;

/** All trees of the yard, site by site, standing in a row on one ground line at one scale. */
@Component({
  selector: 'eb-yard-page',
  imports: [DueFirst, RouterLink, Say, Told, StandingTree, YardFiles, PlantTree],
  templateUrl: './yard-page.html',
  styleUrl: './yard-page.scss',
  providers: [DrawnInTurn],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardPage {
  readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);
  private readonly words = inject(Words);

  private readonly world = inject(BOOK_WORLD);
  private readonly router = inject(Router);

  /** The place a tree is being entered at: that of a yard just begun, to begin with. */
  readonly planting = signal(inject(ActivatedRoute).snapshot.queryParamMap.get('plant') ?? undefined);
  readonly isDemo = computed(() => this.book.yard().id === DEMO_YARD);
  readonly gone = computed(() => this.book.read().gone.map(goneWords));

  private readonly all = computed(() => {
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

  /** How many trees have their place on the page: the first few at once, the others soon after. */
  private readonly placed = signal(AT_ONCE);

  readonly sites = computed(() => {
    let left = this.placed();
    return this.all().map((site) => {
      const trees = site.trees.slice(0, left);
      left -= trees.length;
      return { ...site, trees, isBare: site.trees.length === 0 };
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

  /** A place like the last one, to be told apart on its own page. */
  async addPlace(): Promise<void> {
    const last = this.book.read().sites.at(-1);
    const site = {
      ...{ id: this.world.newId(), name: this.words.say('yard.new-place'), north: last?.north ?? 'magnetic' },
      ...{ latitudeDeg: last?.latitudeDeg ?? 52, reachCm: last?.reachCm ?? 220, clearance: [] },
    };
    if (await this.book.record({ kind: 'site-added', site })) await this.router.navigate(['/site', site.id]);
  }

  putBack(eventId: string): void {
    void this.book.record({ kind: 'withdraw', target: eventId });
  }

  constructor() {
    effect((onCleanup) => {
      if (this.placed() >= this.book.states().size) return;
      const more = setTimeout(() => this.placed.update((placed) => placed + A_TIME), PAUSE_MS);
      onCleanup(() => clearTimeout(more));
    });
  }
}
