import { LiveAnnouncer } from '@angular/cdk/a11y';
import { DOCUMENT } from '@angular/common';
import { inject, Injectable } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { TitleStrategy, type RouterStateSnapshot } from '@angular/router';
import type { MessageCode } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';

/**
 * Tells which page one has come to: as the title of the window, aloud to a reader of the page, and by moving the focus to its
 * content, so that the next key acts there. Routes name their page by a code of the catalogue.
 */
@Injectable()
export class PageTold extends TitleStrategy {
  private readonly title = inject(Title);
  private readonly announcer = inject(LiveAnnouncer);
  private readonly document = inject(DOCUMENT);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private isFirst = true;

  override updateTitle(snapshot: RouterStateSnapshot): void {
    const page = this.buildTitle(snapshot);
    if (page === undefined) return;
    const told = this.words.say(page as MessageCode);
    const tree = this.treeIn(snapshot);
    const title =
      tree === undefined
        ? this.words.say('page.title', { page: told })
        : this.words.say('page.title.tree', { tree, page: told });
    this.title.setTitle(title);
    // Where one starts, the browser has told the page and placed the focus itself.
    if (!this.isFirst) this.arrive(title);
    this.isFirst = false;
  }

  /** A link to a place on the page moves there by itself; all others begin at the top of what is new. */
  private arrive(title: string): void {
    void this.announcer.announce(title, 'polite');
    this.document.getElementById('main')?.focus({ preventScroll: true });
  }

  private treeIn({ root }: RouterStateSnapshot): string | undefined {
    for (let at: typeof root | null = root; at; at = at.firstChild) {
      const treeId: unknown = at.params['treeId'];
      if (typeof treeId === 'string') return this.book.states().get(treeId)?.record.name;
    }
    return undefined;
  }
}
