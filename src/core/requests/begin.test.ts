import { describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { situation } from '../../../tests/fixtures/world';
import { LIBRARY, READERS } from '../../demo/library';
import { waysToRead } from '../access/ways';
import { writeOpenUrl } from '../coverage/openurl';
import type { Reader } from '../model/reader';
import type { Slip } from '../model/slip';
import { type Minutes, parseLocal } from '../model/time';
import { beginSlip, draftFor, readWish, waysDecide, wishedFrom } from './begin';

const NOW = '2026-11-02T09:10';
const READER = READERS.find((r) => !r.remote) as Reader;
const wishOf = (query: string) => readWish(new URLSearchParams(query));
const story = (start: string) => storyItemTitled(start).record;
const waysTo = (start: string) =>
  waysToRead(storyItemTitled(start), {
    library: LIBRARY,
    situation: situation(READER.campus),
    at: parseLocal(NOW) as Minutes,
  }).ways;
let made = 0;
function begun(
  query: string,
  found: Parameters<typeof wishedFrom>[1] = {},
  ways = [] as ReturnType<typeof waysTo>,
): Slip {
  const wish = wishOf(query);
  return beginSlip(wish, wishedFrom(wish.subject, found), ways, {
    reader: READER,
    id: `S-begin-${++made}`,
    now: NOW,
  });
}

describe('what an address asks for', () => {
  it.each([
    ['record=tu0000043&journal=1234-5679&by=hand', { by: 'record', id: 'tu0000043' }],
    ['journal=1234-5679&by=hand', { by: 'journal', issn: '1234-5679' }],
    ['by=hand&title=The+tide&rft.btitle=Another', { by: 'hand', title: 'The tide' }],
    ['', { by: 'hand', title: '' }],
    ['ctx_ver=Z39.88-2004&colour=red', { by: 'hand', title: '' }],
  ])('%s', (query, subject) => expect(wishOf(query).subject).toEqual(subject));
  it('an OpenURL is read with all that it says', () => {
    const { csl } = story('Kelp on the plate');
    const { subject } = wishOf(String(writeOpenUrl(csl)));
    expect(subject).toMatchObject({
      by: 'openurl',
      csl: { title: csl.title, 'container-title': csl['container-title'] },
    });
  });
  it('takes no day that is none, no road that there is not, and cuts what is too long', () => {
    expect(wishOf('record=x&need=2026-02-30&route=teleport')).toMatchObject({ needBy: '', route: undefined });
    expect(wishOf('record=x&need=2026-11-13&route=scan&from=saltmarsh')).toMatchObject({
      needBy: '2026-11-13',
      route: 'scan',
      from: 'saltmarsh',
    });
    const long = wishOf(`by=hand&title=${'t'.repeat(900)}&course=${'c'.repeat(900)}`);
    expect(long.subject).toEqual({ by: 'hand', title: 't'.repeat(500) });
    expect(long.course).toHaveLength(200);
  });
});

describe('what a slip is filled from', () => {
  it('a record that is not there is said', () =>
    expect(() => wishedFrom({ by: 'record', id: 'tu9' })).toThrow('There is no record tu9'));
  it('a journal becomes an article from it, by its own record as by its ISSN', () => {
    const journal = {
      id: 'tu1' as never,
      kind: 'journal' as const,
      csl: { id: 'tu1', type: 'periodical', title: 'Shore Letters', ISSN: '1234-5679' },
    };
    const slip = begun('record=tu1', { record: journal });
    expect([slip.record, slip.wanted, slip.route, slip.item.kind]).toEqual([
      '',
      'article',
      'ill-copy',
      'research-article',
    ]);
    expect(slip.item).toMatchObject({ title: '', container: 'Shore Letters', issn: '1234-5679' });
    expect(
      begun('journal=1234-5679', { journal: { title: 'Shore Letters', issn: '1234-5679' } }).item,
    ).toEqual(slip.item);
  });
  it('an ISSN that no journal has is kept on the slip', () =>
    expect(begun('journal=1234-5679').item).toMatchObject({ container: '', issn: '1234-5679' }));
  it('a number of a database that a link brought goes along', () =>
    expect(
      begun(
        'rft.atitle=Kelp&rft.jtitle=Weeds&rft_val_fmt=info:ofi/fmt:kev:mtx:journal&rft_id=info:pmid/12345',
      ).item,
    ).toMatchObject({ title: 'Kelp', pmid: '12345' }));
  it('a described article is an article, something unheard of a book', () => {
    const { csl } = story('Kelp on the plate');
    expect(begun(String(writeOpenUrl(csl)))).toMatchObject({
      record: '',
      wanted: 'article',
      item: { title: csl.title, year: '2023' },
    });
    expect(wishedFrom({ by: 'openurl', csl: { type: 'hologram', title: 'x' } as never }).kind).toBe('book');
  });
});

describe('the way', () => {
  const title = 'Salt, smoke, weed';
  it('that was chosen is taken, with where from', () => {
    const slip = begun('record=x&route=partner-loan&from=ostmere&need=2026-11-13&course=Essay', {
      record: story(title),
    });
    expect(slip).toMatchObject({
      route: 'partner-loan',
      from: 'ostmere',
      wanted: 'loan',
      needBy: '2026-11-13',
      reference: 'Essay',
      state: 'draft',
    });
    expect(waysDecide(wishOf('record=x&route=partner-loan'), story(title))).toBe(false);
  });
  it('a part is copied although the way could bring the whole', () =>
    expect(begun('record=x&route=ill-loan&wanted=chapter', { record: story(title) }).wanted).toBe('chapter'));
  it('where none was chosen the soonest that sets the wait decides', () => {
    const ways = waysTo(title);
    const first = ways.find((w) => w.action.do === 'slip' && w.setsWait);
    expect(first).toBeDefined();
    expect(waysDecide(wishOf('record=x'), story(title))).toBe(true);
    const { route, from } = begun('record=x', { record: story(title) }, ways);
    expect({ do: 'slip', route, from }).toEqual(first?.action);
  });
  it('where no way is open the network is asked, for a copy of what is copied', () => {
    expect(begun('record=x', { record: story(title) })).toMatchObject({
      route: 'ill-loan',
      from: 'lending',
      wanted: 'loan',
    });
    expect(begun('record=x', { record: story('Kelp on the plate') })).toMatchObject({
      route: 'ill-copy',
      from: 'lending',
      wanted: 'article',
    });
    expect(begun('')).toMatchObject({
      route: 'ill-loan',
      from: 'lending',
      wanted: 'loan',
      item: { title: '' },
    });
  });
  it('a suggestion and a question go to their desks, whatever the address says', () => {
    expect(begun('record=x&route=purchase&from=ostmere', { record: story(title) })).toMatchObject({
      wanted: 'purchase',
      from: 'acquisitions',
    });
    expect(begun('record=x&route=question', { record: story(title) })).toMatchObject({
      wanted: 'question',
      from: 'ask',
    });
  });
  it('nothing decides for what has no title yet', () => {
    for (const query of ['', 'by=hand&title=The+tide', 'journal=1234-5679'])
      expect(waysDecide(wishOf(query), wishedFrom(wishOf(query).subject)), query).toBe(false);
  });
});

describe('a draft for the same thing', () => {
  const record = story('Salt, smoke, weed');
  const slip = begun(`record=${record.id}&route=partner-loan&from=ostmere`, { record });
  it('is taken up again, by any way or by the one chosen', () => {
    expect(draftFor(wishOf(`record=${record.id}`), record, [slip])).toBe(slip);
    expect(draftFor(wishOf(`record=${record.id}&route=partner-loan`), record, [slip])).toBe(slip);
  });
  it('is not one by another way, of another thing, or a slip that has left', () => {
    expect(draftFor(wishOf(`record=${record.id}&route=purchase`), record, [slip])).toBeNull();
    expect(draftFor(wishOf('record=other'), story('Kelp on the plate'), [slip])).toBeNull();
    expect(draftFor(wishOf(`record=${record.id}`), record, [{ ...slip, state: 'sent' }])).toBeNull();
  });
  it('of something without a record goes by its title and where it stands; without a title there is none', () => {
    const query = String(writeOpenUrl(story('Kelp on the plate').csl));
    const described = begun(query);
    const wish = wishOf(query);
    expect(draftFor(wish, wishedFrom(wish.subject), [slip, described])).toBe(described);
    expect(draftFor(wishOf('by=hand'), wishedFrom({ by: 'hand', title: '' }), [begun('by=hand')])).toBeNull();
  });
});
