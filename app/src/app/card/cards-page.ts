import { DOCUMENT } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { kitFor, kitTogether, minutesFor, sceneOf } from '../../../../core';
import { BookStore } from '../book/book-store';
import { timeTold } from '../words/time-told';
import { Words } from '../words/words';
import { kitParts } from './kit-words';
import { PartPicker } from './part-picker';
import { yardWork } from './yard-work';
import { WorkCard } from './work-card';
import { Say } from '../words/told';

/** Work cards to print: of one tree, or of every tree with work, site by site in walking order. */
@Component({
  selector: 'eb-cards-page',
  imports: [PartPicker, RouterLink, Say, WorkCard],
  templateUrl: './cards-page.html',
  styleUrls: ['./cards-page.scss', './card.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CardsPage {
  readonly treeId = input<string>();
  /** Which part of the yard, as the address says it; the whole yard when it says nothing. */
  readonly of = input<string>();
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private readonly router = inject(Router);
  readonly paper = signal<'A4' | 'letter'>('A4');

  private readonly work = yardWork(this.treeId, this.of);
  /** The sites and rows that cards may be printed for, besides the whole yard; trees still being judged; and those with cards. */
  readonly parts = this.work.parts;
  readonly waiting = this.work.waiting;
  readonly cards = this.work.planned;

  readonly name = computed(() => {
    const id = this.treeId();
    return id === undefined ? undefined : this.book.states().get(id)?.record.name;
  });

  /** What to carry for all of them, and how long it takes. */
  readonly round = computed(() => {
    const cards = this.cards();
    if (cards.length < 2) return undefined;
    const scenes = cards.map(({ state, judged }) => ({ scene: sceneOf(state), acts: judged.plan.acts }));
    const minutes = scenes.reduce((sum, { scene, acts }) => sum + minutesFor(scene, acts), 0);
    return {
      trees: cards.map(({ state }) => state.record.name).join(' → '),
      kit: this.words.line(kitParts(kitTogether(scenes.map(({ scene, acts }) => kitFor(scene, acts))))),
      time: timeTold(minutes),
    };
  });

  constructor() {
    // The size of the page is the printer's affair: a rule of its own, for as long as this page is open.
    const document = inject(DOCUMENT);
    const size = document.head.appendChild(document.createElement('style'));
    inject(DestroyRef).onDestroy(() => size.remove());
    effect(() => (size.textContent = `@page { size: ${this.paper()}; }`));
  }

  choose(part: string): void {
    void this.router.navigate(['/cards'], { queryParams: part === '' ? {} : { of: part } });
  }

  print(): void {
    window.print();
  }
}
