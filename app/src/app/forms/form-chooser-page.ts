import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  cm,
  formCalled,
  formOf,
  layOut,
  parseReading,
  CAME_AS,
  type CameAs,
  type Degree,
  countedAs,
  share,
  told,
  type ActCount,
  type FormId,
  type JudgedFormId,
  type Message,
  type SuitedForm,
  type TreeDescription,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { PonderingTold } from '../judging/pondering';
import { Ponder } from '../judging/ponder';
import { TreeStore } from '../tree/tree-store';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** This tree in each form, the best suited first: drawn as the form would leave it, with what it would take and why. */
@Component({
  selector: 'eb-form-chooser-page',
  imports: [RouterLink, PonderingTold, ReasonTold, Say, Told, TreeSilhouette],
  templateUrl: './form-chooser-page.html',
  styleUrl: './form-chooser-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormChooserPage {
  private readonly tree = inject(TreeStore);
  readonly treeId = this.tree.treeId;
  private readonly book = inject(BookStore);
  readonly words = inject(Words);

  readonly state = this.tree.state;
  readonly asked = inject(Ponder).about(
    'forms',
    computed(() => {
      const state = this.state();
      return state && state.tree.stems.length > 0 ? { state } : undefined;
    }),
  );
  readonly ways = CAME_AS;
  readonly trying = told('form-chooser.trying-every-form-on');
  readonly hasPart = computed(() => {
    const now = this.asked.now();
    return now.kind === 'waiting' && now.part !== undefined;
  });
  readonly standing = computed(() => this.asked.now().kind);

  readonly season = this.tree.season;
  readonly extent = computed(() => {
    const trees = this.forms().flatMap(({ tree }) => (tree ? [extentOf(layOut(tree))] : []));
    const [heightCm, radiusCm] = [trees.map((t) => t.heightCm), trees.map((t) => t.radiusCm)];
    return { fullCm: Math.max(120, ...heightCm) + 8, halfWidthCm: Math.max(50, ...radiusCm) + 6 };
  });

  readonly forms = computed(() => {
    const asked = this.asked.now();
    const now = this.state()?.form;
    if (asked.kind !== 'answered') return [];
    return asked.answer.map((suited) => ({
      ...suited,
      called: formCalled(suited.form),
      summary: told(`form.${suited.form as JudgedFormId}.summary`),
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
    const roomCm = this.state()?.record.roomCm;
    return roomCm === undefined ? '' : this.words.arg(cm(roomCm));
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

  private takes({ judged }: SuitedForm): Message[] {
    if (!judged) return [told('forms.from-buds')];
    const { acts, account, caps } = judged.plan;
    const count = (as: ActCount): number => acts.filter((act) => countedAs(act) === as).length;
    const later = count('date');
    return [
      told('forms.work', { out: count('take-out'), shortened: count('shorten'), bent: count('bend') }),
      ...(later > 0 ? [told('forms.later', { n: later })] : []),
      told('forms.takes', {
        ...{ wood: share(account.wood), cap: share(caps.wood), shoots: share(account.shoots) },
      }),
    ];
  }
}
