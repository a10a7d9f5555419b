/** An exchange saved: every document whole and by itself. */

import { XMLValidator } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { expect, it } from 'vitest';
import { exchangeArchive } from './archive';

it('holds each document as a file of its own, well-formed, in order; the same exchange gives the same bytes', () => {
  const documents = Array.from(
    { length: 12 },
    (_, i) => `<?xml version="1.0" encoding="UTF-8"?>\n<message n="${i}">Küste</message>`,
  );
  const bytes = exchangeArchive('S-1', documents);
  const files = unzipSync(bytes);
  expect(Object.keys(files)).toEqual(documents.map((_, i) => `S-1-${String(i + 1).padStart(2, '0')}.xml`));
  const read = Object.values(files).map((f) => strFromU8(f));
  expect(read).toEqual(documents);
  for (const text of read) expect(XMLValidator.validate(text)).toBe(true);
  expect(exchangeArchive('S-1', documents)).toEqual(bytes);
});
