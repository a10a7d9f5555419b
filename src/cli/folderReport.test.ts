/** What is wrong with a folder, as a librarian reads it: the same thing once, with how often and where. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { msg } from '../core/model/message';
import { deskReport, type Found, Problems, writeReport } from './folderReport';

let dir: string;
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'report-'));
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));
const FOUND: Found = {
  folder: '/library',
  name: 'Koog & Siel',
  usable: true,
  counts: { records: 3, joined: 1 },
  kinds: { book: 3 },
  gaps: ['there are no lenders'],
};
function some(): Problems {
  const problems = new Problems();
  problems.told({ file: 'library.yaml', line: 0, text: msg('libraryfolder.noList') });
  for (let line = 2; line < 502; line++)
    problems.told({
      file: 'owners.csv',
      line,
      text: msg('libraryfolder.noSuchLender', { id: '<hohensiel>' }),
    });
  for (let line = 1; line < 31; line++)
    problems.told({
      file: 'records/a.mrc',
      line,
      text: msg('libraryfolder.statusUnknown', { status: `s${line}` }),
    });
  return problems;
}

it('what is the same at many places is said once', () => {
  const said: string[] = [];
  const heard = vi.spyOn(console, 'error').mockImplementation((line: string) => void said.push(line));
  some().print();
  heard.mockRestore();
  expect(said[0]).toMatch(/^ {2}owners\.csv, 500 times \(2, 3, 4, 5, 6, 7, …\): the lender “<hohensiel>”/);
  expect(said.filter((l) => l.includes('records/a.mrc')).length).toBe(20);
  expect(said).toContain('  and 10 more of the same kind');
  expect(said.at(-1)).toMatch(/^ {2}library\.yaml: it is not a list/);
});
it('the reports have all of it; HTML has no mark-up of anybody else’s', () => {
  const [json, html] = [join(dir, 'r.json'), join(dir, 'r.html')];
  for (const file of [json, html]) writeReport(file, FOUND, some());
  const read = JSON.parse(readFileSync(json, 'utf8')) as {
    sorts: { count: number; problems: { lines: number[] }[] }[];
  };
  expect(read.sorts.map((s) => [s.count, s.problems.length])).toEqual([
    [500, 1],
    [30, 30],
    [1, 1],
  ]);
  expect(read.sorts[0]?.problems[0]?.lines.length).toBe(500);
  const text = readFileSync(html, 'utf8');
  expect(text).toContain('Koog &amp; Siel');
  expect(text).toContain('&lt;hohensiel&gt;');
  expect(text).not.toContain('<hohensiel>');
  expect(text).toContain('descriptions joined with another’s record');
});
it('the desk gets the first of each sort', () => {
  const { sorts } = deskReport(FOUND, some());
  expect(sorts.map((s) => [s.count, s.first.length])).toEqual([
    [500, 1],
    [30, 20],
    [1, 1],
  ]);
});
