import { mergeApplicationConfig } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';
import { catalogueFor } from './app/words/languages';
import { CATALOGUE } from './app/words/words';

async function start(): Promise<void> {
  const catalogue = await catalogueFor(new URL(location.href), navigator.languages);
  document.documentElement.lang = catalogue.locale;
  // The page answers between reading the program and beginning it.
  await new Promise((over) => setTimeout(over, 0));
  const spoken = { providers: [{ provide: CATALOGUE, useValue: catalogue }] };
  await bootstrapApplication(App, mergeApplicationConfig(appConfig, spoken));
}

start().catch((error: unknown) => {
  document.body.append(
    `Eager Bough could not start: ${String(error)}. Reload the page; nothing kept is lost.`,
  );
});
