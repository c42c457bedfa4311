import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';
import { goneWords } from './gone-words';
import { TreeStore } from './tree-store';

/** Where a tree is not in the yard: taken out, with the way to put it back, or never there. */
@Component({
  selector: 'eb-no-such-tree',
  imports: [RouterLink, Say, Told],
  template: `
    <div class="opening">
      @if (gone(); as tree) {
        <p>{{ tree.words | told }} {{ tree.more }}</p>
        <button type="button" class="btn btn-ink" (click)="putBack(tree.eventId)">
          {{ 'gone.put-back' | say }}
        </button>
      } @else {
        {{ 'bench.there-is-no-such' | say }}
      }
      <a routerLink="/">{{ 'bench.back-to-the-yard' | say }}</a>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NoSuchTree {
  private readonly tree = inject(TreeStore);
  private readonly book = inject(BookStore);

  readonly gone = computed(() => {
    const gone = this.book.read().gone.find(({ record }) => record.id === this.tree.treeId());
    return gone && goneWords(gone);
  });

  putBack(eventId: string): void {
    void this.book.record({ kind: 'withdraw', target: eventId });
  }
}
