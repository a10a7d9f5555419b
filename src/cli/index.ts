/**
 * `index FILES… [--out DIR]`: builds an index from a library's own CSL-JSON lines (one item a line).
 * Campuses, lenders and policy are the demo's until a library brings its own with `--library FILE` (a
 * library.json as an index directory has it), and courses with `--courses FILE` (.csv or .json, docs/courses.md).
 */
import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import { type Course, courseShape } from '../core/courses/course';
import { readCourseCsv } from '../core/formats/courseCsv';
import { wrongIn } from '../core/model/shape';
import { makeWorld } from '../demo/world';
import { buildIndex, type IndexSource } from '../server/build';
import { say } from '../words/generated/file';
import { cslRecords } from './jsonLines';

const { values, positionals } = parseArgs({
  options: {
    out: { type: 'string', default: 'data/own' },
    library: { type: 'string' },
    courses: { type: 'string' },
  },
  allowPositionals: true,
});
const files = positionals.filter((p) => p !== '--');
const missing = [...files, ...(values.courses ? [values.courses] : [])].filter((f) => !existsSync(f));
if (!files.length || missing.length) {
  console.error(
    missing.length
      ? `There is no file ${missing[0]}.`
      : 'Name at least one file of CSL-JSON lines: npm run index -- records.jsonl',
  );
  process.exit(2);
}
const world = makeWorld(200);
const own = values.library
  ? (JSON.parse(readFileSync(values.library, 'utf8')) as Partial<IndexSource> & { lines?: [string, never][] })
  : null;
let bad = 0;
const library = own?.library ?? world.library;
const problem = (file: string, line: number, text: string) => {
  bad++;
  if (bad <= 50) console.error(`  ${basename(file)}:${line}: ${text}`);
  if (bad === 51) console.error('  further lines that can’t be used are only counted');
};
function* records() {
  for (const file of files) yield* cslRecords(file, basename(file), problem);
}
/** Courses of a table or of a file like courses.json; what of them can't be used is named. */
function coursesFrom(file: string): readonly Course[] {
  const text = readFileSync(file, 'utf8');
  if (/\.csv$/i.test(file)) {
    const { courses, problems } = readCourseCsv(text, new Set(library.campuses.map((c) => c.id)));
    for (const p of problems) problem(file, p.line, say(p.text));
    return courses;
  }
  let courses: readonly unknown[] = [];
  try {
    const read = JSON.parse(text) as { readonly courses?: unknown } | null;
    if (Array.isArray(read?.courses)) courses = read.courses;
    else problem(file, 1, 'there is no list “courses” in this file');
  } catch (error) {
    problem(file, 1, error instanceof Error ? error.message : 'not JSON');
  }
  return courses.flatMap((c, i) => {
    const wrong = wrongIn(courseShape, c);
    if (wrong !== null) problem(file, i + 1, `courses[${i}]${wrong && `.${wrong}`}`);
    return wrong === null ? [c as Course] : [];
  });
}
const courses = values.courses ? coursesFrom(values.courses) : null;
const source: IndexSource = {
  ...world,
  journals: [],
  lines: new Map(),
  ...(own ? { ...own, lines: new Map(own.lines as never) } : {}),
  ...(courses ? { courses: { saw: () => undefined, made: () => courses } } : {}),
  records: { [Symbol.iterator]: records },
};
const made = buildIndex(
  source,
  values.out,
  (done, stage) =>
    stage === 'records' && done % 25_000 === 0 && console.log(`  ${done.toLocaleString('en')} records`),
);
console.log(
  `  ${made.records.toLocaleString('en')} records in ${values.out}, ${bad.toLocaleString('en')} lines left out or not used whole. Start with LEGENDUM_INDEX=${values.out}`,
);
