/**
 * The command-line tools as they are called: input in, JSON out, what is wrong on standard error with its
 * line.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bundleNode } from '../../scripts/bundle.mjs';
import { writeKbart } from '../core/coverage/kbart';
import type { KbartLine } from '../core/model/titleList';
import { readQuery } from '../core/query/read';
import { cslRecords } from './jsonLines';

let dir: string;
beforeAll(async () => {
  // Beside the sources, so that the bundle finds its packages.
  mkdirSync('.cache', { recursive: true });
  dir = mkdtempSync(join('.cache', 'tools-'));
  await bundleNode({ tool: 'src/cli/tool.ts' }, dir);
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));

function tool(args: readonly string[], input = ''): { out: string; err: string; code: number | null } {
  const done = spawnSync(process.execPath, [`${dir}/tool.mjs`, ...args], { input, encoding: 'utf8' });
  return { out: done.stdout, err: done.stderr, code: done.status };
}

describe('tool', () => {
  it('that is not one names those that are', () => {
    const { err, code } = tool(['qeury', 'kelp']);
    expect(code).toBe(2);
    expect(err).toContain('tool knows query, references, coverage, convert');
    expect(err).toContain('“qeury”');
  });
});

describe('tool query', () => {
  it('prints how an input is understood: tree, the three ways of writing it, the sentence', () => {
    const { out, code } = tool(['query', 'title:kelp', '"food security"', '-supermarket']);
    expect(code).toBe(0);
    const said = JSON.parse(out) as { tree: unknown; plain: string; cql: string; sentence: string };
    const read = readQuery({ q: 'title:kelp "food security" -supermarket', syntax: 'plain' });
    expect(said.tree).toEqual('tree' in read && read.tree);
    for (const [syntax, text] of [
      ['plain', said.plain],
      ['cql', said.cql],
    ] as const) {
      const again = readQuery({ q: text, syntax });
      expect('tree' in again && again.tree, syntax).toEqual(said.tree);
    }
    expect(said.sentence).toBeTruthy();
  });
  it('an error in CQL is said with its place, one answer a line', () => {
    const { out } = tool(['query', '--syntax', 'cql'], 'dc.title any kelp\n\ndc.title any (kelp\n');
    const [fine, bad, ...more] = out.trim().split('\n');
    expect(more).toEqual([]);
    expect(JSON.parse(fine as string)).toMatchObject({ syntax: 'cql', tree: expect.anything() });
    const { problem } = JSON.parse(bad as string) as { problem: { at: number; text: string } };
    expect(problem.at).toBeGreaterThan(0);
    expect(problem.text).not.toBe('');
  });
  it('another syntax than those two is refused', () =>
    expect(tool(['query', '--syntax', 'sql', 'x']).code).toBe(2));
});

describe('tool coverage', () => {
  const LINE: KbartLine = {
    provider: 'list',
    publication_title: 'Coastal Food Systems',
    print_identifier: '6900-0018',
    date_first_issue_online: '2015-01-01',
    num_first_vol_online: '6',
    title_url: 'https://x.example/cfs',
    embargo_info: 'P1Y',
  };
  it('decides article by article, in their order, by number or by title; what it can’t read is said', () => {
    const list = join(dir, 'list.tsv');
    writeFileSync(list, `\uFEFF${writeKbart([LINE]).replaceAll(/\r?\n/g, '\r\n')}`);
    const asked = [
      { issn: '69000018', date: '2020-03' },
      { title: 'coastal food systems', date: '2026-10' },
      { issn: '6900-0018', date: '2010' },
      { issn: '6900-0999', date: '2020' },
    ];
    const input = `${asked.map((a) => JSON.stringify(a)).join('\n')}\nnot json\n`;
    const { out, err, code } = tool(['coverage', '--kbart', list, '--today', '2026-11-02'], input);
    expect(code).toBe(0);
    const said = out
      .trim()
      .split('\n')
      .map((l) => (JSON.parse(l) as { covered: boolean | null }).covered);
    expect(said).toEqual([true, false, false, false, null]);
    expect(err).toContain('standard input, line 5');
  });
  it('without its list it says how it is called', () => {
    const { err, code } = tool(['coverage', '--kbart', 'nowhere.tsv']);
    expect(code).toBe(2);
    expect(err).toContain('--kbart FILE');
  });
});

describe('tool convert', () => {
  const RIS = 'TY  - JOUR\r\nTI  - Kelp on the plate\r\nAU  - Okonedo, Amara\r\nPY  - 2023\r\nER  - \r\n';
  it('turns one format into another', () => {
    const { out, err, code } = tool(['convert', '--from', 'ris', '--to', 'bibtex'], RIS);
    expect(code).toBe(0);
    expect(out).toMatch(/^@article\{/);
    expect(out).toContain('Kelp on the plate');
    expect(err).toContain('1 read, 0 with something to say');
  });
  it('what is bad is named with its line and code 1; the rest is written', () => {
    const { out, err, code } = tool(
      ['convert', '--from', 'ris', '--to', 'ris'],
      `${RIS}this is no tag\r\n${RIS}`,
    );
    expect(code).toBe(1);
    expect(out.match(/^TY {2}- JOUR/gm)).toHaveLength(2);
    expect(err).toMatch(/^line 6: /m);
  });
  it('formats it does not know are refused with those it does', () => {
    const { err, code } = tool(['convert', '--from', 'docx', '--to', 'ris']);
    expect(code).toBe(2);
    expect(err).toContain('ris');
  });
});

describe('CSL-JSON lines', () => {
  it('bad lines, blank lines and ids that come twice: named with their number, passed over', () => {
    const file = join(dir, 'own.jsonl');
    const item = (id: string, title: string): string =>
      JSON.stringify({ id, type: 'book', title, issued: { 'date-parts': [[2001]] } });
    writeFileSync(
      file,
      `\uFEFF${item('a', 'One')}\n\n{"id": \n${item('a', 'Another')}\n[]\n${item('b', 'Two')}`,
    );
    const said: [number, string][] = [];
    const records = [...cslRecords(file, 'own', (_, line, text) => said.push([line, text]))];
    expect(records.map((r) => [r.id, r.csl.title])).toEqual([
      ['a', 'One'],
      ['b', 'Two'],
    ]);
    expect(said.map(([line]) => line)).toEqual([3, 4, 5]);
    expect(said[1]?.[1]).toContain('the id a came before');
  });
});
