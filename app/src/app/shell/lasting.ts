import { Injectable, signal } from '@angular/core';

/** Whether the browser keeps what is stored here though room runs short: asked for when somebody begins to rely on it. */
@Injectable({ providedIn: 'root' })
export class Lasting {
  /** Undefined until it is known. */
  readonly isPromised = signal<boolean | undefined>(undefined);

  /** Whether the program itself can be kept for use without a signal: browsers keep it only from a page they trust. */
  readonly isProgramKept = 'serviceWorker' in navigator;

  constructor() {
    void this.look((storage) => storage.persisted());
  }

  /** Asks the browser for it; some ask their user. */
  ask(): Promise<void> {
    return this.look((storage) => storage.persist());
  }

  private async look(how: (storage: StorageManager) => Promise<boolean>): Promise<void> {
    const { storage } = navigator as { storage?: StorageManager };
    if (storage?.persist) this.isPromised.set(await how(storage).catch(() => false));
  }
}
