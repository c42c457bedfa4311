import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { told, type Message, type YardFile } from '../../../../core';
import { BookStore } from '../book/book-store';
import type { Examined } from '../book/with-import';
import { Say, Told } from '../words/told';
import { TakeIn } from '../yard/take-in';
import { EXCHANGE, type Asked, type Begun } from './exchange';

const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]']);

/** How often it is asked whether the other device has answered, ms. */
const LOOK_MS = 1500;

/** Two devices with one book: a code is shown on one and typed on the other, and each takes in what the other has. */
@Component({
  selector: 'eb-join-page',
  imports: [RouterLink, Say, TakeIn, Told],
  templateUrl: './join-page.html',
  styleUrl: './join-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JoinPage {
  /** Over plain http, to another device, whoever is on the network can read along. */
  readonly isInTheClear = location.protocol === 'http:' && !LOOPBACK.has(location.hostname);

  readonly book = inject(BookStore);
  private readonly exchange = inject(EXCHANGE);

  readonly begun = signal<Begun | undefined>(undefined);
  readonly typed = signal('');
  readonly examined = signal<Examined | undefined>(undefined);
  readonly says = signal<Message | undefined>(undefined);
  readonly isBusy = signal(false);
  /** Whether some photographs find no room in what goes over. */
  readonly leavesOut = signal(false);
  /** The code in two halves, as it is read out. */
  readonly shown = computed(() => this.begun()?.code.replace(/(...)(...)/, '$1 $2'));
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.timer));
  }

  /** Hands this device's book over and shows the code it waits under. */
  async show(): Promise<void> {
    await this.while(async () => {
      const text = await this.textOf(this.book.yard().id);
      if (text === undefined) return;
      const asked = await this.exchange.begin(text);
      if (asked.kind !== 'given') return this.failed(asked);
      this.begun.set(asked.it);
      this.lookSoon();
    });
  }

  /** Fetches the book that waits under the code that was typed. */
  async fetch(): Promise<void> {
    const code = codeOf(this.typed());
    await this.while(async () => {
      const asked = await this.exchange.bookOf(code);
      if (asked.kind !== 'given') return this.failed(asked);
      await this.examine(asked.it);
    });
  }

  /** What the other device has is in the book: it is given back what this one has of the same yard. */
  async kept({ yard }: YardFile): Promise<void> {
    this.examined.set(undefined);
    this.says.set(told('join.kept'));
    if (this.begun()) return;
    const text = await this.textOf(yard.id);
    if (text === undefined) return;
    const asked = await this.exchange.answer(codeOf(this.typed()), text);
    if (asked.kind !== 'given') this.failed(asked);
    else this.says.set(told('join.given-back'));
  }

  left(): void {
    this.examined.set(undefined);
    this.says.set(told('join.left'));
  }

  /** A yard's book as it goes over: with its newest photographs, as many as one file takes. */
  private async textOf(yardId: string): Promise<string | undefined> {
    const [text, ...more] = (await this.book.exportTexts(yardId)) ?? [];
    this.leavesOut.set(more.length > 0);
    return text;
  }

  private lookSoon(): void {
    this.timer = setTimeout(() => void this.look(), LOOK_MS);
  }

  private async look(): Promise<void> {
    const begun = this.begun();
    if (!begun) return;
    const asked = await this.exchange.take(begun);
    if (asked.kind === 'nothing') {
      this.begun.set(undefined);
      return this.says.set(told('join.over'));
    }
    // A server that cannot be reached for a moment may be there the next.
    if (asked.kind !== 'given' || asked.it === undefined) return this.lookSoon();
    await this.examine(asked.it);
  }

  private async examine(text: string): Promise<void> {
    this.says.set(undefined);
    this.examined.set(await this.book.examine(this.book.readFile(text)));
  }

  private failed({ kind }: Exclude<Asked<unknown>, { kind: 'given' }>): void {
    this.says.set(told(`join.${kind}`));
  }

  private async while(run: () => Promise<void>): Promise<void> {
    this.isBusy.set(true);
    this.says.set(undefined);
    await run();
    this.isBusy.set(false);
  }
}

/** A code as it may be typed: in small letters, in halves. */
const codeOf = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
