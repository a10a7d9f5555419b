/** A library out of its folder alone: records of every sort of file, copies and lists on them, found with their ways. */
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync, strToU8 } from 'fflate';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { stringify } from 'yaml';
import { asked } from '../../tests/fixtures/world';
import { indexFolder } from '../cli/folderIndex';
import { writeItems } from '../core/formats/write';
import type { CslItem } from '../core/model/record';
import { NEW_SEARCH } from '../core/query/request';
import { POLICY } from '../demo/policy';
import { descriptionsOf } from './folderRecords';
import { type FolderProblem, openLibraryFolder } from './libraryFolder';
import { DiscoveryService } from './service';
import { servicesIn } from './servicesFile';

const ISBN = '9789900000525';
const item = (id: string, more: Partial<CslItem> = {}): CslItem => ({
  id,
  type: 'book',
  title: `Watt ${id}`,
  author: [{ family: 'Ost', given: 'Nele' }],
  issued: { 'date-parts': [[2015]] },
  ...more,
});
let root: string;
let dir: string;
beforeAll(() => {
  root = mkdtempSync(join(tmpdir(), 'folder-'));
  dir = join(root, 'gralsund');
  for (const own of ['records', 'kbart']) mkdirSync(join(dir, own), { recursive: true });
  const put = (name: string, text: string | Uint8Array): void => writeFileSync(join(dir, name), text);
  put(
    'library.yaml',
    'name: Bibliothek Gralsund\nagency: LGD:XV-GS\nlanguage: de\ncampuses:\n  - id: haus\n    name: Haus\n    hours: {mon-fri: 08:00-20:00}\nproviders:\n  - id: verlag\n    name: Verlag Watt\n',
  );
  put(
    'policy.yaml',
    stringify({
      ...POLICY,
      courier: { ...POLICY.courier, transit: {} },
      lending: { ...POLICY.lending, desk: 'haus' },
    }),
  );
  put('lenders.csv', 'id,agency,name,country\nn,LGD:N,Nordhav,XV\n');
  put(
    'kbart/verlag_2026.txt',
    'publication_title\tprint_identifier\tdate_first_issue_online\tdate_last_issue_online\ttitle_url\nWatt\t1234-5679\t1999\t\thttps://verlag.example/watt\n',
  );
  const article = item('a1', {
    type: 'article-journal',
    'container-title': 'Watt',
    ISSN: '1234-5679',
    volume: '3',
    issue: '1',
    page: '1-9',
  });
  put('records/1.mrc', writeItems('marc', [item('m1', { ISBN })]) as Uint8Array);
  put('records/2.ris', writeItems('ris', [item('r1'), item('r2')]));
  put('records/3.bib.gz', gzipSync(strToU8(writeItems('bibtex', [item('b1')]) as string)));
  put('records/4.jsonl', `${JSON.stringify(article)}\n${JSON.stringify(item('j1'))}\n`);
  put('records/5.xml', writeItems('marcxml', [item('x1')]));
  put('records/notes.pdf', new Uint8Array([37, 80, 68, 70, 0, 1, 2]));
  put(
    'holdings.csv',
    `isbn,record,campus,level,callNumber,status,due\n${ISBN},,haus,2,WAT 1,in,\n,j1,haus,1,WAT 2,out,2026-12-01\n,nowhere,haus,1,WAT 3,in,\n`,
  );
});
afterAll(() => rmSync(root, { recursive: true, force: true }));
const codesOf = (problems: readonly FolderProblem[]): string[] =>
  problems.map(({ file, line, text }) => `${file}:${line} ${text.code}`);

