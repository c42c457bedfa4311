import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import {
  CAME_AS,
  isDay,
  KINDS,
  kindCalled,
  kindFacts,
  LONGEST_ROW,
  rowFrom,
  type CameAs,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { BOOK_WORLD } from '../book/book-world';
import { MeasureField } from '../fields/measure-field';
import { Say, Told } from '../words/told';

/** Space between a new tree and the last one of its row, cm. */
const SPACING_CM = 300;
/** A row runs east until it is turned on the plan. */
const EAST_DEG = 90;

/** A tree is added by what it is called and what it is; the rest follows from its kind and can be read later. */
@Component({
  selector: 'eb-plant-tree',
  imports: [MeasureField, Say, Told, FormsModule],
  template: `
    <form class="plant" (ngSubmit)="plant()">
      <label
        >{{ 'plant-tree.called' | say }} <input name="called" required maxlength="60" [(ngModel)]="called"
      /></label>
      <label>
        {{ 'plant-tree.kind' | say }}
        <select name="kind" [(ngModel)]="kind">
          @for (facts of kinds; track facts.id) {
            <option [value]="facts.id">{{ facts.name | told }}</option>
          }
        </select>
      </label>
      <label
        >{{ 'plant-tree.variety' | say }} <input name="variety" maxlength="60" [(ngModel)]="variety"
      /></label>
      <label>
        {{ 'plant-tree.came' | say }}
        <select name="cameAs" [(ngModel)]="cameAs">
          <option value="">{{ 'form-chooser.not-known' | say }}</option>
          @for (way of ways; track way) {
            <option [value]="way">{{ $any('came.' + way) | say }}</option>
          }
        </select>
      </label>
      <label
        >{{ 'plant-tree.planted' | say }} <input name="planted" type="date" required [(ngModel)]="planted"
      /></label>
      <label
        >{{ 'plant-tree.how-many' | say }}
        <input
          #many
          name="many"
          type="number"
          min="1"
          [max]="mostInRow"
          [value]="count()"
          (input)="count.set(+many.value)"
      /></label>
      @if (count() > 1) {
        <eb-measure-field
          class="apart"
          [label]="'plant-tree.apart'"
          dimension="length"
          [value]="apartCm()"
          [least]="20"
          [most]="1500"
          (given)="apartCm.set($event ?? apartCm())"
        />
      }
      <button type="submit" class="btn btn-ink" [disabled]="!isReady()">
        {{ 'plant-tree.plant-it' | say }}
      </button>
    </form>
  `,
  styleUrl: './plant-tree.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlantTree {
  readonly siteId = input.required<string>();
  readonly done = output();
  private readonly book = inject(BookStore);
  private readonly world = inject(BOOK_WORLD);
  private readonly router = inject(Router);

  readonly kinds = KINDS.map((facts) => ({ id: facts.id, name: kindCalled(facts) }));
  readonly called = signal('');
  readonly kind = signal('apple');
  readonly variety = signal('');
  readonly ways = CAME_AS;
  readonly cameAs = signal<CameAs | ''>('');
  readonly planted = signal(this.book.today());
  readonly count = signal(1);
  readonly apartCm = signal(SPACING_CM);
  readonly mostInRow = LONGEST_ROW;
  readonly isReady = computed(
    () =>
      this.called().trim() !== '' &&
      isDay(this.planted()) &&
      Number.isInteger(this.count()) &&
      this.count() >= 1 &&
      this.count() <= this.mostInRow,
  );

  async plant(): Promise<void> {
    const facts = kindFacts(this.kind());
    const treeId = this.world.newId();
    const cameAs = this.cameAs();
    const last = Math.max(
      -SPACING_CM,
      ...[...this.book.states().values()]
        .filter(({ site }) => site.id === this.siteId())
        .map(({ record }) => record.place.eastCm),
    );
    const tree = {
      id: treeId,
      name: this.called().trim(),
      kind: facts.id,
      variety: this.variety().trim(),
      unionCm: facts.ownRooted ? 0 : 10,
      ownRooted: facts.ownRooted,
      planted: this.planted(),
      place: { eastCm: last + SPACING_CM, northCm: 0 },
      form: facts.defaultForm.value,
      ...(cameAs && { cameAs }),
    };
    // It is in the book from the day it was planted, so that it can be read as it was before today.
    const [today, siteId] = [this.book.today(), this.siteId()];
    const on = tree.planted < today ? tree.planted : today;
    const count = this.count();
    if (count === 1) {
      if (!(await this.book.record({ kind: 'tree-added', treeId, siteId, tree }, on))) return;
      this.done.emit();
      await this.router.navigate(['/tree', treeId]);
      return;
    }
    const row = { count: count - 1, apartCm: this.apartCm(), bearingDeg: EAST_DEG };
    const first = { ...tree, name: `${tree.name} 1` };
    const trees = [first, ...rowFrom(first, row, this.world.newId)];
    if (await this.book.record({ kind: 'row-added', siteId, trees }, on)) this.done.emit();
  }
}
