/**
 * A library as a folder, all but its records (`folderRecords.ts`): docs/library-data.md. What of it can't be used is
 * named by file and line, and the rest of it stands; without a library or rules there is nothing to build.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseDocument } from 'yaml';
import { type Course, courseShape } from '../core/courses/course';
import { readKbart } from '../core/coverage/kbart';
import { decodeText } from '../core/decode';
import type { Guidance } from '../core/discovery/guidance';
import { readCourseCsv } from '../core/formats/courseCsv';
import type { Problem } from '../core/formats/item';
import { readHeadings } from '../core/libraryData/headings';
import { HELP_LIST, type HelpFile, readHelp } from '../core/libraryData/help';
import { type Holdings, readHoldings } from '../core/libraryData/holdings';
import { type Serials, serialsOf } from '../core/libraryData/journals';
import { readLenders } from '../core/libraryData/lenders';
import { type HarvestedSource, readLibraryFile } from '../core/libraryData/libraryFile';
import { type Mapping, readMapping } from '../core/libraryData/mapping';
import { type Owners, readOwners } from '../core/libraryData/owners';
import type { ServicesFile } from '../core/libraryData/services';
import type { TableSource } from '../core/libraryData/table';
import { type Titles, titlesOf } from '../core/libraryData/titles';
import type { Library } from '../core/model/library';
import { type Message, msg } from '../core/model/message';
import type { Policy } from '../core/model/policy';
import type { Reader } from '../core/model/reader';
import { wrongIn } from '../core/model/shape';
import type { KbartLine } from '../core/model/titleList';
import { completed } from '../core/policy/defaults';
import { placesProblem, readPolicy } from '../core/policy/schema';

export interface FolderProblem {
  /** Within the folder. */
  readonly file: string;
  /** From 1; 0 for the whole file. For formats without lines the number of the record. */
  readonly line: number;
  readonly text: Message;
  /** With it nothing can be built. */
  readonly fatal?: true;
}
/** The same problem wherever it stands in a file. */
export interface Met {
  readonly file: string;
  readonly text: FolderProblem['text'];
  /** Lines, or numbers of records; none for the whole file. */
  readonly lines: number[];
  count: number;
}
export type Told = (problem: FolderProblem) => void;
export interface LibraryFolder {
  readonly library: Library;
  readonly serials: Serials;
  readonly holdings: Holdings;
  /** The file that they stand in. */
  readonly holdingsFile: string;
  readonly owners: Owners;
  readonly mapping: Mapping;
  readonly guidance: Guidance;
  /** Whom the simulated sign-in knows. */
  readonly readers: readonly Reader[];
  /** How many problems may be there before checking ends with 1. */
  readonly warnings: number;
  /** Where records are gathered from. */
  readonly harvest: readonly HarvestedSource[];
  readonly courses: readonly Course[];
  /** Where the library's own systems stand. */
  readonly services: ServicesFile;
  /** Files of records, in the order of their names; and of what has changed since, the latest last. */
  readonly recordFiles: readonly string[];
  readonly changeFiles: readonly string[];
  /** What files of records are read by: other words here, and they are read otherwise. */
  readonly readBy: string;
}

/** Endings that a table may have, the first that is there is read. */
const TABLES = ['csv', 'tsv', 'yaml', 'yml', 'json', 'jsonl'] as const;
interface Table {
  /** Its name; that of a CSV file where there is none. */
  readonly file: string;
  readonly source: TableSource;
}
/** A table of the folder, in whichever format it stands there. */
function tableIn(dir: string, name: string, told: Told): Table {
  const [file, ...more] = TABLES.map((ending) => `${name}.${ending}`).filter((f) => existsSync(join(dir, f)));
  if (!file) return { file: `${name}.csv`, source: null };
  for (const other of more)
    told({ file: other, line: 0, text: msg('libraryfolder.notThere', { file: other, first: file }) });
  const text = textIn(dir, file) ?? '';
  if (/\.[ct]sv$/.test(file)) return { file, source: text };
  if (file.endsWith('.jsonl')) {
    const entries = text.split(/\r?\n/).filter((l) => l.trim());
    return { file, source: entries.map((line) => jsonOf(line)) };
  }
  const value = file.endsWith('.json') ? jsonOf(text) : yamlIn(dir, file, told, true);
  if (Array.isArray(value)) return { file, source: value };
  told({ file, line: 0, text: msg('libraryfolder.noList') });
  return { file, source: [] };
}
/** Undefined for what is no JSON. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
/** A file's text; null where there is none. */
const textIn = (dir: string, file: string): string | null =>
  existsSync(join(dir, file)) ? decodeText(readFileSync(join(dir, file))) : null;
