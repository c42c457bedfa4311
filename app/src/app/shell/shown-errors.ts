import { Injectable, signal, type ErrorHandler } from '@angular/core';

/** The one place unexpected errors reach: shown to the grower, who loses nothing, and told to the console. */
@Injectable({ providedIn: 'root' })
export class ShownErrors implements ErrorHandler {
  readonly latest = signal<string | undefined>(undefined);

  handleError(error: unknown): void {
    console.error(error);
    this.latest.set(error instanceof Error ? error.message : String(error));
  }

  dismiss(): void {
    this.latest.set(undefined);
  }
}
