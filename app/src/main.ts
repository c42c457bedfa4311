import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';

bootstrapApplication(App, appConfig).catch((error: unknown) => {
  document.body.append(
    `Eager Bough could not start: ${String(error)}. Reload the page; nothing kept is lost.`,
  );
});
