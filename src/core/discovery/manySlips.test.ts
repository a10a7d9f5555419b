/** Slips for a list of things, with the index and the rules of the demo behind them. */
import { describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, worldOf } from '../../../tests/fixtures/world';
import { READERS } from '../../demo/library';
import { inWords } from '../../words/inWords';
import type { Reader } from '../model/reader';
import type { ReferenceItem } from '../model/record';
import type { Slip } from '../model/slip';
import type { Way } from '../model/ways';
import { type CopyHistory, historyFor, NO_HISTORY } from '../requests/history';
import { promisedFrom, type SlipPromise } from '../requests/promise';
import { newSlip } from '../requests/slip';
import type { ResolvedMatch } from './answers';
import { type Thing, writeSlips } from './manySlips';
import '../../words/spoken';

const world = worldOf(400);
const NOW = moment().at;
const READER = READERS.find((r) => r.registered && !r.remote) as Reader;
const found = async (start: string): Promise<Thing> => {
  const { csl } = storyItemTitled(start).record;
  const [resolved] = await world.service.resolve([csl], moment(), '');
  return { id: `t-${csl.id}`, csl, match: resolved?.match as ResolvedMatch };
};
const unknown = (more: Partial<ReferenceItem>): Thing => ({
  id: `u-${more.title}`,
  csl: { type: 'book', title: '', ...more },
  match: null,
});
/** Writes them, and says for which histories promises were asked. */
async function write(things: readonly Thing[], slips: readonly Slip[] = []) {
  const histories: CopyHistory[] = [];
  let n = 0;
  const written = await writeSlips(
    things,
    { reader: READER, slips, needBy: '', now: NOW },
    {
      ways: async (asked) => (await world.service.ways(asked, moment(), ''))?.ways ?? [],
      promise: async (slip, history) => {
        histories.push(history);
        return (await world.service.promise(slip, moment(), history)) as SlipPromise;
      },
      newId: () => `S-many-${++n}`,
    },
  );
  return { written, histories };
}

describe('slips for many things', () => {
  it('one for each, by its soonest way, with what is promised', async () => {
    const { written } = await write([await found('Salt, smoke, weed'), await found('The nori century')]);
    for (const { slip, promise, hindered, thing } of written) {
      expect(hindered, thing.csl.title).toBeNull();
      expect(slip).toMatchObject({
        record: thing.match?.id,
        state: 'draft',
        declared: false,
        route: promise?.route,
        from: promise?.from,
      });
      expect(promisedFrom(promise as SlipPromise)).toMatchObject({
        median: promise?.median,
        total: promise?.total,
      });
    }
  });
  it('the same thing twice in a list goes once, the second is not kept as a draft either', async () => {
    const { written, histories } = await write([
      await found('Salt, smoke, weed'),
      { ...(await found('Salt, smoke, weed')), id: 'again' },
    ]);
    expect(written.map((w) => [w.hindered === null, w.twice ?? false])).toEqual([
      [true, false],
      [false, true],
    ]);
    expect(inWords(written[1])?.hindered).toMatch(/in this list before/);
    expect(histories).toHaveLength(1);
  });
  it('what is asked for already is not asked for again', async () => {
    const { written } = await write([await found('Salt, smoke, weed')]);
    const before: Slip = { ...(written[0]?.slip as Slip), id: 'S-before', state: 'sent' };
    const again = await write([await found('Salt, smoke, weed')], [before]);
    expect(inWords(again.written[0])).toMatchObject({
      twice: true,
      promise: null,
      hindered: 'You have an open slip for this already.',
    });
  });
  it('what goes first counts for the rules of what goes after it', async () => {
    const part = (title: string) =>
      unknown({
        type: 'article-journal',
        title,
        'container-title': 'Far Letters',
        ISSN: '7999-0002',
        volume: '3',
        issue: '2',
      });
    const { written, histories } = await write([part('One'), part('Two'), part('Three')]);
    expect(written.map((w) => w.slip?.wanted)).toEqual(['article', 'article', 'article']);
    expect(histories[0]).toEqual(NO_HISTORY);
    const went = written.filter((w) => w.hindered === null).length;
    expect(went).toBeGreaterThan(0);
    expect(histories.at(-1)).toMatchObject({ sameIssue: Math.min(went, 2), open: Math.min(went, 2) });
  });
  it('a book that nobody has heard of is asked for as it is described', async () => {
    const { written } = await write([
      unknown({ title: 'A book that is not there', author: [{ family: 'Nobody', given: 'A.' }] }),
    ]);
    const { slip } = written[0] as (typeof written)[0];
    const hindered = inWords(written[0])?.hindered;
    expect(slip === null ? hindered : slip.item.title).toMatch(
      slip === null ? /Nobody can supply it/ : 'A book that is not there',
    );
    expect(slip?.record ?? '').toBe('');
  });
  it('nobody can supply what has no way, and nothing is asked for it', async () => {
    const written = await writeSlips(
      [unknown({ title: 'x' })],
      { reader: READER, slips: [], needBy: '', now: NOW },
      {
        ways: async (): Promise<Way[]> => [],
        promise: () => Promise.reject(new Error('not to be asked')),
        newId: () => 'S-x',
      },
    );
    expect(inWords(written[0])).toMatchObject({
      slip: null,
      promise: null,
      hindered: expect.stringMatching(/^Nobody can supply it/),
    });
  });
  it('no date, no promise to keep', () =>
    expect(
      promisedFrom({ median: null, likely: null, chance: 0, lines: [], total: 0 } as unknown as SlipPromise),
    ).toBeNull());
});

describe('what the copyright rules count', () => {
  it('other copies of the issue, the journal this year, the book; not drafts, not loans, not the slip itself', () => {
    const { record } = storyItemTitled('Kelp on the plate');
    const one = (id: string, more: Partial<Slip> = {}): Slip => {
      const s = newSlip({
        id,
        record,
        reader: READER,
        wanted: 'article',
        route: 'ill-copy',
        from: 'lending',
        needBy: '',
        now: NOW,
      });
      return {
        ...s,
        state: 'sent',
        item: { ...s.item, issn: '7000-0013', volume: '4', issue: '2' },
        ...more,
      };
    };
    const own = one('S-own', { state: 'draft' });
    const loan = one('S-d', { wanted: 'loan', route: 'ill-loan' });
    const all = [
      own,
      one('S-a'),
      one('S-b', { state: 'draft' }),
      one('S-c', { created: '2025-01-01T09:00' }),
      loan,
    ];
    expect(historyFor(own, all)).toEqual({ journalThisYear: 1, sameIssue: 2, sameBookCopies: 0, open: 3 });
    expect(historyFor(own, [own])).toEqual(NO_HISTORY);
    const chapter = one('S-e', { wanted: 'chapter' });
    expect(historyFor(own, [chapter, one('S-f', { wanted: 'chapter', state: 'finished' })])).toMatchObject({
      sameBookCopies: 2,
      open: 1,
    });
    expect(historyFor(own, [one('S-g', { wanted: 'chapter', state: 'withdrawn' })])).toEqual(NO_HISTORY);
  });
});