it('reads records of every sort, and says what of the folder can’t be used', () => {
  const problems: FolderProblem[] = [];
  const told = (p: FolderProblem) => void problems.push(p);
  const folder = openLibraryFolder(dir, told);
  expect(codesOf(problems)).toEqual([]);
  if (!folder) throw new Error('no folder');
  const records = [...descriptionsOf(dir, folder, told)];
  expect(records.map((r) => r.csl.title)).toEqual(
    ['m1', 'r1', 'r2', 'b1', 'a1', 'j1', 'x1'].map((id) => `Watt ${id}`),
  );
  expect(new Set(records.map((r) => r.id)).size).toBe(7);
  const by = new Map(records.map((r) => [r.csl.title, r]));
  expect(by.get('Watt m1')?.copies?.[0]?.callNumber).toBe('WAT 1');
  expect(by.get('Watt j1')?.copies?.[0]?.status).toMatchObject({ state: 'out', due: '2026-12-01' });
  expect(by.get('Watt a1')?.journal).toBe('1234-5679');
  expect(codesOf(problems)).toEqual([
    'records/notes.pdf:0 libraryfolder.notKnownFile',
    'holdings.csv:4 libraryfolder.fitsNothing',
  ]);
});

it('is built, and searched with its own ways and nobody else’s', async () => {
  const out = join(root, 'index');
  expect(indexFolder(dir, { check: false, out, reports: [], afresh: false }, () => {})).toBe(1);
  const service = DiscoveryService.open(out);
  try {
    expect(service.library.name).toBe('Bibliothek Gralsund');
    const at = {
      situation: { campus: 'haus' as never, remote: false, category: 'undergraduate' as const },
      at: '2026-11-02T09:10',
    };
    const search = (q: string) =>
      service.search(asked({ ...NEW_SEARCH, q, drop: {} }), at, { offset: 0, limit: 25 });
    const all = await search('Watt');
    expect(all.total).toBe(7);
    const waits = new Map(all.waits.map((w) => [w.class, w.count]));
    // The article at once, the volume on the shelf, the volume on loan later.
    expect(waits.get('now')).toBe(1);
    expect([...waits.values()].reduce((a, b) => a + b, 0)).toBe(7);
    expect(JSON.stringify(service.library)).not.toMatch(/Tarnholm|quayside|Skerry/);
  } finally {
    service.close();
  }
});

it('that is damaged loses what is damaged: a packed file cut off, a torn record, two ids, rules and library unread', () => {
  const torn = join(root, 'torn');
  cpSync(dir, torn, { recursive: true });
  const records = Array.from({ length: 4000 }, (_, i) => JSON.stringify(item(`k${i}`)));
  const packed = gzipSync(strToU8(records.join('\n')));
  writeFileSync(join(torn, 'records/6.jsonl.gz'), packed.subarray(0, packed.length >> 1));
  writeFileSync(
    join(torn, 'records/7.jsonl'),
    `${JSON.stringify(item('j1'))}\n{"id": "t\n${JSON.stringify(item('t2'))}\n`,
  );
  const problems: FolderProblem[] = [];
  const told = (p: FolderProblem) => void problems.push(p);
  const folder = openLibraryFolder(torn, told);
  if (!folder) throw new Error('no folder');
  const titles = new Set([...descriptionsOf(torn, folder, told)].map((r) => r.csl.title));
  expect(titles.has('Watt k100') && titles.has('Watt t2') && titles.has('Watt m1')).toBe(true);
  expect(problems.map((p) => p.text.code)).toEqual(
    expect.arrayContaining(['libraryfolder.cutOff', 'libraryfolder.idBefore']),
  );
  writeFileSync(join(torn, 'library.yaml'), 'name: [Gralsund\ncampuses: &a [*a, *a]\n');
  writeFileSync(join(torn, 'policy.yaml'), 'zone: CET\n');
  const fatal: FolderProblem[] = [];
  expect(openLibraryFolder(torn, (p) => void fatal.push(p))).toBeNull();
  expect(fatal.every((p) => p.fatal)).toBe(true);
  expect(new Set(fatal.map((p) => p.file))).toEqual(new Set(['library.yaml', 'policy.yaml']));
  writeFileSync(join(torn, 'library.yaml'), 'name: &a Gralsund\nagency: *a\n');
  const aliases: FolderProblem[] = [];
  expect(openLibraryFolder(torn, (p) => void aliases.push(p))).toBeNull();
  expect(codesOf(aliases)).toContain('library.yaml:0 libraryfolder.notYaml');
  const report = join(root, 'report.json');
  expect(indexFolder(torn, { check: true, out: '', reports: [report], afresh: false }, () => {})).toBe(2);
});

