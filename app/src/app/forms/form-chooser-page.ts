import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  FORM_NAMES,
  formatValue,
  formOf,
  layOut,
  parseReading,
  CAME_AS,
  type CameAs,
  type Degree,
  type FormId,
  type SuitedForm,
  type TreeDescription,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { Ponder } from '../judging/ponder';
import { drawnSeason } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** This tree in each form, the best suited first: drawn as the form would leave it, with what it would take and why. */
@Component({
  selector: 'eb-form-chooser-page',
  imports: [RouterLink, TreeSilhouette],
  templateUrl: './form-chooser-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormChooserPage {
  readonly treeId = input.required<string>();
  private readonly book = inject(BookStore);

  readonly state = computed(() => this.book.states().get(this.treeId()));
  private readonly asked = inject(Ponder).about(
    'forms',
    computed(() => {
      const state = this.state();
      return state && state.tree.stems.length > 0 ? { state, units: this.book.units() } : undefined;
    }),
  );
  readonly ways = CAME_AS;
  readonly standing = computed(() => this.asked().kind);

  readonly season = computed(() => drawnSeason(this.state(), this.book.today()));
  readonly extent = computed(() => {
    const trees = this.forms().flatMap(({ tree }) => (tree ? [extentOf(layOut(tree))] : []));
    const [heightCm, radiusCm] = [trees.map((t) => t.heightCm), trees.map((t) => t.radiusCm)];
    return { fullCm: Math.max(120, ...heightCm) + 8, halfWidthCm: Math.max(50, ...radiusCm) + 6 };
  });

  readonly forms = computed(() => {
    const asked = this.asked();
    const now = this.state()?.form;
    if (asked.kind !== 'answered') return [];
    return asked.answer.map((suited) => ({
      ...suited,
      name: FORM_NAMES[suited.form],
      summary: formOf(suited.form)?.summary ?? '',
      isNow: suited.form === now,
      takes: this.takes(suited),
      tree: suited.judged?.plan.after ?? this.state()?.tree,
    }));
  });

  readonly hasLeader = computed(() => {
    const state = this.state();
    return state !== undefined && (formOf(state.form)?.hasLeader ?? false);
  });
  readonly room = computed(() => {
    const cm = this.state()?.record.roomCm;
    return cm === undefined ? '' : formatValue(cm, 'length', this.book.units());
  });

  choose(form: FormId): void {
    void this.book.record({ kind: 'form-chosen', treeId: this.treeId(), form });
  }

  leaderFailed(): void {
    void this.book.record({ kind: 'leader-failed', treeId: this.treeId() });
  }

  setRoom(text: string): void {
    const read = parseReading(text, 'length', this.book.units());
    if (read.ok) this.describe({ roomCm: Math.min(2000, Math.max(20, read.reading.value)) });
  }

  setStock(vigour: string): void {
    if (vigour !== '') this.describe({ stockVigour: vigour as Degree });
  }

  setCameAs(way: string): void {
    if (way !== '') this.describe({ cameAs: way as CameAs });
  }

  setLight(light: string): void {
    const siteId = this.state()?.site.id;
    if (siteId)
      void this.book.record({ kind: 'site-changed', siteId, change: { light: light as 'full' | 'part' } });
  }

  setHot(hot: boolean): void {
    const siteId = this.state()?.site.id;
    if (siteId) void this.book.record({ kind: 'site-changed', siteId, change: { hot } });
  }

  private describe(change: TreeDescription): void {
    void this.book.record({ kind: 'tree-described', treeId: this.treeId(), change });
  }

  private takes({ judged }: SuitedForm): string {
    if (!judged) return 'To be made from its buds.';
    const { acts, account, caps } = judged.plan;
    const count = (...kinds: string[]): number => acts.filter(({ kind }) => kinds.includes(kind)).length;
    const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
    return [
      `${count('take-out')} out, ${count('shorten')} shortened, ${count('bend', 'swing', 'spread')} bent`,
      ...(count('stay') > 0 ? [`${count('stay')} for a later winter`] : []),
      `${percent(account.wood)} of the wood (cap ${percent(caps.wood)}), ${percent(account.shoots)} of the shoots`,
    ].join('; ');
  }
}
