/**
 * The whole made-up university in one value: library, journals, coverage, readers, and the stream of records.
 */

import type { Course } from '../core/courses/course';
import type { Guidance } from '../core/discovery/guidance';
import type { Library } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import type { DiscoveryRecord, Journal, JournalId } from '../core/model/record';
import { dayNumber, isoDay } from '../core/model/time';
import type { KbartLine } from '../core/model/titleList';
import { DEMO_START, DEMO_TODAY } from './clock';
import { courseMaker } from './courses';
import { GUIDANCE } from './guidance';
import { makeJournals } from './journals';
import { LIBRARY, READERS } from './library';
import { makeRecords } from './records';
import { STORY_JOURNALS, STORY_LINES } from './storyline/journals';
import { STORYLINE } from './storyline/records';

const LATE_SHARE = 0.004;
const LATE_DAYS = 40;

export interface World {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<JournalId, readonly KbartLine[]>;
  readonly readers: readonly Reader[];
  /** ISO local time at which all this stands so. */
  readonly built: string;
  readonly guidance: Guidance;
  /** Courses, made of the records that it has seen. */
  readonly courses: { saw(record: DiscoveryRecord): void; made(): readonly Course[] };
  /** Hosts come before the chapters that stand in them. */
  readonly records: Iterable<DiscoveryRecord>;
}

/** With the addresses at which the simulated providers show it. */
function linked(record: DiscoveryRecord): DiscoveryRecord {
  if (!record.ebook && !record.openCopies) return record;
  const at = (provider: string): string => `/standin/publisher/${provider}/${encodeURIComponent(record.id)}`;
  return {
    ...record,
    ...(record.ebook ? { ebook: record.ebook.map((l) => ({ ...l, title_url: at(l.provider) })) } : {}),
    ...(record.openCopies
      ? { openCopies: record.openCopies.map((o) => ({ ...o, url: at(o.provider) })) }
      : {}),
  };
}

/**
 * Makes a world of `count` records (at least the storyline's). The same count and seed give the same world.
 */
export function makeWorld(count: number, seed = 2026): World {
  const made = makeJournals(seed);
  const lines = new Map<JournalId, readonly KbartLine[]>(made.lines);
  for (const [id, line] of STORY_LINES) lines.set(id, [...(lines.get(id) ?? []), line]);
  /**
   * The last of the records come in one after the other over the forty days after the demo's clock starts.
   */
  const late = Math.floor(count * LATE_SHARE);
  function* records(): Generator<DiscoveryRecord> {
    for (const record of STORYLINE) yield linked(record);
    let n = STORYLINE.length;
    for (const record of makeRecords(
      Math.max(0, count - STORYLINE.length),
      STORYLINE.length + 1,
      made,
      seed + 1,
    )) {
      const past = n++ - (count - late);
      yield past < 0
        ? linked(record)
        : {
            ...linked(record),
            added: isoDay(dayNumber(DEMO_TODAY + 1 + Math.floor((past / late) * LATE_DAYS))),
          };
    }
  }
  return {
    library: LIBRARY,
    journals: [...Object.values(STORY_JOURNALS), ...made.journals],
    lines,
    readers: READERS,
    built: DEMO_START,
    guidance: GUIDANCE,
    courses: courseMaker(seed + 2),
    records: { [Symbol.iterator]: records },
  };
}
