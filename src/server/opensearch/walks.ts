/**
 * Lists that are walked through, in the distributed engine: names, titles and places on the shelf stand there as
 * keys that sort as they are filed, and a list goes on behind the last key that was seen.
 */
import { LRUCache } from 'lru-cache';
import type {
  BrowseAsked,
  BrowseList,
  BrowsePiece,
  BrowseRow,
  ShelfAsked,
  ShelfPiece,
  ShelfPlace,
} from '../../core/engine/port/engine';
import type { Library } from '../../core/model/library';
import type { DiscoveryRecord } from '../../core/model/record';
import { type DayNumber, dayOf, isoDay, parseDay } from '../../core/model/time';
import { shelfKey } from '../../core/shelf/callNumber';
import { filedForms, filedName } from '../../core/words/filing';
import type { Asking } from './asking';
import { type Bucket, idOf, orderOf, type SearchBody, type SearchReply } from './cluster';
import { bucketsOf, listIn } from './counting';
import { ALL, both, type Clause } from './queries';
import {
  cut,
  type FILED,
  type Filing,
  filedIn,
  filingIn,
  initialIn,
  ofGroup,
  PART,
  partsOfShelf,
} from './shape';

/** Rows that are not there yet and are passed over, in steps of at least so many. */
const STEP = 60;
const STEPS_MOST = 40;
const INITIALS = 100;
/** So far a list is reached by counting; beyond, it goes on from a place that is known. */
const COUNTED_TO = 100_000;
const FAR_STEP = 10_000;
const PLACES_KEPT = 500;

type Filed = (typeof FILED)[number];
type Direction = 'asc' | 'desc';

export class Walks {
  readonly #asking: Asking;
  readonly #language: string;
  readonly #filing: Filing;
  readonly #campuses: readonly string[];
  readonly #places = new LRUCache<number, number>({ max: PLACES_KEPT });

  constructor(asking: Asking, library: Library) {
    this.#asking = asking;
    this.#language = library.language ?? 'en';
    this.#filing = filingIn(this.#language);
    this.#campuses = library.campuses.map((c) => c.id);
  }

