/** A pile given away: packed and unpacked, or refused with a reason. */

import fc from 'fast-check';
import { deflateSync } from 'fflate';
import { expect, it } from 'vitest';
import { say } from '../../words/generated/share';
import { CodedError } from '../codedError';
import type { PileItem } from './pile';
import { packPile, readPile, shared, unpackPile, writePile } from './share';

const item = (n: number, note = ''): PileItem => ({
  id: `P|r:tu${n}`,
  pile: 'P',
  reader: 'imke',
  key: `r:tu${n}`,
  record: `tu${n}`,
  kind: 'book',
  csl: { type: 'book', title: `Weeds of the shore, part ${n}`, author: [{ family: 'Øst', given: 'M.' }] },
  note,
  state: 'read',
  got: true,
  place: 'a0',
  added: '2026-11-02T09:10',
});
const pile = { name: 'Seminar „Tang“', purpose: 'law, taste', needBy: '2026-11-13', note: 'for all of us' };
const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof CodedError) return error.said.code;
  }
  return '';
};
const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64url');

it('goes through an address and a file as it is, without what is only the reader’s', () => {
  const given = shared(pile, [item(1, 'chapter 3'), item(2)]);
  expect(unpackPile(packPile(given) ?? '')).toEqual(given);
  expect(readPile(writePile(given))).toEqual(given);
  expect(JSON.stringify(given)).not.toMatch(/imke|"state"|"got"|"place"/);
});
it('fits an address up to some hundred things, and is a file beyond', () => {
  const many = (n: number) =>
    shared(
      pile,
      Array.from({ length: n }, (_, i) => item(i, `note ${i * 7919}`)),
    );
  expect(packPile(many(200))?.length).toBeLessThan(30_000);
  expect(packPile(many(5000))).toBeNull();
  expect(readPile(writePile(many(5000))).items).toHaveLength(5000);
});
it('is refused when it was cut, is another thing, or would fill the memory', () => {
  const packed = packPile(shared(pile, [item(1)])) ?? '';
  expect(codeOf(() => unpackPile(packed.slice(0, -20)))).toBe('share.cut');
  expect(codeOf(() => unpackPile('%%%'))).toBe('share.cut');
  const bomb = base64(deflateSync(new Uint8Array(50_000_000), { level: 9 }));
  expect(codeOf(() => unpackPile(bomb))).toBe('share.cut');
  expect(codeOf(() => unpackPile(base64(deflateSync(new TextEncoder().encode('{"a":1}')))))).toBe(
    'share.notPile',
  );
  expect(codeOf(() => readPile('{'))).toBe('share.notJson');
  for (const code of ['share.cut', 'share.notPile', 'share.notJson'] as const)
    expect(say(code, { path: 'x' })).not.toBe(code);
});
it('refuses a description that would break the view that shows it', () => {
  const given = shared(pile, [item(1)]);
  const broken: readonly [path: string, csl: unknown][] = [
    ['items[0].csl.author', { type: 'book', title: 'x', author: 'everybody' }],
    ['items[0].csl.author[0].family', { type: 'book', title: 'x', author: [{ family: 7 }] }],
    ['items[0].csl.issued.date-parts', { type: 'book', title: 'x', issued: {} }],
    ['items[0].csl.issued.date-parts', { type: 'book', title: 'x', issued: { 'date-parts': [] } }],
    ['items[0].csl.volume', { type: 'book', title: 'x', volume: { a: 1 } }],
  ];
  for (const [path, csl] of broken)
    expect(() => readPile(JSON.stringify({ ...given, items: [{ record: '', csl }] }))).toThrow(path);
});
it('answers any text with a pile or a reason', () => {
  fc.assert(
    fc.property(fc.base64String(), (text) => void expect(codeOf(() => unpackPile(text))).toMatch(/^share\./)),
  );
});
