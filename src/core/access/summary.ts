/**
 * The access summary: all that decides how soon a record can be read, packed into one short row of 16-bit
 * numbers.
 *
 * A search must put *every* match into a wait class, not just the 25 shown. Rows are interned when the index
 * is built (many records share one), and each distinct row is timed once per reader and moment.
 * `summary.test.ts` holds that row and exact ways give the same class for every record.
 *
 * Row: for open access and then for each campus: first and last day of online access (0,0 = none) · per
 * campus: day a copy is free · per partner: day a copy is free · bits: scans by campus · bits: copies by
 * partner · interlibrary median and likely-by in working days (0 = unlikely) · service · bits: campuses with
 * a copy of any sort · bits: campuses with a copy that is read there and nowhere else.
 */
import type { Library } from '../model/library';
import type { ReaderSituation } from '../model/reader';
import { type DayNumber, dayNumber, type Minutes } from '../model/time';
import { type AccessItem, entitled, IN, optionsFor } from './options';
import { addTo, has, hasAny, wordsFor } from './placeSets';
import { type Times, timesFor } from './times';

export interface RowLayout {
  readonly campuses: number;
  readonly partners: number;
  readonly online: number;
  readonly copies: number;
  readonly loans: number;
  readonly scans: number;
  readonly partnerCopies: number;
  readonly lending: number;
  readonly service: number;
  readonly presence: number;
  readonly onSite: number;
  /** Words of 16 bits that a set of campuses, or of partners, takes. */
  readonly presenceWords: number;
  readonly partnerWords: number;
  readonly width: number;
}
/** How the summary row of a library is laid out: what stands in which of its 16-bit numbers. */
export function rowLayout(library: Library): RowLayout {
  const [c, p] = [library.campuses.length, library.partners.length];
  const copies = 2 * (1 + c);
  const loans = copies + c;
  const scans = loans + p;
  const [presenceWords, partnerWords] = [wordsFor(c), wordsFor(p)];
  const partnerCopies = scans + presenceWords;
  const presence = partnerCopies + partnerWords + 3;
  return {
    campuses: c,
    partners: p,
    online: 0,
    copies,
    loans,
    scans,
    partnerCopies,
    lending: partnerCopies + partnerWords,
    service: partnerCopies + partnerWords + 2,
    presence,
    onSite: presence + presenceWords,
    presenceWords,
    partnerWords,
    width: presence + 2 * presenceWords,
  };
}

/**
 * Packs an item's options. What gives nothing (a missing copy, another campus's licence) leaves no trace but
 * presence.
 */
export function summarise(item: AccessItem, library: Library, layout: RowLayout): Uint16Array {
  const row = new Uint16Array(layout.width);
  const get = (i: number) => row[i] ?? 0;
  const sooner = (i: number, day: number) => {
    if (get(i) === 0 || day < get(i)) row[i] = day;
  };
  for (const o of optionsFor(item, library)) {
    if (o.type === 'online') {
      const groups = o.open ? [0] : library.campuses.flatMap((c, i) => (entitled(o, c.id) ? [i + 1] : []));
      for (const g of groups) {
        const [f, u] = [2 * g, 2 * g + 1];
        if (get(u) === 0 || o.from < get(f) || (o.from === get(f) && o.until > get(u))) {
          row[f] = o.from;
          row[u] = o.until;
        }
      }
    } else if (o.type === 'copy') {
      const c = library.campuses.indexOf(o.campus);
      addTo(row, layout.presence, c);
      if (o.available === null) continue;
      if (o.copy.rule === 'premises') {
        if (o.available === IN) addTo(row, layout.onSite, c);
      } else sooner(layout.copies + c, o.available);
    } else if (o.type === 'scan') {
      addTo(row, layout.scans, library.campuses.indexOf(o.campus));
    } else if (o.type === 'partner-loan') {
      if (o.available !== null) sooner(layout.loans + library.partners.indexOf(o.partner), o.available);
    } else if (o.type === 'partner-copy') {
      addTo(row, layout.partnerCopies, library.partners.indexOf(o.partner));
    } else if (o.type === 'lending' && o.plan.chance >= library.policy.wait.unlikelyBelow) {
      row[layout.lending] = o.plan.days.median;
      row[layout.lending + 1] = o.plan.days.likely;
      row[layout.service] = o.plan.service === 'copy' ? 1 : 0;
    }
  }
  return row;
}

export interface RowReading {
  /** Earliest median moment, or null when unlikely. */
  readonly ready: Minutes | null;
  /** Nothing brings it to the reader: `ready` is when it can be read where it is kept. */
  readonly onSite: boolean;
  /** Position in REACHES of the nearest step at which the record comes into view. */
  readonly reach: number;
  /** Readable online by anybody, without a licence. */
  readonly open: boolean;
}

/** A reader of summary rows for one reader situation and moment. */
export function rowReader(
  library: Library,
  layout: RowLayout,
  situation: ReaderSituation,
  at: Minutes,
): (rows: Uint16Array, offset: number) => RowReading {
  const times: Times = timesFor({ library, situation, at });
  const home = library.campuses.findIndex((c) => c.id === situation.campus);
  return (rows, offset) => {
    const get = (i: number) => rows[offset + i] ?? 0;
    let ready: Minutes | null = null;
    const offer = (t: Minutes | null | undefined) => {
      if (t !== null && t !== undefined && (ready === null || t < ready)) ready = t;
    };
    let isOnline = false;
    let open = false;
    for (const g of [0, home + 1]) {
      const until = get(2 * g + 1);
      if (until === 0) continue;
      const t = times.online(dayNumber(get(2 * g)), until as DayNumber);
      if (t && t.median <= at) {
        isOnline = true;
        if (g === 0) open = true;
      }
      offer(t?.median);
    }
    if (ready !== at) {
      library.campuses.forEach((campus, c) => {
        const day = get(layout.copies + c);
        if (day > 0) offer(times.copy(campus, dayNumber(day))?.median);
        if (has(rows, offset + layout.scans, c)) offer(times.scan(campus).median);
      });
      library.partners.forEach((partner, p) => {
        const day = get(layout.loans + p);
        if (day > 0) offer(times.partnerLoan(partner, dayNumber(day))?.median);
        if (has(rows, offset + layout.partnerCopies, p)) offer(times.partnerCopy(partner).median);
      });
      const median = get(layout.lending);
      if (median > 0)
        offer(
          times.lending(
            { median, likely: get(layout.lending + 1) },
            get(layout.service) === 1 ? 'copy' : 'loan',
          )?.median,
        );
    }
    const brought = ready !== null;
    if (!brought)
      library.campuses.forEach((campus, c) => {
        if (has(rows, offset + layout.onSite, c)) offer(times.visit(campus)?.median);
      });
    const hasLoans = rows
      .subarray(offset + layout.loans, offset + layout.loans + layout.partners)
      .some((day) => day > 0);
    const any = (from: number, words: number): boolean => hasAny(rows, offset + from, words);
    const onShelves = any(layout.presence, layout.presenceWords) || any(layout.scans, layout.presenceWords);
    const reach = isOnline
      ? 0
      : onShelves
        ? 1
        : hasLoans || any(layout.partnerCopies, layout.partnerWords)
          ? 2
          : 3;
    return { ready, onSite: !brought && ready !== null, reach, open };
  };
}
