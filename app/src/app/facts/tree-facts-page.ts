import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  CAME_AS,
  FORM_IDS,
  formCalled,
  isDay,
  KINDS,
  kindCalled,
  kindFacts,
  LONGEST_ROW,
  rowFrom,
  TAKEN_OUT_WHY,
  type ClearanceSector,
  type FormId,
  type TakenOutWhy,
  type TreeDescription,
  type TreeRecord,
} from '../../../../core';
import { WholeDay } from '../fields/whole-day';
import { BookStore } from '../book/book-store';
import { BOOK_WORLD } from '../book/book-world';
import { MeasureField } from '../fields/measure-field';
import { ChillField } from './chill-field';
import { ClearanceList } from '../sites/clearance-list';
import { NoSuchTree } from '../tree/no-such-tree';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';

/** Height of a graft union where nobody has measured it, cm. */
const USUAL_UNION_CM = 10;
type MayLack = 'rootstock' | 'stockVigour' | 'cameAs' | 'roomCm';

/** All that is known of a tree, each fact set right in its place; moved, copied along a row, or taken out of the yard. */
@Component({
  selector: 'eb-tree-facts-page',
  imports: [ChillField, ClearanceList, MeasureField, NoSuchTree, RouterLink, Say, Told, WholeDay],
  templateUrl: './tree-facts-page.html',
  styleUrl: './tree-facts-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TreeFactsPage {
  private readonly tree = inject(TreeStore);
  private readonly router = inject(Router);
  private readonly world = inject(BOOK_WORLD);
  readonly book = inject(BookStore);
  readonly state = this.tree.state;
  readonly treeId = this.tree.treeId;

  readonly kinds = KINDS.map((facts) => ({ id: facts.id, name: kindCalled(facts) }));
  readonly forms = FORM_IDS.map((id) => ({ id, called: formCalled(id) }));
  readonly ways = CAME_AS;
  readonly vigours = ['weak', 'middling', 'strong'] as const;
  readonly whys = TAKEN_OUT_WHY;
  readonly mostInRow = LONGEST_ROW;

  readonly count = signal(3);
  readonly apartCm = signal<number | undefined>(300);
  readonly bearingDeg = signal<number | undefined>(90);
  readonly why = signal<TakenOutWhy>('died');
  readonly wrongDay = signal(false);
  /** What a tree adds to its site's own clearance. */
  readonly own = computed<readonly ClearanceSector[]>(() => this.state()?.record.clearance ?? []);
  readonly canSetOut = computed(
    () => this.count() >= 1 && this.count() <= LONGEST_ROW && this.apartCm() !== undefined,
  );

  set(change: TreeDescription, without: readonly (MayLack | 'clearance')[] = []): void {
    const treeId = this.treeId();
    void this.book.record({
      ...{ kind: 'tree-described', treeId, change },
      ...(without.length > 0 && { without }),
    });
  }

  name(name: string): void {
    if (name.trim() !== '') this.set({ name: name.trim() });
  }

  /** A kind on its own roots has no union; one that is grafted has one somewhere. */
  kind(id: string): void {
    const now = this.state()?.record;
    const { ownRooted } = kindFacts(id);
    if (!now) return;
    const roots = ownRooted === now.ownRooted ? {} : { ownRooted, unionCm: ownRooted ? 0 : USUAL_UNION_CM };
    this.set({ kind: kindFacts(id).id, ...roots });
  }

  ownRoots(ownRooted: boolean): void {
    this.set({ ownRooted, unionCm: ownRooted ? 0 : USUAL_UNION_CM });
  }

  planted(day: string): void {
    this.wrongDay.set(!isDay(day));
    if (isDay(day)) this.set({ planted: day });
  }

  /** A fact that need not be said: given, or said no longer. */
  optional<F extends MayLack>(fact: F, value: TreeRecord[F] | undefined | ''): void {
    if (value === undefined || value === '') this.set({}, [fact]);
    else this.set({ [fact]: value });
  }

  /** Chill that its variety is reckoned with on this site, whichever of its trees it was said of; portions. */
  readonly chillPortions = computed(() => {
    const now = this.state();
    if (!now) return undefined;
    const { kind, variety } = now.record;
    const { asks } = this.book.placeOf()(now.site.id);
    return asks.find((one) => one.kind === kindFacts(kind).id && one.variety === variety)?.portions;
  });

  /** Chill is a fact of the variety: it is said of all its trees on this site. */
  chill(chillPortions: number | undefined): void {
    const now = this.state();
    if (!now) return;
    const { kind, variety } = now.record;
    const same = this.book
      .read()
      .trees.filter(
        ({ record, siteId }) => siteId === now.site.id && record.kind === kind && record.variety === variety,
      );
    const said =
      chillPortions === undefined
        ? { change: {}, without: ['chillPortions' as const] }
        : { change: { chillPortions } };
    void this.book.recordAll(
      same.map(({ record }) => ({ kind: 'tree-described', treeId: record.id, ...said })),
    );
  }

  clearance(clearance: readonly ClearanceSector[]): void {
    if (clearance.length === 0) this.set({}, ['clearance']);
    else this.set({ clearance });
  }

  form(form: string): void {
    void this.book.record({ kind: 'form-chosen', treeId: this.treeId(), form: form as FormId });
  }

  move(siteId: string): void {
    const place = this.state()?.record.place;
    if (place) void this.book.record({ kind: 'tree-moved', treeId: this.treeId(), siteId, place });
  }

  async setOut(): Promise<void> {
    const state = this.state();
    const [apartCm, bearingDeg] = [this.apartCm(), this.bearingDeg()];
    if (!state || apartCm === undefined || bearingDeg === undefined) return;
    const record = { ...state.record, form: state.form };
    const trees = rowFrom(record, { count: this.count(), apartCm, bearingDeg }, this.world.newId);
    const day = state.record.planted < this.book.today() ? state.record.planted : this.book.today();
    if (await this.book.record({ kind: 'row-added', siteId: state.site.id, trees }, day))
      await this.router.navigate(['/site', state.site.id]);
  }

  async takeOut(words: string): Promise<void> {
    const treeId = this.treeId();
    const isOut = await this.book.record({ kind: 'tree-taken-out', treeId, why: this.why(), words });
    if (isOut) await this.router.navigate(['/']);
  }
}
