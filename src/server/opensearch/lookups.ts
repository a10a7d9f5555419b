/** What is looked up in the distributed engine beside searching: how records hang together, words, names, titles. */

import { akinTo } from '../../core/engine/help/akin';
import { byNearness, distance, isSpelt, mostOff } from '../../core/engine/help/spelling';
import type {
  AkinAsked,
  AkinRecord,
  Relations,
  SpellingCount,
  Suggestion,
} from '../../core/engine/port/engine';
import type { DiscoveryRecord } from '../../core/model/record';
import { dayOf } from '../../core/model/time';
import type { AskedWord } from '../../core/query/tree';
import { words } from '../../core/words/fold';
import { suggestKey, titleKey } from '../../core/words/keys';
import { type Asking, IDS_AT_ONCE } from './asking';
import { type Bucket, idOf, orderOf, type SearchBody } from './cluster';
import { bucketsOf, LOOKED_AT, listIn } from './counting';
import { ALL, type Clause, together, wordIn } from './queries';
import { beginningsOf, ofGroup, PART } from './shape';

const TITLES_LOOKED_AT = 40;
const NAMES_LOOKED_AT = 50;
/** Words that are tried as what was meant. */
const SPELLINGS_LOOKED_AT = 200;
/** Of what is cited very often, so many citing records are read. */
const CITING_MOST = 5000;

export class Lookups {
  readonly #asking: Asking;
  constructor(asking: Asking) {
    this.#asking = asking;
  }

