/**
 * `index FILES… [--courses FILE] [--out DIR]`: builds an index from CSL-JSON lines (one item a line) with the demo's
 * campuses, lenders and rules, for a first look. `index --library DIR [--check] [--afresh] [--report FILE] [--out DIR]`: from
 * a library's folder (docs/library-data.md); `--check` reads all of it and writes nothing but the report, `--afresh`
 * takes nothing over of what was read and built before. Ends with 1
 * where more of a folder could not be used than its library.yaml lets pass, with 2 where nothing can be built. A report
 * is JSON, or HTML where its file is called so; there may be several.
 */
import { existsSync, readFileSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { type Course, courseShape } from '../core/courses/course';
import { readCourseCsv } from '../core/formats/courseCsv';
import { wrongIn } from '../core/model/shape';
import { errorText } from '../core/text';
import { makeWorld } from '../demo/world';
import { buildIndex, type IndexSource } from '../server/build';
import { say } from '../words/generated/file';
import { argsOf } from './args';
import { indexFolder } from './folderIndex';
import { cslRecords } from './jsonLines';

const { values, positionals } = argsOf(
  'npm run index -- --library DIR [--check] [--afresh] [--report FILE] [--out DIR]\nnpm run index -- FILES… [--courses FILE] [--out DIR]',
  {
    options: {
      out: { type: 'string', default: 'data/own' },
      library: { type: 'string' },
      courses: { type: 'string' },
      check: { type: 'boolean', default: false },
      afresh: { type: 'boolean', default: false },
      report: { type: 'string', multiple: true, default: [] },
    },
  },
);
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const progress = (done: number, stage: string): void => {
  if (stage === 'records' && done % 25_000 === 0) console.log(`  ${done.toLocaleString('en')} records`);
};
if (values.library) {
  const { library: dir, check, out, report: reports, afresh } = values;
  if (!existsSync(dir) || !statSync(dir).isDirectory())
    stop(`${dir} is no folder: a library is a folder with library.yaml in it (docs/library-data.md).`);
  try {
    process.exit(indexFolder(dir, { check, out, reports, afresh }, progress));
  } catch (error) {
    // No room, no right to write: what was there stands.
    stop(errorText(error));
  }
}

const files = positionals.filter((p) => p !== '--');
const missing = [...files, ...(values.courses ? [values.courses] : [])].filter((f) => !existsSync(f));
if (!files.length || missing.length)
  stop(
    missing.length
      ? `There is no file ${missing[0]}.`
      : 'Name a library’s folder, or at least one file of CSL-JSON lines: npm run index -- --library DIR, npm run index -- records.jsonl',
  );
const world = makeWorld(200);
let bad = 0;
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
    const { courses, problems } = readCourseCsv(text, new Set(world.library.campuses.map((c) => c.id)));
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
  ...(courses ? { courses: { saw: () => undefined, made: () => courses } } : {}),
  records: { [Symbol.iterator]: records },
};
const made = buildIndex(source, values.out, progress);
console.log(
  `  ${made.records.toLocaleString('en')} records in ${values.out}, ${bad.toLocaleString('en')} lines left out or not used whole. Start with LEGENDUM_INDEX=${values.out}`,
);
