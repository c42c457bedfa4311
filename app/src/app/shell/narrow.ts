import { BreakpointObserver } from '@angular/cdk/layout';
import { inject, InjectionToken, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Where the stylesheet counts a page as narrow. */
const NARROW = '(max-width: 899px)';

/** Whether the page is narrow: it is one column then, for a thumb. */
export const IS_NARROW = new InjectionToken<Signal<boolean>>('IS_NARROW', {
  providedIn: 'root',
  factory: () =>
    toSignal(
      inject(BreakpointObserver)
        .observe(NARROW)
        .pipe(map(({ matches }) => matches)),
      { initialValue: false },
    ),
});