const listed = (dir: string, within: string): string[] =>
  existsSync(join(dir, within))
    ? readdirSync(join(dir, within), { withFileTypes: true })
        .filter((e) => e.isFile() && !e.name.startsWith('.'))
        .map((e) => `${within}/${e.name}`)
        .sort()
    : [];

/** What a YAML file says; undefined where it is not there or can't be read. Some there need not be. */
function yamlIn(dir: string, file: string, told: Told, optional = false): unknown {
  const text = textIn(dir, file);
  const fatal = optional ? {} : { fatal: true as const };
  if (text === null) {
    if (!optional) told({ file, line: 0, text: msg('libraryfolder.missing', { file, dir }), ...fatal });
    return undefined;
  }
  const document = parseDocument(text, { prettyErrors: true, merge: false });
  const [error] = document.errors;
  if (error) {
    const said = error.message.split('\n')[0] ?? '';
    const line = error.linePos?.[0].line ?? 0;
    told({ file, line, text: msg('libraryfolder.notYaml', { said }), ...fatal });
    return undefined;
  }
  try {
    // A few lines of aliases can stand for a billion: there are none in such a file.
    return document.toJS({ maxAliasCount: 0 });
  } catch (refused) {
    const said = refused instanceof Error ? refused.message : String(refused);
    told({ file, line: 0, text: msg('libraryfolder.notYaml', { said }), ...fatal });
    return undefined;
  }
}
/** Ids of a list in a file that was not checked yet. */
const idsIn = (value: unknown, list: string): string[] => {
  const entries = (value as { readonly [name: string]: unknown } | null | undefined)?.[list];
  return (Array.isArray(entries) ? entries : []).flatMap((e: { readonly id?: unknown } | null) =>
    typeof e?.id === 'string' ? [e.id] : [],
  );
};
/** @param library what `library.yaml` says, unchecked: between its places parcels go */
function rulesIn(dir: string, library: unknown, told: Told): Policy | null {
  const value = yamlIn(dir, 'policy.yaml', told);
  if (value === undefined) return null;
  const places = { campuses: idsIn(library, 'campuses'), partners: idsIn(library, 'partners') };
  const read = readPolicy(completed(value, places));
  if ('policy' in read) return read.policy;
  told({ file: 'policy.yaml', line: 0, text: read.problem, fatal: true });
  return null;
}
/** Title lists; the name of a file is the id of its provider, up to a first dot or underscore. */
function titlesIn(dir: string, library: Library, told: Told): Titles {
  const lines: KbartLine[] = [];
  for (const file of listed(dir, 'kbart')) {
    const id = /^kbart\/([a-z0-9-]+)/i.exec(file)?.[1]?.toLowerCase() ?? '';
    if (!library.providers.some((p) => p.id === id)) {
      told({ file, line: 0, text: msg('libraryfolder.noSuchProvider', { file, id }) });
      continue;
    }
    const read = readKbart(textIn(dir, file) ?? '', id);
    for (const problem of read.problems) told({ file, ...problem });
    lines.push(...read.lines);
  }
  return titlesOf(lines, library.language ?? 'en');
}

/** `courses.csv`, or `courses.json` as an index has it: a list, or a list under `courses`. */
function coursesIn(dir: string, campuses: ReadonlySet<string>, told: Told): readonly Course[] {
  const table = textIn(dir, 'courses.csv');
  if (table !== null) {
    const { courses, problems } = readCourseCsv(table, campuses);
    for (const problem of problems) told({ file: 'courses.csv', ...problem });
    return courses;
  }
  const file = 'courses.json';
  const text = textIn(dir, file);
  if (text === null) return [];
  const value = jsonOf(text);
  const list = Array.isArray(value) ? value : (value as { readonly courses?: unknown } | undefined)?.courses;
  if (!Array.isArray(list)) {
    told({ file, line: 0, text: msg('libraryfolder.noList') });
    return [];
  }
  return list.flatMap((course: unknown, i): Course[] => {
    const wrong = wrongIn(courseShape, course);
    if (wrong === null) return [course as Course];
    const fault = msg('libraryfolder.field', { field: wrong });
    told({ file, line: i + 1, text: msg('libraryfolder.entry', { n: i + 1, fault }) });
    return [];
  });
}

