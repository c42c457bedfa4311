import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap';
import { RouterLink, RouterOutlet } from '@angular/router';
import type { Units } from '../../../core';
import { BookStore } from './book/book-store';
import { Notices } from './shell/notices';
import { Say } from './words/told';
import { YardMenu } from './yards/yard-menu';

@Component({
  selector: 'eb-root',
  imports: [NgbTooltip, Notices, RouterLink, RouterOutlet, Say, YardMenu],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'onKey($event)' },
})
export class App {
  readonly book = inject(BookStore);

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
