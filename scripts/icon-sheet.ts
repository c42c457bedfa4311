import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where the stylesheet has its icons. */
export const ICON_SHEET = 'app/src/styles/_icons.scss';

const PAGES = 'app/src/app';
const DRAWN = 'node_modules/bootstrap-icons/icons';

/** Names of the icons that pages ask for, as `x-lg` of `bi-x-lg`, in order. */
export function iconsAsked(): string[] {
  const files = readdirSync(PAGES, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /\.(html|ts)$/.test(file),
  );
  const asked = files.flatMap((file) => [
    ...readFileSync(join(PAGES, file), 'utf8').matchAll(/\bbi-([a-z0-9-]+)/g),
  ]);
  return [...new Set(asked.map((match) => match[1] as string))].sort();
}

/** The icons that are asked for as masks of the words' own colour: the whole set as a font weighs thirty times as much. */
export function iconSheet(): string {
  const lines = iconsAsked().map((name) => `.bi-${name}::before {\n  mask-image: url("${drawn(name)}");\n}`);
  return ['// Written by `npm run icons` from the package bootstrap-icons.', ...lines, ''].join('\n');
}

/** One icon as the address of its drawing, in which nothing ends the address or the string it stands in. */
function drawn(name: string): string {
  const svg = readFileSync(join(DRAWN, `${name}.svg`), 'utf8')
    .replace(/ (width|height|fill|class)="[^"]*"/g, '')
    .replace(/\s+/g, ' ')
    .replaceAll('> <', '><')
    .trim()
    .replaceAll('"', "'");
  return `data:image/svg+xml,${svg.replace(/[<>#%{}]/g, encodeURIComponent)}`;
}
