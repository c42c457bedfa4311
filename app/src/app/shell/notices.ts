import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgbToast } from '@ng-bootstrap/ng-bootstrap';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';
import { Newer } from './newer';
import { ShownErrors } from './shown-errors';

/** What the grower should know though it happened elsewhere: a write that failed, news of the store, an error. They stay until they are let be. */
@Component({
  selector: 'eb-notices',
  imports: [NgbToast, Say, Told],
  template: `
    @if (failed(); as failed) {
      <ngb-toast [autohide]="false" class="trouble" ariaLive="assertive" data-notice="unkept">
        <p>{{ failed.message | told }}</p>
        @if (failed.canTryAgain) {
          <button type="button" class="tool" (click)="book.tryAgain()">{{ 'shell.try-again' | say }}</button>
        }
        <button type="button" class="tool" (click)="book.letBe()">{{ 'shell.let-it-be' | say }}</button>
      </ngb-toast>
    }
    @if (book.news(); as news) {
      <ngb-toast [autohide]="false" data-notice="news">
        <p>{{ news | told }}</p>
      </ngb-toast>
    }
    @if (newer(); as newer) {
      <ngb-toast [autohide]="false" data-notice="newer">
        <p>{{ newer === 'newer' ? ('newer.waits' | say) : ('newer.damaged' | say) }}</p>
        <button type="button" class="tool" (click)="updates.take()">{{ 'newer.take' | say }}</button>
      </ngb-toast>
    }
    @if (errors.latest(); as message) {
      <ngb-toast [autohide]="false" class="trouble" ariaLive="assertive" data-notice="error">
        <p>{{ 'shell.something-went-wrong-what' | say: { message: message } }}</p>
        <button type="button" class="tool" (click)="errors.dismiss()">{{ 'shell.dismiss' | say }}</button>
      </ngb-toast>
    }
  `,
  styleUrl: './notices.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Notices {
  readonly book = inject(BookStore);
  readonly errors = inject(ShownErrors);

  readonly updates = inject(Newer);
  /** Told between rounds, never in the middle of one. */
  readonly newer = computed(() => (this.book.round() ? undefined : this.updates.waits()));

  readonly failed = computed(() => {
    const keeping = this.book.keeping();
    return keeping.kind === 'failed' ? keeping : undefined;
  });
}
