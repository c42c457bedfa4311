import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { list, told, type ReadFile } from '../../../../core';
import { BookStore } from '../book/book-store';
import type { Examined } from '../book/with-import';
import { Say, Told } from '../words/told';

/** So many entries that differ are named. */
const CLASHES_TOLD = 3;

/** A yard that was read from elsewhere and not kept yet: what keeping it would do, what it needs, or why it is refused. */
@Component({
  selector: 'eb-take-in',
  imports: [Say, Told],
  templateUrl: './take-in.html',
  styleUrl: './take-in.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakeIn {
  readonly examined = input.required<Examined>();
  /** Where it came from: the name of a file. */
  readonly from = input.required<string>();
  /** Whether it may be put in place of the yard that is kept. */
  readonly mayReplace = input(true);
  /** Kept; or left alone. */
  readonly kept = output<Exclude<ReadFile, { kind: 'refused' }>['file']>();
  readonly left = output();
  private readonly book = inject(BookStore);

  readonly refusals = computed(() => {
    const { read } = this.examined();
    return read.kind === 'refused' ? read.troubles : [];
  });

  readonly repairs = computed(() => {
    const { read } = this.examined();
    return read.kind === 'repairable' ? read.repairs : [];
  });

  readonly effectWords = computed(() => {
    const { effect } = this.examined();
    switch (effect?.kind) {
      case 'adds':
        return told('files.adds', {
          ...{ yard: effect.yardName, trees: effect.trees, entries: effect.events },
          photos: effect.photos,
        });
      case 'merges':
        return told('files.joins', {
          ...{ yard: effect.yardName, entries: effect.newEvents, trees: effect.newTrees },
          ...{ same: effect.sameEvents, photos: effect.photos },
        });
      case 'clashes':
        return told('files.clashes', { entries: list(effect.eventIds.slice(0, CLASHES_TOLD)) });
      case undefined:
        return undefined;
    }
  });

  readonly isKnown = computed(() => this.examined().effect?.kind !== 'adds');
  readonly canMerge = computed(() => this.examined().effect?.kind === 'merges');

  async keep(how: 'add' | 'merge' | 'replace'): Promise<void> {
    const { read } = this.examined();
    if (read.kind === 'refused') return;
    if (await this.book.keepImport(read.file, how)) this.kept.emit(read.file);
  }
}