it('tables and courses in other formats say the same; of two, one is read and the other named', () => {
  const other = join(root, 'formats');
  cpSync(dir, other, { recursive: true });
  const told: FolderProblem[] = [];
  const read = () => {
    told.length = 0;
    const folder = openLibraryFolder(other, (p) => void told.push(p));
    if (!folder) throw new Error('no folder');
    return folder;
  };
  const before = read();
  const lender = { id: 'x', agency: 'LGD:X', name: 'X', country: 'DE', loanDays: '3/6' };
  writeFileSync(join(other, 'lenders.yaml'), `- ${JSON.stringify(lender)}\n`);
  expect(read().library.lenders).toEqual(before.library.lenders);
  expect(codesOf(told)).toContain('lenders.yaml:0 libraryfolder.notThere');
  rmSync(join(other, 'lenders.csv'));
  expect(read().library.lenders).toMatchObject([{ id: 'x', loanDays: { median: 3, likely: 6 } }]);
  rmSync(join(other, 'lenders.yaml'));
  writeFileSync(join(other, 'lenders.jsonl'), `${JSON.stringify(lender)}\nno json\n`);
  expect(read().library.lenders.length).toBe(1);
  expect(codesOf(told)).toContain('lenders.jsonl:2 libraryfolder.noEntry');
  writeFileSync(join(other, 'journals.json'), '{"not": "a list"}');
  rmSync(join(other, 'journals.csv'), { force: true });
  read();
  expect(codesOf(told)).toContain('journals.json:0 libraryfolder.noList');
  rmSync(join(other, 'courses.csv'), { force: true });
  writeFileSync(join(other, 'courses.json'), JSON.stringify({ courses: [{ id: 'no course' }] }));
  expect(read().courses).toEqual([]);
  expect(codesOf(told)).toContain('courses.json:1 libraryfolder.entry');
});
it('has colours that can be read, a logo that is there, and services by their addresses', () => {
  const own = join(root, 'own');
  cpSync(dir, own, { recursive: true });
  const yaml = readFileSync(join(own, 'library.yaml'), 'utf8');
  writeFileSync(
    join(own, 'library.yaml'),
    `${yaml}\nappearance: {light: '#7a1f3d', dark: '#222222', logo: logo.svg}\nservices: {base: 'https://read.example', mail: {server: 'smtp://m.example', from: a@b.example}}\n`,
  );
  const told: FolderProblem[] = [];
  const folder = openLibraryFolder(own, (p) => void told.push(p));
  expect(folder?.library.appearance).toEqual({ light: expect.objectContaining({ tint: '#7a1f3d' }) });
  expect(codesOf(told)).toEqual(
    expect.arrayContaining(['library.yaml:0 libraryfolder.contrast', 'library.yaml:0 libraryfolder.noLogo']),
  );
  expect(folder?.services.mail?.server).toBe('smtp://m.example');
  writeFileSync(join(own, 'logo.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>');
  expect(openLibraryFolder(own, () => undefined)?.library.appearance?.logo).toBe('logo.svg');
  const out = join(root, 'own-index');
  indexFolder(own, { check: false, out, reports: [], afresh: false }, () => {});
  expect(existsSync(join(out, 'logo.svg'))).toBe(true);
  expect(servicesIn({ LEGENDUM_INDEX: out })).toMatchObject({
    LEGENDUM_SMTP: 'smtp://m.example',
    LEGENDUM_BASE: 'https://read.example',
  });
  expect(servicesIn({ LEGENDUM_INDEX: join(root, 'nowhere') })).toEqual({});
});
