import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { TOKEN_SHEET, tokenSheet } from './token-sheet';

it('gives drawings and stylesheet the same tokens', () => {
  expect(readFileSync(TOKEN_SHEET, 'utf8')).toBe(tokenSheet());
});
