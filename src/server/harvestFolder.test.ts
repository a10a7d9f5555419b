/** What is gathered stands in the folder as the source has it now. */
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { oaiRecordsIn } from '../core/formats/dublinCoreRead';
import { gather } from './harvestFolder';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'harvest-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

interface Stands {
  readonly day: string;
  readonly title: string | null;
}
/** A source whose records are what the map says. */
function sourceOf(records: ReadonlyMap<string, Stands>, today: string, asked: string[] = []) {
  return async (address: string) => {
    asked.push(new URL(address).search);
    const from = new URL(address).searchParams.get('from') ?? '';
    const body = [...records]
      .filter(([, r]) => r.day >= from)
      .map(([id, r]) =>
        r.title === null
          ? `<record><header status="deleted"><identifier>${id}</identifier><datestamp>${r.day}</datestamp></header></record>`
          : `<record><header><identifier>${id}</identifier><datestamp>${r.day}</datestamp></header>\n<metadata>\n<oai_dc:dc><dc:title>${r.title}</dc:title></oai_dc:dc>\n</metadata></record>`,
      );
    const said = body.length
      ? `<ListRecords>${body.join('\n')}</ListRecords>`
      : '<error code="noRecordsMatch"/>';
    return {
      status: 200,
      retryAfter: null,
      text: `<OAI-PMH><responseDate>${today}T10:00:00Z</responseDate>${said}</OAI-PMH>`,
    };
  };
}
const SOURCE = { id: 'repo', address: 'https://repo.example/oai', prefix: 'oai_dc' } as const;
const wait = async (): Promise<void> => undefined;
const filesIn = (within: string): string[] =>
  existsSync(join(dir, within)) ? readdirSync(join(dir, within)).sort() : [];
/** Titles by id, as the folder says it all: the whole, and the changes in the order of their names. */
function standing(): Map<string, string | undefined> {
  const all = new Map<string, string | undefined>();
  const take = (path: string): void => {
    for (const r of oaiRecordsIn(readFileSync(join(dir, path), 'utf8')).records)
      all.set(r.id, /<dc:title>(.*)<\/dc:title>/.exec(r.metadata)?.[1]);
  };
  take('records/oai-repo.xml');
  for (const file of filesIn('changes'))
    if (file.endsWith('.txt'))
      for (const id of readFileSync(join(dir, 'changes', file), 'utf8').split('\n')) all.delete(id);
    else take(join('changes', file));
  return all;
}
const titles = (): string[] => [...standing().values()].map(String).sort();
/** So many that some changes are a small part of them. */
const many = (count: number): [string, Stands][] =>
  Array.from({ length: count }, (_, i) => [`m${i}`, { day: '2026-01-01', title: `Titel ${i}` }]);

it('first everything, then what has changed since; what is deleted goes', async () => {
  const records = new Map<string, Stands>([
    ['a', { day: '2026-01-01', title: 'Ebbe &amp; Flut' }],
    ['b', { day: '2026-01-02', title: 'Siel' }],
    ['c', { day: '2026-01-03', title: 'Koog' }],
  ]);
  const asked: string[] = [];
  expect(await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-01', asked) })).toEqual({
    changed: 3,
    deleted: 0,
    total: 3,
    problems: 0,
  });
  expect(titles()).toEqual(['Ebbe &amp; Flut', 'Koog', 'Siel']);
  records.set('b', { day: '2026-02-03', title: 'Siel und Deich' });
  records.set('c', { day: '2026-02-04', title: null });
  records.set('d', { day: '2026-02-05', title: 'Warft' });
  expect(await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-06', asked) })).toEqual({
    changed: 2,
    deleted: 1,
    total: 3,
    problems: 0,
  });
  expect(asked[1]).toContain('from=2026-02-01');
  expect(titles()).toEqual(['Ebbe &amp; Flut', 'Siel und Deich', 'Warft']);
  // Nothing new: the file stays what it is.
  expect(await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-09') })).toMatchObject({
    changed: 0,
    total: null,
  });
  expect(titles().length).toBe(3);
  // Everything anew, for a source that does not say what it deletes.
  records.delete('a');
  expect(
    await gather(dir, SOURCE, { wait, whole: true, ask: sourceOf(records, '2026-02-09') }),
  ).toMatchObject({ total: 2 });
});

it('any rounds of changes leave what the source has at the end', async () => {
  const records = new Map<string, Stands>(many(60));
  let seed = 7;
  const draw = (n: number): number => {
    seed = (seed * 1103515245 + 12345) % 2147483648;
    return seed % n;
  };
  for (let day = 10; day < 30; day++) {
    for (let k = draw(6); k > 0; k--)
      records.set(`r${draw(15)}`, { day: `2026-03-${day}`, title: draw(4) ? `Titel ${draw(1000)}` : null });
    await gather(dir, SOURCE, { wait, ask: sourceOf(records, `2026-03-${day}`) });
    const is = standing();
    expect(is).toEqual(new Map([...records].flatMap(([id, r]) => (r.title === null ? [] : [[id, r.title]]))));
  }
});

it('a source that fails under way leaves what was there, and no half file', async () => {
  const records = new Map<string, Stands>([['a', { day: '2026-01-01', title: 'Ebbe' }]]);
  await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-01') });
  const failing = async () => ({ status: 404, retryAfter: null, text: '' });
  await expect(gather(dir, SOURCE, { wait, ask: failing })).rejects.toThrow('404');
  expect(titles()).toEqual(['Ebbe']);
  expect(readdirSync(join(dir, 'records')).sort()).toEqual(['.oai-repo.json', 'oai-repo.xml']);
});

it('what has changed stands in files of its own, until it is a part of the whole', async () => {
  const records = new Map<string, Stands>(many(100));
  await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-01') });
  records.set('m1', { day: '2026-02-02', title: 'Siel' });
  records.set('m2', { day: '2026-02-02', title: null });
  expect(await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-03') })).toEqual({
    ...{ changed: 1, deleted: 1, total: null, problems: 0 },
  });
  expect(filesIn('changes').map((f) => f.replace(/^[\dTZ-]+/, ''))).toEqual(['oai-repo.txt', 'oai-repo.xml']);
  // Nothing new: no files.
  await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-04') });
  expect(filesIn('changes')).toHaveLength(2);
  expect([standing().get('m1'), standing().has('m2'), standing().size]).toEqual(['Siel', false, 99]);
  // What was deleted is there again, much is otherwise: all goes into the whole.
  records.set('m2', { day: '2026-02-05', title: 'Wieder da' });
  for (let i = 10; i < 30; i++) records.set(`m${i}`, { day: '2026-02-05', title: `Neu ${i}` });
  const folded = await gather(dir, SOURCE, { wait, ask: sourceOf(records, '2026-02-06') });
  expect(folded).toMatchObject({ changed: 21, total: 100 });
  expect(filesIn('changes')).toEqual([]);
  expect([standing().get('m1'), standing().get('m2'), standing().get('m12')]).toEqual([
    ...['Siel', 'Wieder da', 'Neu 12'],
  ]);
});
