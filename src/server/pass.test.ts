/** Passes: made for who is signed in, a PDF to print, checked at the other door, and no other's. */
import { PDFDocument, PDFName } from '@cantoo/pdf-lib';
import { describe, expect, it } from 'vitest';
import { serverOf } from '../../tests/fixtures/server';
import { ELSEWHERE } from '../demo/library';
import { GET } from '../pages/api/pass';
import { type Pass, Passes, shortCode } from './pass';
import { type PassText, passPdf } from './passPdf';
import { inTheseLetters } from './pdfFonts';

const server = serverOf(60);
const passes = new Passes('a secret', passPdf);
const PASS: Pass = {
  place: 'ostmere',
  name: 'Imke Sørland',
  patron: 'imke',
  from: '2026-11-02',
  until: '2027-01-30',
};
const get = (query: string, more: Partial<App.Locals> = {}) =>
  server.call(GET, `/api/pass?${query}`, {}, {}, { locals: { ...server.locals, ...more } });
/** What is drawn, without drawing it. */
async function drawn(query: string): Promise<PassText> {
  let text: PassText | undefined;
  const draw = async (t: PassText) => {
    text = t;
    return new Uint8Array();
  };
  const response = await get(query, { passes: new Passes('a secret', draw) });
  expect(response.status).toBe(200);
  return text as PassText;
}

describe('a pass', () => {
  it('is read by those with the same secret, and nobody else’s is', async () => {
    const code = await passes.sign(PASS);
    expect(await passes.read(code)).toMatchObject(PASS);
    expect(await new Passes('another', passPdf).read(code)).toBeNull();
    const [head = '', body = '', sign = ''] = code.split('.');
    const other = Buffer.from(JSON.stringify({ ...PASS, until: '2099-01-01' })).toString('base64url');
    const unsigned = Buffer.from('{"alg":"none","typ":"legendum-pass"}').toString('base64url');
    for (const wrong of [
      '',
      'x',
      code.slice(0, -2),
      `${head}.${other}.${sign}`,
      `${unsigned}.${body}.`,
      `${head}.${body}`,
    ])
      expect([wrong, await passes.read(wrong)]).toEqual([wrong, null]);
    expect(shortCode(code)).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
  });
  it('says who, where, until when and what holds there; its square leads to its page', async () => {
    const text = await drawn('place=ostmere&at=2026-11-02T09:10');
    const lines = Object.fromEntries(text.lines);
    expect(Object.values(lines).join('\n')).toMatch(
      /Imke Sørland[\s\S]*Ostmere[\s\S]*Mon 2 Nov 2026 to Sat 30 Jan 2027/,
    );
    const code = text.address.split('/pass/')[1] ?? '';
    expect(await passes.read(code)).toMatchObject({
      name: 'Imke Sørland',
      from: '2026-11-02',
      until: '2027-01-30',
    });
    expect(text.code).toBe(shortCode(code));
    expect(text.sections.flatMap((s) => s.items)).toEqual(
      expect.arrayContaining([...(ELSEWHERE[0]?.bring ?? []), ...(ELSEWHERE[0]?.conditions ?? [])]),
    );
    // Where one has to write first, the pass says so.
    expect((await drawn('place=marrowby')).sections).toHaveLength(3);
  });
  it('is a PDF of one page; texts that are too long go on', async () => {
    const response = await get('place=ostmere');
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const doc = await PDFDocument.load(new Uint8Array(await response.arrayBuffer()));
    expect([doc.getPageCount(), doc.getTitle()]).toEqual([1, 'Reading pass']);
    const text = await drawn('place=ostmere');
    const items = Array.from({ length: 90 }, (_, i) => `${i} ${'Ж'.repeat(20)} ${'x'.repeat(300)}`);
    const long = await passPdf({ ...text, sections: [{ heading: 'Much', items }] });
    expect((await PDFDocument.load(long)).getPageCount()).toBeGreaterThan(2);
  });
  it('is written in the letters of every language, Arabic from the right', async () => {
    const text = await drawn('place=ostmere');
    const said = [
      'Fotoğraflı bir kart; ışık',
      'Müllerstraße, Œuvre',
      'بطاقة مكتبتك',
      'Ærø – Čertov, Жук, Νέα',
    ];
    for (const one of said) expect(inTheseLetters(one)).toBe(one);
    // No font of ours has them: without their diacritics, or as question marks; vowel signs are not printed.
    expect(inTheseLetters('Ặ 中 \u2066محكّمة\u2069')).toBe('A ? محكمة');
    for (const language of ['tr', 'ar']) {
      const pdf = await passPdf({ ...text, language, title: said.join(' '), sections: [] });
      const doc = await PDFDocument.load(pdf);
      expect(doc.getPageCount()).toBe(1);
      expect(doc.catalog.get(PDFName.of('Lang'))?.toString()).toContain(language);
      // Latin, its extension, Greek, Cyrillic and Arabic, each with its letters only.
      expect(pdf.length).toBeLessThan(80_000);
    }
  });
  it('is nobody’s who is not signed in; where no pass opens the door it is said', async () => {
    const status = async (query: string, more: Partial<App.Locals> = {}) => (await get(query, more)).status;
    expect(await status('place=ostmere', { who: async () => null })).toBe(401);
    expect(await status('place=coastarchive')).toBe(409);
    expect(await status('place=nowhere')).toBe(404);
    expect(await status('place=ostmere&at=soon')).toBe(400);
    expect(await status('place=ostmere&x=1')).toBe(400);
  });
});
