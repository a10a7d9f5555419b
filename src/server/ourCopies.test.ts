/** What we have of what others ask for: by our own number, or by what they describe. */
import { expect, it } from 'vitest';
import { serverOf } from '../../tests/fixtures/server';
import { moment, slip as slipOf } from '../../tests/fixtures/slips';
import { correspondent } from '../core/requests/correspondent';
import { type IsoRequest, readRequest, requestFor } from '../core/requests/iso18626';
import { heldOf } from './ourCopies';

const world = serverOf(300);
it('finds a record by its number or its description, its copies counted; nothing for what we do not have', async () => {
  const items = await Promise.all(
    Array.from({ length: world.service.engine.size }, (_, doc) => world.service.itemAt(doc)),
  );
  const book = items.find((i) => i.record.kind === 'book' && (i.record.copies?.length ?? 0) > 1)?.record;
  if (!book) throw new Error('no book with copies');
  const { csl } = book;
  const item = {
    ...slipOf('S-x-00001').item,
    title: csl.title,
    author: (csl.author ?? []).map((n) => [n.family, n.given].join(', ')).join('; '),
    year: String(csl.issued?.['date-parts'][0][0] ?? ''),
    isbn: csl.ISBN ?? '',
  };
  const asked = (more: object): IsoRequest => {
    const slip = slipOf('S-held-0001', { item, record: '', ...more } as never);
    return readRequest(
      requestFor(slip, 'X', correspondent(world.info), moment.at),
      world.info.policy.zone,
    ) as IsoRequest;
  };
  const nobodys = { ...item, title: 'Nowhere to be found, a quagmire', author: 'Nobody, N.', isbn: '' };
  const held = await heldOf(
    [asked({ record: book.id }), asked({}), asked({ item: nobodys })],
    world.locals.index,
    moment,
  );
  expect(held.map((h) => h.record)).toEqual([book.id, book.id, null]);
  const n = held[0]?.copies.reduce((sum, c) => sum + c.n, 0);
  expect(n).toBe(book.copies?.length);
  expect(held[1]?.copies).toEqual(held[0]?.copies);
  expect(held[2]?.copies).toEqual([]);
});
