/** The lines of a search: which records stand in the wanted slice, in which order, and what is said of each. */
import type { EngineLine, EngineQuery } from '../../core/engine/port/engine';
import type { DiscoveryRecord } from '../../core/model/record';
import type { Sort } from '../../core/query/request';
import { type AskedWord, FIELDS, type Field } from '../../core/query/tree';
import { termOf, termsFor } from '../../core/words/analysis';
import { fieldTexts } from '../../core/words/fieldTexts';
import { words } from '../../core/words/fold';
import type { Asking } from './asking';
import { idOf, orderOf, type SearchBody, type SearchHit, type SearchReply } from './cluster';
import { bucketsOf } from './counting';
import { Judge } from './judge';
import type { Clause } from './queries';
import type { RowCount } from './rowCounts';

/** The best by score that are looked at again by their titles. */
const JUDGED = 60;
const VERSIONS_MOST = 1000;
const NEVER = Number.MAX_SAFE_INTEGER;

interface Found {
  readonly hit: SearchHit;
  readonly record: DiscoveryRecord;
}

export class Lines {
  readonly #asking: Asking;
  /** Language of the library's subject headings. */
  readonly #headings: string | undefined;
  constructor(asking: Asking, headings: string | undefined) {
    this.#asking = asking;
    this.#headings = headings;
  }

  /** How the lines are asked for. */
  body(q: EngineQuery, scoring: Clause, passing: Clause): SearchBody {
    const judged = q.sort === 'match' && q.offset < JUDGED;
    return {
      query: { bool: { must: [scoring], filter: [passing] } },
      from: judged ? 0 : q.offset,
      size: judged ? Math.max(JUDGED, q.offset + q.limit) : q.limit,
      track_total_hits: false,
      track_scores: true,
      _source: ['record'],
      docvalue_fields: ['id', 'order'],
      sort: sortOf(q.sort),
      ...(q.apart ? {} : { collapse: { field: 'line' } }),
    };
  }
  /**
   * *Soonest* goes by the rows' moments, which the engine doesn't know: those that occur are told it, each with
   * its place among them.
   */
  async soonest(
    q: EngineQuery,
    scoring: Clause,
    passing: Clause,
    rows: readonly RowCount[],
  ): Promise<SearchReply> {
    const moments = [...new Set(rows.map((r) => r.row.ready ?? NEVER))].sort((a, b) => a - b);
    const rank = new Map(moments.map((m, i) => [m, i]));
    const places = Object.fromEntries(rows.map((r) => [r.n, rank.get(r.row.ready ?? NEVER) as number]));
    return this.#asking.one({
      ...this.body(q, scoring, passing),
      sort: [
        {
          _script: {
            type: 'number',
            order: 'asc',
            script: {
              lang: 'painless',
              // A row that has come since the rows were counted stands behind all of them.
              source: "params.places.getOrDefault(doc['row'].value.toString(), params.last)",
              params: { places, last: moments.length },
            },
          },
        },
        { _score: 'desc' },
        { order: 'asc' },
      ],
    });
  }
  /** The wanted lines, their titles looked at again where they are ordered by how well they match. */
  slice(q: EngineQuery, reply: SearchReply): readonly Found[] {
    const found = reply.hits.hits.map((h): Found => {
      const record = (h._source as { readonly record: DiscoveryRecord }).record;
      this.#asking.remember(record);
      return { hit: h, record };
    });
    if (q.sort !== 'match' || q.offset >= JUDGED) return found;
    const judge = new Judge(q.tree, this.#headings);
    const top = found
      .slice(0, JUDGED)
      .map((f) => ({ f, key: (f.hit._score ?? 0) * judge.factor(f.record) }))
      .sort((a, b) => b.key - a.key || orderOf(a.f.hit) - orderOf(b.f.hit))
      .map(({ f }) => f);
    return [...top, ...found.slice(JUDGED)].slice(q.offset, q.offset + q.limit);
  }
  /** Lines of the best records: what else of their works passes, and how much of it there is at all. */
  async told(q: EngineQuery, docs: readonly Found[], passing: Clause): Promise<readonly EngineLine[]> {
    const works = [...new Set(docs.flatMap(({ record }) => record.work ?? []))];
    const [versions, editions] = works.length
      ? await this.#asking.all([
          {
            query: { bool: { filter: [passing, { terms: { work: works } }] } },
            size: VERSIONS_MOST,
            track_total_hits: false,
            _source: false,
            docvalue_fields: ['id', 'work'],
            sort: [{ order: 'asc' }],
          },
          {
            query: { terms: { work: works } },
            size: 0,
            track_total_hits: false,
            aggs: { list: { terms: { field: 'work', size: works.length } } },
          },
        ])
      : [];
    const sizes = new Map(editions ? bucketsOf([editions]).map((b) => [b.key, b.doc_count]) : []);
    return docs.map(({ record }) => ({
      id: record.id,
      versions: record.work
        ? (versions?.hits.hits ?? [])
            .filter((h) => h.fields?.work?.[0] === record.work && idOf(h) !== record.id)
            .map(idOf)
        : [],
      editions: (record.work && sizes.get(record.work)) || 1,
      why: (q.explain ?? []).map((w) => this.#fieldsOf(record, w)),
    }));
  }
  #fieldsOf(record: DiscoveryRecord, { text, prefix }: AskedWord): Field[] {
    const texts = fieldTexts(record, this.#headings);
    const forms = new Set(prefix ? [] : termsFor(text));
    return FIELDS.filter((_, f) =>
      (texts[f] ?? []).some((value) =>
        words(value.text)
          .map((w) => termOf(w, value.language))
          .some((t) => (prefix ? t.startsWith(text) : forms.has(t))),
      ),
    );
  }
}

function sortOf(sort: Sort): readonly object[] {
  const tie = [{ _score: 'desc' }, { order: 'asc' }];
  switch (sort) {
    case 'match':
    case 'soonest':
      return tie;
    case 'newest':
      return [{ year: { order: 'desc', missing: '_last' } }, ...tie];
    case 'oldest':
      return [{ year: { order: 'asc', missing: '_last' } }, ...tie];
    case 'title':
      return [{ title_key: 'asc' }, { order: 'asc' }];
    case 'added':
      return [{ order: 'desc' }];
  }
}
