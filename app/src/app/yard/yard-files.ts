import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FileReading } from '../book/file-reader';
import { readTogether } from '../book/files-together';
import { BookStore } from '../book/book-store';
import type { Examined } from '../book/with-import';
import { told, type Message } from '../../../../core';
import { download } from '../shell/download';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { TakeIn } from './take-in';

/** The yard as a file: out, and in again after saying what it would do. */
@Component({
  imports: [RouterLink, Say, TakeIn, Told],
  selector: 'eb-yard-files',
  templateUrl: './yard-files.html',
  styleUrl: './yard-files.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardFiles {
  readonly book = inject(BookStore);
  private readonly words = inject(Words);

  readonly fileName = signal('');
  readonly examined = signal<Examined | undefined>(undefined);
  readonly keptWords = signal<Message | undefined>(undefined);
  /** The file that is being read, while it is. */
  readonly reading = signal<FileReading | undefined>(undefined);

  async save(): Promise<void> {
    const texts = (await this.book.exportTexts()) ?? [];
    const name = `${this.book.read().name.replace(/[^\p{L}\p{N}]+/gu, '-')}-${this.book.today()}`;
    texts.forEach((text, i) => {
      const called = texts.length > 1 ? `${name}-${i + 1}-of-${texts.length}` : name;
      download(`${called}.json`, text, 'application/json');
    });
    this.keptWords.set(texts.length > 1 ? told('files.several', { n: texts.length }) : undefined);
  }

  async look(input: HTMLInputElement): Promise<void> {
    const files = [...(input.files ?? [])];
    const [first] = files;
    if (!first) return;
    this.keptWords.set(undefined);
    this.fileName.set(
      files.length === 1
        ? first.name
        : this.words.say('files.together', { first: first.name, n: files.length - 1 }),
    );
    this.examined.set(undefined);
    const read = async (file: File) => ({ name: file.name, reading: this.book.readFile(await file.text()) });
    const reading = readTogether(await Promise.all(files.map(read)));
    this.reading.set(reading);
    this.examined.set(await this.book.examine(reading));
    this.reading.set(undefined);
    input.value = '';
  }

  stop(): void {
    this.reading()?.stop();
  }

  kept(): void {
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
