/** MARC 21 and UNIMARC as catalogues have them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../model/record';
import { writeIso2709 } from './iso2709';
import type { MarcRecord } from './marc';
import { hostPlace } from './marcHost';
import { itemOfMarc } from './marcItems';
import { readAs } from './read';
import { writeItems } from './write';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const record = (
  leader: string,
  ...fields: [tag: string, ...subfields: [string, string][]][]
): MarcRecord => ({
  leader,
  control: [['001', 'x']],
  fields: fields.map(([tag, ...subfields]) => ({ tag, ind1: '1', ind2: ' ', subfields })),
});
describe('MARC', () => {
  it.each<[string[], string | undefined, object]>([
    [
      ['Vol. 12, no. 3 (Mar. 2001), p. 33-57'],
      undefined,
      { volume: '12', issue: '3', page: '33-57', year: '2001' },
    ],
    [['34(2016), Heft 3, Seite 12-19'], undefined, { volume: '34', issue: '3', page: '12-19', year: '2016' }],
    [['12(3), 33-57'], undefined, { volume: '12', issue: '3', page: '33-57' }],
    [
      ['volume:12', 'number:3', 'year:2001', 'pages:33-57'],
      undefined,
      { volume: '12', issue: '3', page: '33-57', year: '2001' },
    ],
    [[], '12:3<33', { volume: '12', issue: '3', page: '33' }],
    [['Bd. 4, S. e12'], undefined, { volume: '4', page: 'e12' }],
    [['pages 3-9'], undefined, { page: '3-9' }],
    [['2001, p. 33'], undefined, { page: '33', year: '2001' }],
  ])('773 %j %s', (related, coded, place) => expect(hostPlace(related, coded)).toEqual(place));
  it('numbers and names of parts, relators, meetings, titles in their own script', () => {
    const item = itemOfMarc(
      record(
        '00000nam a2200000 a 4500',
        ['111', ['a', 'Kelp Congress']],
        ['245', ['a', 'Handbuch.'], ['n', 'Band 2,'], ['p', 'Küste :'], ['b', 'eine Übersicht /']],
        ['700', ['a', 'Ost, Bo'], ['4', 'edt']],
        ['700', ['a', 'Lind, Ada'], ['4', 'aut']],
        ['700', ['a', 'Ver, Li'], ['4', 'http://id.example/relators/trl']],
        ['700', ['a', 'Bild, Er'], ['e', 'illustrator']],
        ['880', ['6', '245-01'], ['a', 'Книга']],
        ['650', ['a', 'Kelp'], ['x', 'History.']],
      ),
      1,
    );
    expect(item).toMatchObject({
      title: 'Handbuch. Band 2, Küste: eine Übersicht',
      editor: [{ family: 'Ost' }],
      author: [{ family: 'Lind' }],
      translator: [{ family: 'Ver' }],
      'event-title': 'Kelp Congress',
      'original-title': 'Книга',
      keyword: 'Kelp -- History',
    });
  });
  it('own chapters come back as they were', () => {
    const word = fc.stringMatching(/^[A-Z][a-z]{3,8}$/);
    fc.assert(
      fc.property(
        word,
        word,
        word,
        word,
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 40 }),
        (family, whole, title, editor, from, n) => {
          const chapter = {
            id: 'c',
            type: 'chapter',
            title,
            author: [{ family, given: 'Ada' }],
            editor: [{ family: editor, given: 'Bo' }],
            'container-title': `${whole} Book`,
            page: `${from}-${from + n}`,
            publisher: 'Row Press',
            issued: { 'date-parts': [[2001]] },
          } as unknown as CslItem;
          for (const format of ['marc', 'marcxml'] as const) {
            const out = writeItems(format, [chapter]);
            const [back] = readAs(format, typeof out === 'string' ? utf8(out) : out).items;
            expect(back).toMatchObject(chapter);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it('UNIMARC is known by its fields, and read', () => {
    const item = itemOfMarc(
      record(
        '00000naa0 2200000   450 ',
        ['101', ['a', 'fre']],
        ['200', ['a', 'Le goémon'], ['e', 'récits'], ['f', 'Ada Lind']],
        ['210', ['a', 'Port'], ['c', 'Éd. du Quai'], ['d', '2011']],
        ['463', ['t', 'Annales du littoral'], ['v', 'Vol. 12, no 3 (2011), p. 33-57'], ['x', '1234-5679']],
        ['700', ['a', 'Lind'], ['b', 'Ada'], ['4', '070']],
        ['702', ['a', 'Ost'], ['b', 'Bo'], ['4', '340']],
        ['702', ['a', 'Ver'], ['b', 'Li'], ['4', '730']],
      ),
      1,
    );
    expect(item).toMatchObject({
      type: 'article-journal',
      title: 'Le goémon: récits',
      author: [{ family: 'Lind', given: 'Ada' }],
      editor: [{ family: 'Ost', given: 'Bo' }],
      translator: [{ family: 'Ver', given: 'Li' }],
      'container-title': 'Annales du littoral',
      volume: '12',
      issue: '3',
      page: '33-57',
      publisher: 'Éd. du Quai',
      issued: { 'date-parts': [[2011]] },
      language: 'fr',
    });
  });
  it('what is written is UTF-8 and says so', () =>
    expect(
      new TextDecoder()
        .decode(writeIso2709(record('00000nam a2200000 a 4500', ['245', ['a', 'Tång']])) as Uint8Array)
        .slice(9, 10),
    ).toBe('a'));
});
