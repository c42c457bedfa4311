// Writes the stylesheet's icons: those that pages ask for.
import { writeFileSync } from 'node:fs';
import { ICON_SHEET, iconSheet } from './icon-sheet';

writeFileSync(ICON_SHEET, iconSheet());
