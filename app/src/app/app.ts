import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink, RouterOutlet } from '@angular/router';
import type { Units } from '../../../core';
import { BookStore } from './book/book-store';
import { ShownErrors } from './shell/shown-errors';
import { Say, Told } from './words/told';

@Component({
  selector: 'eb-root',
  imports: [Say, Told, RouterOutlet, RouterLink],
  templateUrl: './app.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'onKey($event)' },
})
export class App {
  readonly book = inject(BookStore);
  readonly errors = inject(ShownErrors);

  onKey(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
    event.preventDefault();
    void (event.shiftKey ? this.book.redo() : this.book.undo());
  }

  setUnits(units: string): void {
    void this.book.setUnits(units as Units);
  }
}