/** Without a logo where there is no such file. */
function withLogo(dir: string, library: Library, told: Told): Library {
  const logo = library.appearance?.logo;
  if (!logo || existsSync(join(dir, logo))) return library;
  told({ file: 'library.yaml', line: 0, text: msg('libraryfolder.noLogo', { logo }) });
  const { logo: _, ...appearance } = library.appearance ?? {};
  return { ...library, appearance };
}

/** Reads all but the records. Null where there is no library or no rules to build with. */
export function openLibraryFolder(dir: string, told: Told): LibraryFolder | null {
  const all = (file: string, problems: readonly Problem[]): void => {
    for (const problem of problems) told({ file, ...problem });
  };
  const value = yamlIn(dir, 'library.yaml', told);
  const policy = rulesIn(dir, value, told);
  const lending = tableIn(dir, 'lenders', told);
  const lenders = readLenders(lending.source);
  all(lending.file, lenders.problems);
  if (value === undefined) return null;
  // What is wrong with it is said, whether there are rules or not.
  const rules = policy ?? ({} as Policy);
  const {
    library: described,
    warnings,
    harvest,
    services,
    problems,
  } = readLibraryFile(value, rules, lenders.lenders);
  for (const text of problems)
    told({ file: 'library.yaml', line: 0, text, ...(described ? {} : { fatal: true as const }) });
  if (!described || !policy) return null;
  const library = withLogo(dir, described, told);
  const gaps = placesProblem(policy, library);
  if (gaps) {
    told({ file: 'policy.yaml', line: 0, text: gaps, fatal: true });
    return null;
  }
  const campuses = new Set<string>(library.campuses.map((c) => c.id));
  const { mapping, problems: unmapped } = readMapping(yamlIn(dir, 'mapping.yaml', told, true));
  for (const text of unmapped) told({ file: 'mapping.yaml', line: 0, text });
  const [held, owned, serials, reviewed] = (['holdings', 'owners', 'journals', 'refereed'] as const).map(
    (name) => tableIn(dir, name, told),
  ) as [Table, Table, Table, Table];
  const holdings = readHoldings(held.source, campuses, new Set(library.partners.map((p) => p.id)));
  all(held.file, holdings.problems);
  const owners = readOwners(
    owned.source,
    lenders.lenders.map((l) => l.id),
  );
  all(owned.file, owners.problems);
  const known = serialsOf(
    titlesIn(dir, library, told),
    { journals: serials.source, refereed: reviewed.source },
    holdings.print,
    library.language ?? 'en',
  );
  all(serials.file, known.problems.journals);
  all(reviewed.file, known.problems.refereed);
  all(held.file, known.problems.print);
  const journals = known.journals.map((j) => ({
    ...j,
    owners: owners.ofJournal([j.issn, ...(j.eissn ? [j.eissn] : [])]),
  }));
  const help = readHelp(
    Object.fromEntries(HELP_LIST.map((file) => [file, yamlIn(dir, file, told, true)])) as Record<
      HelpFile,
      unknown
    >,
    campuses,
  );
  for (const { file, text } of help.problems) told({ file, line: 0, text });
  const named = tableIn(dir, 'headings', told);
  const { headings, problems: unnamed } = readHeadings(named.source);
  all(named.file, unnamed);
  const courses = coursesIn(dir, campuses, told);
  return {
    library,
    warnings,
    harvest,
    mapping,
    serials: { ...known, journals },
    holdings,
    holdingsFile: held.file,
    owners,
    guidance: headings.length ? { ...help.guidance, headings } : help.guidance,
    readers: help.readers,
    courses,
    services,
    recordFiles: listed(dir, 'records'),
    changeFiles: listed(dir, 'changes'),
    readBy: JSON.stringify([
      textIn(dir, 'mapping.yaml'),
      library.language,
      library.campuses.map((c) => c.id),
      library.providers,
      lenders.lenders.map((l) => l.id),
    ]),
  };
}
