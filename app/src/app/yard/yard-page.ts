import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formCalled, told, layOut, woodSeason, type TreeState } from '../../../../core';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { JudgingStore, type TreeJudging } from '../judging/judging-store';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { nextThing, type NextThing } from './next-thing';
import { PlantTree } from './plant-tree';
import { TreeSilhouette } from './tree-silhouette';
import { YardFiles } from './yard-files';

/** Pixels for each cm of tree, one scale for the whole yard; the least width lets a plate be read. */
const PX_PER_CM = 0.56;
const LEAST_WIDTH_PX = 120;

function scaleOf(states: readonly TreeState[]): { fullCm: number; heightPx: number } {
  const fullCm = Math.max(120, ...states.map(({ tree }) => extentOf(layOut(tree)).heightCm)) + 12;
  return { fullCm, heightPx: fullCm * PX_PER_CM };
}

function widthOf({ tree }: TreeState): { widthPx: number; halfWidthCm: number } {
  const widthPx = Math.max(LEAST_WIDTH_PX, (extentOf(layOut(tree)).radiusCm + 4) * 2 * PX_PER_CM);
  return { widthPx, halfWidthCm: widthPx / 2 / PX_PER_CM };
}

/** All trees of the yard, site by site, standing in a row on one ground line at one scale. */
@Component({
  selector: 'eb-yard-page',
  imports: [RouterLink, Say, Told, TreeSilhouette, YardFiles, PlantTree],
  templateUrl: './yard-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardPage {
  readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);
  private readonly words = inject(Words);

  readonly planting = signal<string | undefined>(undefined);

  readonly sites = computed(() => {
    const judged = this.judging.trees();
    const states = [...this.book.states().values()];
    return this.book.read().sites.map((site) => ({
      site,
      ...scaleOf(states.filter((state) => state.site.id === site.id)),
      where: told(site.latitudeDeg < 0 ? 'yard.south' : 'yard.north', {
        deg: Math.abs(site.latitudeDeg).toFixed(1),
      }),
      trees: states
        .filter((state) => state.site.id === site.id)
        .map((state) => {
          const answer = judged[state.record.id]?.judged;
          return {
            state,
            id: state.record.id,
            ...widthOf(state),
            what: this.words.treeOf(state.record),
            form: formCalled(state.form),
            season: woodSeason(state.site, state.today),
            verdicts: answer?.kind === 'judged' ? answer.verdicts : {},
            ...this.nextAt(judged[state.record.id]),
          };
        }),
    }));
  });

  private nextAt(judging: TreeJudging | undefined): { next: NextThing; todo: string } {
    const next = nextThing(judging);
    return { next, todo: this.words.arg({ list: next.words }) };
  }

  /** The tree with the most to do, for a first look. */
  readonly first = computed(() => {
    const trees = this.sites().flatMap((site) => site.trees);
    return trees.reduce<(typeof trees)[number] | undefined>(
      (most, tree) => (tree.next.acts > (most?.next.acts ?? 0) ? tree : most),
      undefined,
    );
  });
}
