import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { FileReading } from '../book/file-reader';
import { BookStore } from '../book/book-store';
import type { Examined } from '../book/with-import';
import { list, told, type Message } from '../../../../core';
import { download } from '../shell/download';
import { Say, Told } from '../words/told';

/** So many entries that differ are named. */
const CLASHES_TOLD = 3;

/** The yard as a file: out, and in again after saying what it would do. */
@Component({
  imports: [Say, Told],
  selector: 'eb-yard-files',
  templateUrl: './yard-files.html',
  styleUrl: './yard-files.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardFiles {
  readonly book = inject(BookStore);

  readonly fileName = signal('');
  readonly examined = signal<Examined | undefined>(undefined);
  readonly keptWords = signal<Message | undefined>(undefined);
  /** The file that is being read, while it is. */
  readonly reading = signal<FileReading | undefined>(undefined);

  readonly refusals = computed(() => {
    const examined = this.examined();
    if (examined?.read.kind === 'refused') return examined.read.troubles;
    return [];
  });

  readonly repairs = computed(() => {
    const read = this.examined()?.read;
    return read?.kind === 'repairable' ? read.repairs : [];
  });

  readonly effectWords = computed(() => {
    const effect = this.examined()?.effect;
    switch (effect?.kind) {
      case 'adds':
        return told('files.adds', { yard: effect.yardName, trees: effect.trees, entries: effect.events });
      case 'merges':
        return told('files.joins', {
          ...{ yard: effect.yardName, entries: effect.newEvents, trees: effect.newTrees },
          same: effect.sameEvents,
        });
      case 'clashes':
        return told('files.clashes', { entries: list(effect.eventIds.slice(0, CLASHES_TOLD)) });
      case undefined:
        return undefined;
    }
  });

  readonly isKnown = computed(() => this.examined()?.effect?.kind !== 'adds');
  readonly canMerge = computed(() => this.examined()?.effect?.kind === 'merges');

  async save(): Promise<void> {
    const text = await this.book.exportText();
    if (text === undefined) return;
    const name = this.book.read().name.replace(/[^\p{L}\p{N}]+/gu, '-');
    download(`${name}-${this.book.today()}.json`, text, 'application/json');
  }

  async look(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    this.keptWords.set(undefined);
    this.fileName.set(file.name);
    this.examined.set(undefined);
    const reading = this.book.readFile(await file.text());
    this.reading.set(reading);
    this.examined.set(await this.book.examine(reading));
    this.reading.set(undefined);
    input.value = '';
  }

  stop(): void {
    this.reading()?.stop();
  }

  async keep(how: 'add' | 'merge' | 'replace'): Promise<void> {
    const read = this.examined()?.read;
    if (!read || read.kind === 'refused') return;
    await this.book.keepImport(read.file, how);
    this.keptWords.set(told('files.kept', { file: this.fileName() }));
    this.examined.set(undefined);
  }

  async putBack(): Promise<void> {
    await this.book.putBack();
    this.keptWords.set(told('files.back'));
  }

  leave(): void {
    this.examined.set(undefined);
  }
}
