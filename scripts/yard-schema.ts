// Writes docs/yard-file.schema.json anew from the Yup schema that the program reads files by. `npm run schema`.
import { writeFileSync } from 'node:fs';
import { yardFileSchema } from '../core/formats/schema';
import { publishedSchema } from './json-schema';

writeFileSync(new URL('../docs/yard-file.schema.json', import.meta.url), publishedSchema(yardFileSchema));
