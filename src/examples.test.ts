/**
 * The worked examples of the docstrings are true: `@example EXPRESSION // VALUE` is worked out, with what its
 * file exports and the few names below at hand. An example goes on over lines that are set in by three
 * spaces.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { storyItemTitled } from '../tests/fixtures/story';
import { moment, situation } from '../tests/fixtures/world';
import { msg } from './core/model/message';
import type { Reader } from './core/model/reader';
import { dayNumber, isoDay, isoLocal, type Minutes, parseDay, parseLocal } from './core/model/time';
import { NEW_SEARCH } from './core/query/request';
import { decodeModel } from './core/references/tagger';
import { NO_HISTORY } from './core/requests/history';
import { caseOf } from './core/requests/promise';
import { newSlip } from './core/requests/slip';
import { LIBRARY, READERS } from './demo/library';
import { POLICY } from './demo/policy';
import { dayWords } from './words/dayWords';
import { say } from './words/say';

const model = decodeModel(readFileSync('public/models/references.bin'));
const library = LIBRARY;
const at = parseLocal(moment().at) as Minutes;
const [reader] = READERS as readonly [Reader];
const here = { library, situation: situation('quayside'), at };
const aBook = storyItemTitled('The nori century');
const aLine = {
  publication_title: 'Journal of Kelp',
  publication_type: 'serial',
  coverage_depth: 'fulltext',
  date_first_issue_online: '2018',
  provider: 'p',
};
const aSlip = newSlip({
  id: 'S-example',
  record: aBook.record,
  reader,
  wanted: 'loan',
  route: 'ill-loan',
  from: 'lending',
  needBy: '',
  now: moment().at,
});
/** Names that examples may use beside those of their own file. */
const AT_HAND = {
  library,
  policy: POLICY,
  reader,
  /** Monday 2 November 2026, 9:10, at the first campus. */
  here,
  /**
   * A printed book, out on loan or on the road between campuses; a slip for it; the case that this slip is.
   */
  aBook,
  aSlip,
  aCase: caseOf({ slip: aSlip, item: aBook, there: here, history: NO_HISTORY }, 'ill-loan'),
  /** A title list's line for a journal, from 2018 on. */
  aLine,
  /** What a syllabus is read with. */
  aSyllabus: { ...dayWords(), session: ['week'], required: [], further: [] },
  model,
  NEW_SEARCH,
  dayNumber,
  isoDay,
  isoLocal,
  parseDay,
  parseLocal,
  msg,
  say,
};

interface Example {
  readonly where: string;
  readonly path: string;
  readonly asked: string;
  readonly said: string;
}
const FILES = ['src/core', 'src/server', 'src/words'].flatMap((dir) =>
  readdirSync(dir, { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.ts$/.test(f) && !/\.test\.ts$|generated/.test(f))
    .map((f) => join(dir, f)),
);
function examplesIn(path: string): Example[] {
  const lines = readFileSync(path, 'utf8').split('\n');
  return lines.flatMap((line, i) => {
    const start = /^\s*\/?\*\*? @example (.*?)(?: \*\/)?$/.exec(line)?.[1];
    if (start === undefined) return [];
    let whole = start;
    for (let k = i + 1; /^\s*\* {3}\S/.test(lines[k] ?? ''); k++)
      whole += ` ${(lines[k] as string).replace(/^\s*\* {3}/, '').replace(/ \*\/$/, '')}`;
    const cut = whole.lastIndexOf(' // ');
    return [
      {
        where: `${path}:${i + 1}`,
        path,
        asked: cut < 0 ? whole : whole.slice(0, cut),
        said: cut < 0 ? '' : whole.slice(cut + 4),
      },
    ];
  });
}
const plain = (code: string): string => ts.transpile(`return (${code});`, { target: ts.ScriptTarget.ES2022 });
const worked = (code: string, names: Readonly<Record<string, unknown>>): unknown =>
  new Function(...Object.keys(names), plain(code))(...Object.values(names));

const examples = FILES.flatMap(examplesIn);
/** Where somebody comes in from outside: each has an example. */
const FRONT_DOORS = [
  'core/query/read.ts',
  'core/query/cql.ts',
  'core/query/plain.ts',
  'core/query/request.ts',
  'core/words/fold.ts',
  'core/words/analysis.ts',
  'core/words/codes.ts',
  'core/coverage/decide.ts',
  'core/coverage/kbart.ts',
  'core/coverage/links.ts',
  'core/coverage/openurl.ts',
  'core/policy/price.ts',
  'core/policy/schema.ts',
  'core/access/calendar.ts',
  'core/access/ways.ts',
  'core/access/alternatives.ts',
  'core/access/chance.ts',
  'core/references/split.ts',
  'core/references/read.ts',
  'core/references/match.ts',
  'core/requests/promise.ts',
  'core/requests/rules.ts',
  'core/requests/schema.ts',
  'core/requests/lifecycle.ts',
  'core/formats/read.ts',
  'core/formats/write.ts',
  'core/formats/ris.ts',
  'core/sru/sru.ts',
  'core/xml.ts',
  'core/model/shape.ts',
  'words/sentence.ts',
  'words/say.ts',
  'server/base.ts',
  'server/path.ts',
];

describe('the examples of the docstrings', () => {
  it.each(examples)('$where', async ({ path, asked, said }) => {
    const own = (await import(resolve(path))) as Record<string, unknown>;
    const names = { ...AT_HAND, ...own };
    const value = worked(asked, names);
    expect(value).toEqual(worked(said, names));
  });
  it('are there at every front door', () => {
    const there = new Set(examples.map((e) => e.path));
    expect(FRONT_DOORS.filter((door) => !there.has(join('src', door)))).toEqual([]);
  });
});
