/** The embedded engine over an index directory, with the application above it: what a worker thread opens. */

import '../words/generated/indexfile';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { AccessItem } from '../core/access/options';
import { type Course, courseShape } from '../core/courses/course';
import { Discovery, type LibraryFile } from '../core/discovery/discovery';
import type { Guidance } from '../core/discovery/guidance';
import { EmbeddedSearch } from '../core/engine/embedded';
import { openIndex } from '../core/engine/format/data';
import { EmbeddedEngine } from '../core/engine/search';
import type { Library } from '../core/model/library';
import type { DiscoveryRecord, Journal } from '../core/model/record';
import { wrongIn } from '../core/model/shape';
import type { KbartLine } from '../core/model/titleList';
import { readPolicy } from '../core/policy/schema';
import { say } from '../words/generated/policyfile';
import { readHistory } from './historyFile';
import { Records } from './records';
import { readShared, type SharedIndex } from './shared';

/** A library.json as an index directory has it. */
interface StoredLibrary {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: readonly (readonly [string, readonly KbartLine[]])[];
  readonly guidance: Guidance;
  readonly built?: string;
}

/** When an index was built that does not say so. */
const SOME_DAY = '2000-01-01';
/**
 * The library's data of an index directory. Throws with a message for people when its rules can't be used.
 */
export function readLibraryFile(dir: string): LibraryFile {
  const file = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as StoredLibrary;
  const policy = readPolicy(file.library.policy);
  if ('problem' in policy) throw new Error(say(policy.problem));
  return {
    library: { ...file.library, policy: policy.policy },
    journals: new Map(file.journals.map((j) => [j.id, j])),
    lines: new Map(file.lines),
    guidance: file.guidance,
    ...readCourses(dir),
    history: readHistory(dir) ?? { since: (file.built ?? SOME_DAY).slice(0, 10), changed: [], gone: [] },
  };
}

/** The courses of an index directory. What is no course is left out: the rest is of use all the same. */
function readCourses(dir: string): Pick<LibraryFile, 'courses' | 'courseTitles'> {
  const { courses, titles } = JSON.parse(readFileSync(join(dir, 'courses.json'), 'utf8')) as {
    courses: unknown[];
    titles: object;
  };
  return {
    courses: courses.filter((c): c is Course => wrongIn(courseShape, c) === null),
    courseTitles: new Map(Object.entries(titles)),
  };
}

export class DiscoveryService extends Discovery {
  /** The engine itself, for measuring and for tests that look underneath. */
  readonly engine: EmbeddedEngine;
  readonly records: Records;
  readonly #loadMs: number;

  private constructor(engine: EmbeddedEngine, records: Records, file: LibraryFile, loadMs: number) {
    super(new EmbeddedSearch(engine, records.at), file);
    this.engine = engine;
    this.records = records;
    this.#loadMs = loadMs;
  }

  /** Opens an index directory. Throws with a message for people when it can't be used. */
  static open(dir: string, shared?: SharedIndex): DiscoveryService {
    const began = performance.now();
    const { index, records } = shared ?? readShared(dir);
    const data = openIndex(index);
    if ('problem' in data) throw new Error(say(data.problem));
    const file = readLibraryFile(dir);
    const engine = new EmbeddedEngine(data, file.library);
    return new DiscoveryService(engine, new Records(dir, data, records), file, performance.now() - began);
  }

  /** A record by its document number. */
  recordAt(doc: number): DiscoveryRecord {
    return this.records.at(doc);
  }
  /** The same with all that decides how it can be had. */
  async itemAt(doc: number): Promise<AccessItem> {
    return (await this.item(this.recordAt(doc).id)) as AccessItem;
  }
  health() {
    return { records: this.engine.size, engine: 'embedded', loadMs: Math.round(this.#loadMs) };
  }
  close(): void {
    this.records.close();
  }
}