  async relations(id: string, most: number): Promise<Relations | null> {
    const [record] = await this.#asking.records([id]);
    if (!record) return null;
    const list = (query: Clause): SearchBody => ({
      query,
      size: most + 1,
      track_total_hits: false,
      _source: false,
      docvalue_fields: ['id'],
      sort: [{ order: 'asc' }],
    });
    const references = [...new Set(record.references ?? [])];
    const [work, cited, citing] = await this.#asking.all([
      list(record.work ? { term: { work: record.work } } : { match_none: {} }),
      { ...list({ terms: { id: references } }), size: Math.max(1, references.length) },
      list({ term: { references: id } }),
    ]);
    const there = new Set(cited?.hits.hits.map(idOf));
    return {
      work: (work?.hits.hits ?? [])
        .map(idOf)
        .filter((x) => x !== id)
        .slice(0, most),
      cites: references.filter((x) => there.has(x)).slice(0, most),
      citedBy: (citing?.hits.hits ?? []).map(idOf).slice(0, most),
    };
  }
  async frequencies(list: readonly AskedWord[]): Promise<readonly number[]> {
    const whole = await this.#asking.weigh(list.flatMap((w) => (w.prefix ? [] : [w.text])));
    const begun = list.filter((w) => w.prefix);
    const counts = await this.#asking.counts(
      ALL,
      begun.map(({ text }) => wordIn({ word: text, prefix: true }, undefined)),
    );
    return list.map((w) => (w.prefix ? (counts[begun.indexOf(w)] as number) : (whole.get(w.text)?.df ?? 0)));
  }
  async spellings(word: string, limit: number): Promise<readonly SpellingCount[]> {
    if (!isSpelt(word)) return [];
    const most = mostOff(word);
    const reply = await this.#asking.one({
      size: 0,
      track_total_hits: false,
      suggest: {
        near: {
          text: word,
          term: {
            field: 'written',
            analyzer: 'terms',
            suggest_mode: 'always',
            max_edits: most,
            prefix_length: 0,
            min_word_length: 4,
            accuracy: 0.3,
            size: SPELLINGS_LOOKED_AT,
            shard_size: SPELLINGS_LOOKED_AT,
            string_distance: 'damerau_levenshtein',
          },
        },
      },
    });
    return (reply.suggest?.near ?? [])
      .flatMap((s) => s.options)
      .filter((o) => o.text !== word && isSpelt(o.text))
      .map((o) => ({ word: o.text, distance: distance(word, o.text, most), count: o.freq }))
      .filter((s) => s.distance <= most)
      .sort(byNearness)
      .slice(0, limit);
  }
  async containers(keys: readonly string[]): Promise<readonly (string | null)[]> {
    const asked = [...new Set(keys.filter(Boolean))];
    if (asked.length === 0) return keys.map(() => null);
    const reply = await this.#asking.one({
      query: { terms: { container_key: asked } },
      size: 0,
      track_total_hits: false,
      aggs: {
        list: {
          terms: { field: 'container_key', include: asked, size: asked.length },
          aggs: { title: { terms: { field: ofGroup('journal'), size: 1, order: { _key: 'desc' } } } },
        },
      },
    });
    const titles = new Map(
      bucketsOf([reply]).map((b) => [
        b.key,
        (b.title as { readonly buckets: readonly Bucket[] }).buckets[0]?.key as string | undefined,
      ]),
    );
    return keys.map((key) => titles.get(key) ?? null);
  }
  async isName(list: readonly string[]): Promise<boolean> {
    if (list.length === 0) return false;
    const { hits } = await this.#asking.one({
      query: together('person', list),
      size: NAMES_LOOKED_AT,
      track_total_hits: false,
      _source: [ofGroup('person')],
    });
    return hits.hits.some((h) =>
      ((h._source as Record<string, readonly string[]>)[ofGroup('person')] ?? []).some((name) => {
        const own = words(name);
        return list.every((w) => own.includes(w));
      }),
    );
  }
  async suggest(typed: string, perKind: number): Promise<readonly Suggestion[]> {
    const [begun, title] = [suggestKey(typed), titleKey(typed)];
    const kinds = ['person', 'subject', 'journal'] as const;
    const [named, titles] = await this.#asking.all([
      {
        size: 0,
        track_total_hits: false,
        aggs: begun
          ? Object.fromEntries(
              kinds.map((kind) => [
                kind,
                {
                  terms: {
                    field: beginningsOf(kind),
                    // With a bracket: version 2.19 cuts a plain beginning out of the list, and fails where it lies
                    // behind all of it.
                    include: `${begun.replace(/[^\p{L}\p{N} ]/gu, '')}(.*)`,
                    size: perKind * 3,
                    shard_size: LOOKED_AT,
                    order: [{ _count: 'desc' }, { _key: 'asc' }],
                  },
                },
              ]),
            )
          : {},
      },
      {
        query: title ? { prefix: { title_key: { value: title } } } : { match_none: {} },
        size: TITLES_LOOKED_AT,
        track_total_hits: false,
        _source: ['record.id', 'record.csl.title'],
        sort: [{ title_key: 'asc' }, { order: 'asc' }],
      },
    ]);
    const byTitle = new Map<string, Suggestion>();
    for (const h of titles?.hits.hits ?? []) {
      const { id, csl } = (h._source as { readonly record: DiscoveryRecord }).record;
      if (!byTitle.has(csl.title) && byTitle.size < perKind)
        byTitle.set(csl.title, { kind: 'title', text: csl.title, count: 1, id });
    }
    return [
      ...byTitle.values(),
      ...kinds.flatMap((kind) => {
        const found = new Map<string, Suggestion>();
        for (const b of named ? listIn(named, kind).buckets : []) {
          const text = String(b.key).split(PART)[1] ?? '';
          if (!found.has(text)) found.set(text, { kind, text, count: b.doc_count });
        }
        return [...found.values()].slice(0, perKind);
      }),
    ];
  }
  async akin({ id, most, without, at }: AkinAsked): Promise<{
    readonly sharing: readonly AkinRecord[];
    readonly together: readonly AkinRecord[];
  } | null> {
    const [own] = await this.#asking.records([id]);
    if (!own) return null;
    const cites = [...new Set<string>(own.references ?? [])];
    const linked = (query: Clause): SearchBody => ({
      query,
      size: CITING_MOST,
      track_total_hits: false,
      _source: ['references'],
      docvalue_fields: ['id'],
      sort: [{ order: 'asc' }],
    });
    const [beside, counted] = await this.#asking.all([
      linked({ terms: { references: [id, ...cites] } }),
      {
        query: { terms: { references: [id, ...cites] } },
        size: 0,
        track_total_hits: false,
        aggs: { list: { terms: { field: 'references', include: [id, ...cites], size: cites.length + 1 } } },
      },
    ]);
    const referencesOf = new Map<string, readonly string[]>([[id, cites]]);
    for (const h of beside?.hits.hits ?? [])
      referencesOf.set(idOf(h), (h._source as { references?: readonly string[] }).references ?? []);
    const named = [...new Set([...referencesOf.keys(), ...[...referencesOf.values()].flat()])];
    const there = new Map<string, Placed>();
    for (let from = 0; from < named.length; from += IDS_AT_ONCE) {
      const some = named.slice(from, from + IDS_AT_ONCE);
      const { hits } = await this.#asking.one({
        query: { terms: { id: some } },
        size: some.length,
        track_total_hits: false,
        _source: false,
        docvalue_fields: ['id', 'order', 'added', 'work'],
      });
      for (const h of hits.hits)
        there.set(idOf(h), {
          order: orderOf(h),
          added: Number(h.fields?.added?.[0] ?? 0),
          work: (h.fields?.work?.[0] as string | undefined) ?? null,
        });
    }
    const order = (x: string): number => there.get(x)?.order ?? 0;
    const inIndex = (list: readonly string[]): string[] => list.filter((x) => there.has(x));
    const citing = new Map<string, string[]>();
    for (const [from, list] of referencesOf)
      for (const to of list) citing.set(to, [...(citing.get(to) ?? []), from]);
    const times = new Map((counted ? bucketsOf([counted]) : []).map((b) => [String(b.key), b.doc_count]));
    const day = dayOf(at);
    const { sharing, together: cited } = akinTo<string>(
      {
        referencesOf: (x) => inIndex(referencesOf.get(x) ?? []),
        citingOf: (x) => (citing.get(x) ?? []).sort((a, b) => order(a) - order(b)),
        timesCited: (x) => times.get(x) ?? 0,
      },
      id,
      {
        most,
        without,
        compare: (a, b) => order(a) - order(b),
        fits: (x) => {
          const placed = there.get(x);
          return (
            x !== id && placed !== undefined && placed.added <= day && (!own.work || placed.work !== own.work)
          );
        },
      },
    );
    const answer = (list: readonly { readonly doc: string; readonly n: number }[]) =>
      list.map(({ doc, n }) => ({ id: doc, n }));
    return { sharing: answer(sharing), together: answer(cited) };
  }
}

interface Placed {
  readonly order: number;
  readonly added: number;
  readonly work: string | null;
}
