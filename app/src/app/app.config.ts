import {
  ErrorHandler,
  inject,
  isDevMode,
  provideBrowserGlobalErrorListeners,
  type ApplicationConfig,
} from '@angular/core';
import {
  provideRouter,
  TitleStrategy,
  withComponentInputBinding,
  withNavigationErrorHandler,
  withRouterConfig,
} from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { provideBook } from './book/provide-book';
import { routes } from './app.routes';
import { LostPart } from './shell/lost-part';
import { PageTold } from './shell/page-told';
import { ShownErrors } from './shell/shown-errors';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideBook(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withRouterConfig({ paramsInheritanceStrategy: 'always' }),
      withNavigationErrorHandler((error) => inject(LostPart).met(error)),
    ),
    // Kept for use without a signal once the page has drawn what it came for.
    provideServiceWorker('kept-program.js', {
      enabled: !isDevMode(),
      registrationStrategy: 'registerWhenStable:5000',
    }),
    { provide: TitleStrategy, useClass: PageTold },
    { provide: ErrorHandler, useExisting: ShownErrors },
  ],
};
