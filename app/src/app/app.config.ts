import { ErrorHandler, provideBrowserGlobalErrorListeners, type ApplicationConfig } from '@angular/core';
import { provideRouter, TitleStrategy, withComponentInputBinding, withRouterConfig } from '@angular/router';
import { provideBook } from './book/provide-book';
import { routes } from './app.routes';
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
    ),
    { provide: TitleStrategy, useClass: PageTold },
    { provide: ErrorHandler, useExisting: ShownErrors },
  ],
};
