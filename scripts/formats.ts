/** Writes the published schema of the book:   npm run formats */
import { writeFileSync } from 'node:fs';
import { bookJsonSchema } from '../src/lib/server/services/book/book';

writeFileSync('docs/formats/book.schema.json', `${JSON.stringify(bookJsonSchema(), null, '\t')}\n`);