  #ask(body: SearchBody): Promise<SearchReply> {
    return this.#asking.one({ track_total_hits: false, ...body });
  }
  #askAll(bodies: readonly SearchBody[]): Promise<readonly SearchReply[]> {
    return this.#asking.all(bodies.map((b) => ({ track_total_hits: false, ...b })));
  }

  // The order in which records came.

  async inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]> {
    const after = await this.#orderBefore(place);
    const { hits } = await this.#ask({
      size: limit,
      sort: [{ order: 'asc' }],
      docvalue_fields: ['id'],
      _source: false,
      ...(after === null ? { from: place } : { search_after: [after] }),
    });
    const last = hits.hits.at(-1)?.sort?.[0];
    if (last !== undefined) this.#places.set(place + hits.hits.length, Number(last));
    const records = await this.#asking.records(hits.hits.map(idOf));
    return records.filter((r): r is DiscoveryRecord => r !== null);
  }
  /** What stands before a place; null where it can be counted to. */
  async #orderBefore(place: number): Promise<number | null> {
    const known = this.#places.get(place);
    if (known !== undefined) return known;
    if (place <= COUNTED_TO) return null;
    const from = Math.max(0, ...[...this.#places.keys()].filter((p) => p <= place));
    let [at, order] = [from, this.#places.get(from) ?? -1];
    while (at < place) {
      const size = Math.min(FAR_STEP, place - at);
      const { hits } = await this.#ask({
        size,
        sort: [{ order: 'asc' }],
        _source: false,
        search_after: [order],
      });
      if (hits.hits.length === 0) break;
      at += hits.hits.length;
      order = Number(hits.hits.at(-1)?.sort?.[0]);
    }
    return order;
  }

  // Lists.

  async browse({ at, ...asked }: BrowseAsked): Promise<BrowsePiece> {
    const day = dayOf(at);
    if (asked.list === 'new') return this.#news(asked, day);
    const list: Filed = asked.list;
    const field = filedIn(list);
    const forms = list === 'titles' ? filedForms(asked.from, this.#language) : [filedName(asked.from)];
    const keys = forms.map((f) => this.#filing.keyOf(f));
    const exact = keys.map((k) => `${k}${PART}${cut(asked.from)}`);
    // Texts that differ in case, accents or article stand together: the one that was meant is among them.
    const own = bucketsOf([
      await this.#ask({
        query: { terms: { [field]: exact } },
        size: 0,
        aggs: { list: { terms: { field, include: exact, size: exact.length } } },
      }),
    ]).map((b) => String(b.key));
    const start = exact.find((e) => own.includes(e));
    const likeliest = keys[0] as string;
    const [left, right] = await Promise.all([
      this.#rows(list, start ?? likeliest, 'desc', asked.before, day),
      this.#rows(list, start ?? likeliest, 'asc', asked.after, day, start),
    ]);
    return {
      rows: [...left.rows.reverse(), ...right.rows],
      at: left.rows.length,
      more: { before: left.more, after: right.more },
    };
  }
  async #rows(
    list: Filed,
    from: string,
    direction: Direction,
    most: number,
    day: DayNumber,
    first?: string,
  ): Promise<{ readonly rows: BrowseRow[]; readonly more: boolean }> {
    const rows: BrowseRow[] = [];
    let after = from;
    let waiting = first === undefined ? [] : [first];
    for (let step = 0; step < STEPS_MOST; step++) {
      const size = Math.max(STEP, most + 1);
      const values = await this.#values(filedIn(list), after, direction, size);
      for (const row of await this.#counted(list, [...waiting, ...values], day)) {
        if (rows.length === most) return { rows, more: true };
        rows.push(row);
      }
      waiting = [];
      after = values.at(-1) ?? after;
      if (values.length < size) break;
    }
    return { rows, more: false };
  }
  /** Keys of a list on one side of another. */
  async #values(
    field: string,
    after: string,
    direction: Direction,
    size: number,
    query: Clause = ALL,
  ): Promise<readonly string[]> {
    const reply = await this.#ask({
      ...(query === ALL ? {} : { query }),
      size: 0,
      aggs: {
        list: {
          composite: {
            size,
            sources: [{ key: { terms: { field, order: direction } } }],
            after: { key: after },
          },
        },
      },
    });
    return listIn(reply, 'list').buckets.map((b) => (b.key as unknown as { readonly key: string }).key);
  }
  /** Keys as rows with what is counted of them by now; those without any are left out. */
  async #counted(list: Filed, values: readonly string[], day: DayNumber): Promise<BrowseRow[]> {
    if (values.length === 0) return [];
    const there = { range: { added: { lte: day } } };
    const field = filedIn(list);
    const texts = values.map((v) => v.split(PART)[1] ?? '');
    const counts = (on: string, include: readonly string[], more: object = {}): SearchBody => ({
      query: both([there, { terms: { [on]: include } }]),
      size: 0,
      aggs: { list: { terms: { field: on, include, size: include.length }, ...more } },
    });
    if (list === 'titles') {
      const [reply] = await this.#askAll([
        counts(field, values, {
          aggs: {
            first: {
              top_hits: { size: 1, sort: [{ order: 'asc' }], _source: ['record.id', 'record.csl.title'] },
            },
          },
        }),
      ]);
      const found = new Map(bucketsOf(reply ? [reply] : []).map((b) => [String(b.key), b]));
      return values.flatMap((v): BrowseRow[] => {
        const bucket = found.get(v);
        if (!bucket) return [];
        const { record } = firstOf(bucket);
        return [{ text: record.csl.title, count: bucket.doc_count, about: 0, id: record.id }];
      });
    }
    const [by, about] = await this.#askAll(
      list === 'people'
        ? [counts(ofGroup('person'), texts), counts('about', texts)]
        : [counts(ofGroup(list === 'subjects' ? 'subject' : 'journal'), texts)],
    );
    const [written, told] = [by, about].map(
      (reply) => new Map((reply ? bucketsOf([reply]) : []).map((b) => [String(b.key), b.doc_count])),
    );
    return texts.flatMap((text): BrowseRow[] => {
      const [count, of] = [written?.get(text) ?? 0, told?.get(text) ?? 0];
      return count || of ? [{ text, count, about: of, id: null }] : [];
    });
  }
  /** What came into the index after it was first made, the latest first. */
  async #news({ from, before, after }: Omit<BrowseAsked, 'at'>, day: DayNumber): Promise<BrowsePiece> {
    const news = { range: { added: { gt: 0, lte: day } } };
    const asked = parseDay(from);
    const own = asked === null && from ? await this.#orderOf(from) : null;
    const count = async (query: Clause): Promise<number> => {
      const { hits } = await this.#ask({ query, size: 0, track_total_hits: true });
      return hits.total?.value ?? 0;
    };
    const [size, at] = await Promise.all([
      count(news),
      asked !== null
        ? count(both([news, { range: { added: { gt: asked } } }]))
        : own !== null
          ? count(both([news, { range: { order: { gt: own } } }]))
          : 0,
    ]);
    const start = Math.max(0, at - before);
    const { hits } = await this.#ask({
      query: news,
      sort: [{ order: 'desc' }],
      from: start,
      size: at + after - start,
      _source: false,
      docvalue_fields: ['id', 'added'],
    });
    return {
      rows: hits.hits.map((h) => ({
        text: isoDay(Number(h.fields?.added?.[0]) as DayNumber),
        count: 1,
        about: 0,
        id: idOf(h),
      })),
      at: at - start,
      more: { before: start > 0, after: at + after < size },
    };
  }
  async #orderOf(id: string): Promise<number | null> {
    const { hits } = await this.#ask({
      query: { term: { id } },
      size: 1,
      _source: false,
      docvalue_fields: ['order'],
    });
    const [hit] = hits.hits;
    return hit ? orderOf(hit) : null;
  }
  async initials(list: BrowseList): Promise<readonly string[]> {
    if (list === 'new') return [];
    const reply = await this.#ask({
      size: 0,
      aggs: { list: { terms: { field: initialIn(list), size: 5000, order: { _key: 'asc' } } } },
    });
    const { compareLetters } = this.#filing.alphabet;
    return bucketsOf([reply])
      .map((b) => String(b.key))
      .sort(compareLetters)
      .filter((letter, i, all) => i === 0 || compareLetters(all[i - 1] as string, letter) !== 0)
      .slice(0, INITIALS);
  }

  // The shelf.

  async shelf(asked: Omit<ShelfAsked, 'tree'>, among: Clause | null): Promise<ShelfPiece> {
    const { callNumber, id, campus, before, after } = asked;
    const row: ShelfRow = {
      field: campus === null ? 'shelf' : 'shelf_at',
      prefix: campus === null ? '' : `${campus}${PART}`,
      there: { range: { added: { lte: dayOf(asked.at) } } },
      among,
    };
    const number = `${row.prefix}${shelfKey(callNumber)}${PART}${callNumber}${PART}`;
    const own = id === null ? undefined : await this.#placeOf(id, row.field, number);
    const start = own ?? number;
    const [left, right] = await Promise.all([
      this.#standing(row, start, 'desc', before),
      this.#standing(row, start, 'asc', after + 1, own),
    ]);
    // What is looked for next stands behind the place asked for, or the first behind it.
    const here = right.places[0]?.key ?? start;
    const [previous, next] = await Promise.all([
      this.#nextFrom(row, here, 'desc'),
      this.#nextFrom(row, here, 'asc'),
    ]);
    return {
      places: [...left.places.reverse(), ...right.places].map(({ key: _, ...place }) => place),
      at: left.places.length,
      more: { before: left.more, after: right.more },
      next: { before: previous, after: next },
    };
  }
  async #nextFrom(row: ShelfRow, from: string, direction: Direction): Promise<ShelfPlace | null> {
    if (!row.among) return null;
    const [value] = await this.#values(row.field, from, direction, 1, both([row.there, row.among]));
    return value?.startsWith(row.prefix) ? partsOfShelf(value) : null;
  }
  /** The first place of a record under a call number; undefined where it has none. */
  async #placeOf(id: string, field: string, number: string): Promise<string | undefined> {
    const { hits } = await this.#ask({ query: { term: { id } }, size: 1, _source: [field] });
    const values = (hits.hits[0]?._source as Record<string, readonly string[]> | undefined)?.[field] ?? [];
    return [...values].sort().find((v) => v.startsWith(number));
  }
  /**
   * Places on one side of a key, those left out whose records are not there yet.
   * @param first a key that stands before all of them
   */
  async #standing(
    row: ShelfRow,
    from: string,
    direction: Direction,
    most: number,
    first?: string,
  ): Promise<{ places: KeyedPlace[]; more: boolean }> {
    const { field, prefix, there, among } = row;
    const places: KeyedPlace[] = [];
    let after = from;
    let waiting = first === undefined ? [] : [first];
    for (let step = 0; step < STEPS_MOST; step++) {
      const size = Math.max(STEP, most + 1);
      const all = await this.#values(field, after, direction, size);
      const values = all.filter((v) => v.startsWith(prefix));
      const named = [...waiting, ...values].map((key) => ({ ...partsOfShelf(key), key }));
      waiting = [];
      const ids = { terms: { id: [...new Set(named.map((p) => p.id))] } };
      const list = (filters: readonly Clause[]): SearchBody => ({
        query: both(filters),
        size: Math.max(1, named.length),
        _source: false,
        docvalue_fields: ['id'],
      });
      const [now, fitting] = await this.#askAll([
        list([ids, there]),
        ...(among ? [list([ids, there, among])] : []),
      ]);
      const [present, fits] = [now, fitting].map((reply) => new Set(reply?.hits.hits.map(idOf))) as [
        Set<string>,
        Set<string>,
      ];
      for (const p of named) {
        if (!present.has(p.id) || !this.#campuses.includes(p.campus)) continue;
        if (places.length === most) return { places, more: true };
        places.push({ ...p, fits: fits.has(p.id) });
      }
      after = all.at(-1) ?? after;
      if (all.length < size || values.length < all.length) break;
    }
    return { places, more: false };
  }
}
/** Along which keys the shelf is walked, which records are there, and which are looked for. */
interface ShelfRow {
  readonly field: string;
  readonly prefix: string;
  readonly there: Clause;
  readonly among: Clause | null;
}
interface KeyedPlace extends ShelfPlace {
  readonly fits: boolean;
  readonly key: string;
}
const firstOf = (bucket: Bucket): { readonly record: DiscoveryRecord } =>
  (bucket.first as SearchReply).hits.hits[0]?._source as unknown as { readonly record: DiscoveryRecord };
