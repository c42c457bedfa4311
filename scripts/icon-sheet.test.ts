import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { ICON_SHEET, iconsAsked, iconSheet } from './icon-sheet';

it('gives every icon a page asks for its drawing', () => {
  expect(iconsAsked()).toContain('arrow-left');
  expect(readFileSync(ICON_SHEET, 'utf8')).toBe(iconSheet());
});
