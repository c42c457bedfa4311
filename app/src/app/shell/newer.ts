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

  /** A round is begun: one that waits is taken now, since none is in the middle of it. */
  settingOut(): void {
    if (this.waits() === 'newer') this.take();
  }

  /** A round has ended, in which no newer one was looked for: it is looked for now. Without a signal there is none to be found. */
  roundOver(): void {
    void this.updates?.checkForUpdate().catch(() => undefined);
  }
}
