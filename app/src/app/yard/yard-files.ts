import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { FileReading } from '../book/file-reader';
import { BookStore, type Examined } from '../book/book-store';

/** The yard as a file: out, and in again after saying what it would do. */
@Component({
  selector: 'eb-yard-files',
  templateUrl: './yard-files.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardFiles {
  readonly book = inject(BookStore);

  readonly fileName = signal('');
  readonly examined = signal<Examined | undefined>(undefined);
  readonly keptWords = signal('');
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
        return `Adds the yard “${effect.yardName}” with ${effect.trees} trees and ${effect.events} entries.`;
      case 'merges':
        return `Joins your yard “${effect.yardName}”: ${effect.newEvents} new entries and ${effect.newTrees} new trees; ${effect.sameEvents} you have already.`;
      case 'clashes':
        return `Its entries ${effect.eventIds.slice(0, 3).join(', ')} differ from yours under the same name. It cannot be joined; it can only take your yard's place.`;
      case undefined:
        return '';
    }
  });

  readonly isKnown = computed(() => this.examined()?.effect?.kind !== 'adds');
  readonly canMerge = computed(() => this.examined()?.effect?.kind === 'merges');

  save(): void {
    const blob = new Blob([this.book.exportText()], { type: 'application/json' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(blob);
    link.download = `${this.book.yard().name.replace(/[^\p{L}\p{N}]+/gu, '-')}-${this.book.today()}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  }

  async look(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    if (!file) return;
    this.keptWords.set('');
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
    this.keptWords.set(`${this.fileName()} is in the book.`);
    this.examined.set(undefined);
  }

  async putBack(): Promise<void> {
    await this.book.putBack();
    this.keptWords.set('Your yard is as it was before the import.');
  }

  leave(): void {
    this.examined.set(undefined);
  }
}
