// Writes the stylesheet's tokens from those the drawings use.
import { writeFileSync } from 'node:fs';
import { TOKEN_SHEET, tokenSheet } from './token-sheet';

writeFileSync(TOKEN_SHEET, tokenSheet());
