import { ChangeDetectionStrategy, Component, inject, input, resource } from '@angular/core';
import { BookStore } from '../book/book-store';
import { Say } from '../words/told';

/** A photograph of the book; touched, it is seen whole. */
@Component({
  selector: 'eb-photo-taken',
  imports: [Say],
  template: `
    @if (jpeg.value(); as jpeg) {
      <button
        type="button"
        [class.whole]="isWhole"
        [attr.aria-expanded]="isWhole"
        [attr.aria-label]="'photo.whole' | say"
        (click)="isWhole = !isWhole"
      >
        <img [src]="'data:image/jpeg;base64,' + jpeg" [alt]="'book.photo' | say" />
      </button>
    } @else if (!jpeg.isLoading()) {
      <span class="quiet-words">{{ 'photo.not-here' | say }}</span>
    }
  `,
  styleUrl: './photo-taken.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PhotoTaken {
  readonly photo = input.required<string>();
  private readonly book = inject(BookStore);
  isWhole = false;

  readonly jpeg = resource({
    params: () => this.photo(),
    loader: ({ params }) => this.book.photoOf(params),
  });
}
