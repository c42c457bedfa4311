import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  NgbDropdown,
  NgbDropdownItem,
  NgbDropdownMenu,
  NgbDropdownToggle,
} from '@ng-bootstrap/ng-bootstrap/dropdown';
import { BookStore } from '../book/book-store';
import { Say } from '../words/told';

/** The yard one is in, and the way to another, or to one of one's own. */
@Component({
  selector: 'eb-yard-menu',
  imports: [NgbDropdown, NgbDropdownItem, NgbDropdownMenu, NgbDropdownToggle, RouterLink, Say],
  template: `
    <div ngbDropdown>
      <button
        type="button"
        class="tool"
        ngbDropdownToggle
        [attr.aria-label]="'yards.yard-of' | say: { yard: name() }"
      >
        <i class="bi bi-signpost-split" aria-hidden="true"></i><span class="yard-name">{{ name() }}</span>
      </button>
      <div ngbDropdownMenu>
        @for (yard of others(); track yard.id) {
          <button type="button" ngbDropdownItem (click)="go(yard.id)">{{ yard.name }}</button>
        }
        <a ngbDropdownItem routerLink="/yards">{{ 'yards.all' | say }}</a>
        <a ngbDropdownItem routerLink="/begin">{{ 'yards.begin' | say }}</a>
      </div>
    </div>
  `,
  styleUrl: './yard-menu.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YardMenu {
  private readonly book = inject(BookStore);
  private readonly router = inject(Router);
  readonly name = computed(() => this.book.read().name);
  readonly others = computed(() =>
    this.book.yards().filter(({ id, stands }) => stands === 'open' && id !== this.book.yard().id),
  );

  async go(yardId: string): Promise<void> {
    await this.book.openYard(yardId);
    await this.router.navigate(['/']);
  }
}
