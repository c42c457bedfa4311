import { TOKENS } from '../app/src/app/drawing/tokens';

/** Where the stylesheet has its tokens. */
export const TOKEN_SHEET = 'app/src/styles/_tokens.scss';

/** The tokens as Sass variables: `paperDeep` as `$paper-deep`, the first of `wood` as `$wood-1`. */
export function tokenSheet(): string {
  const lines = Object.entries(TOKENS).flatMap(([name, value]) => {
    const kebab = name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
    return typeof value === 'string'
      ? [`$${kebab}: ${value};`]
      : value.map((one, i) => `$${kebab}-${i + 1}: ${one};`);
  });
  return ['// Written by `npm run tokens` from app/src/app/drawing/tokens.ts.', ...lines, ''].join('\n');
}
