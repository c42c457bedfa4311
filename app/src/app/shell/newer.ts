import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';

/** Whether a newer program has been fetched and waits to be taken, or the one kept for use without a signal is damaged. */
@Injectable({ providedIn: 'root' })
export class Newer {
  private readonly updates = inject(SwUpdate, { optional: true });
  private readonly document = inject(DOCUMENT);

  readonly waits = signal<'newer' | 'damaged' | undefined>(undefined);

  constructor() {
    this.updates?.versionUpdates.pipe(takeUntilDestroyed()).subscribe(({ type }) => {
      if (type === 'VERSION_READY') this.waits.set('newer');
    });
    this.updates?.unrecoverable.pipe(takeUntilDestroyed()).subscribe(() => this.waits.set('damaged'));
  }

  /** Takes it: the page begins anew with it. Nothing that is kept is touched. */
  take(): void {
    this.document.location.reload();
  }
}
