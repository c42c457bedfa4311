import { DOCUMENT, inject, Injectable } from '@angular/core';
import type { NavigationError } from '@angular/router';

/** How browsers say that a part of the program could not be fetched. */
const NOT_FETCHED = /dynamically imported module|importing a module script failed/i;
const TRIED = 'eager-bough-page-tried';
/** A page that fails again so soon after it was loaded anew is told of, ms. */
const SOON_MS = 10_000;

/** A page whose part of the program could not be fetched is loaded anew, once: what is kept is kept, and the signal may have been gone for a moment. */
@Injectable({ providedIn: 'root' })
export class LostPart {
  private readonly document = inject(DOCUMENT);

  met({ error, url }: Pick<NavigationError, 'error' | 'url'>): void {
    if (!NOT_FETCHED.test(String(error)) || this.wasTried()) return;
    this.document.location.assign(url);
  }

  /** Whether a page was loaded anew a moment ago; notes that one is now. Where that cannot be noted, it counts as tried. */
  private wasTried(): boolean {
    try {
      const before = Number(sessionStorage.getItem(TRIED) ?? -SOON_MS);
      sessionStorage.setItem(TRIED, String(Date.now()));
      return Date.now() - before < SOON_MS;
    } catch {
      return true;
    }
  }
}
