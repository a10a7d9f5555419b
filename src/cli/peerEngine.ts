/**
 * Our engine as the peer benchmark asks engines: build, open, search over its corpus of CSL-JSON lines. Words
 * are indexed as they are written and only in the five fields that the benchmark names, so that totals and
 * counts can be compared.
 */

import { spellingsOf } from '../core/engine/help/spelling';
import { KINDS, type Kind, marcLanguage } from '../core/model/kinds';
import type { CampusId, DiscoveryRecord } from '../core/model/record';
import { type Minutes, parseLocal } from '../core/model/time';
import { NEW_SEARCH, type SearchRequest } from '../core/query/request';
import { join, type QueryNode } from '../core/query/tree';
import { DEMO_START } from '../demo/clock';
import { makeWorld } from '../demo/world';
import { buildIndex } from '../server/build';
import { DiscoveryService } from '../server/service';
import { cslRecords } from './jsonLines';

export const memory = false;
/** The fields of the benchmark: no publisher, no numbers. */
const bare = (r: DiscoveryRecord): DiscoveryRecord => {
  const {
    publisher: _p,
    'publisher-place': _l,
    DOI: _d,
    ISSN: _s,
    ISBN: _i,
    volume: _v,
    issue: _n,
    page: _g,
    genre: _k,
    ...csl
  } = r.csl;
  const { journal: _j, ...rest } = r;
  // Their flag is taken as it stands; ours would follow the kind of piece, too.
  return { ...rest, csl, audience: r.statedPeerReviewed ? 'research' : 'general' };
};

export async function build({ corpus, dir }: { corpus: string; dir: string }): Promise<null> {
  const world = makeWorld(200);
  function* records() {
    for (const r of cslRecords(corpus, 'corpus', (_f, line, text) => console.error(line, text)))
      yield bare(r);
  }
  buildIndex(
    { ...world, journals: [], lines: new Map(), records: { [Symbol.iterator]: records } },
    `${dir}/index`,
    () => {},
    { analysis: 'words' },
  );
  return null;
}
/**
 * An opened index, and the line of the corpus that each of its documents was: ours orders them by likeness.
 */
interface Opened {
  readonly service: DiscoveryService;
  readonly lineOf: Uint32Array;
}
export async function open(dir: string): Promise<Opened> {
  const service = DiscoveryService.open(`${dir}/index`);
  const { cameAs } = service.engine.data;
  return { service, lineOf: cameAs };
}
export const close = async ({ service }: Opened): Promise<void> => service.close();

interface PeerQuery {
  readonly terms: readonly string[];
  readonly phrase?: boolean;
  readonly prefix?: boolean;
  readonly field?: string;
  readonly filter?: {
    readonly type: string;
    readonly yearFrom: number;
    readonly yearTo: number;
    readonly peer: boolean;
  };
}
const KIND_OF: Readonly<Record<string, Kind>> = { 'article-journal': 'research-article', book: 'book' };
function treeOf(q: PeerQuery, service: DiscoveryService): QueryNode {
  const field = q.field === 'author' ? ({ field: 'person' } as const) : {};
  if (q.phrase) return { op: 'phrase', text: q.terms.join(' '), ...field };
  const { evaluator, data } = service.engine;
  return join(
    'and',
    q.terms.map((text, i): QueryNode => {
      if (q.prefix && i === q.terms.length - 1) return { op: 'word', text, prefix: true, ...field };
      if (evaluator.knows(text)) return { op: 'word', text, ...field };
      return join(
        'or',
        spellingsOf(text, data, 1000)
          .filter((s) => s.distance === 1)
          .map((s): QueryNode => ({ op: 'word', text: s.word, ...field })),
      );
    }),
  );
}

export function search({ service, lineOf }: Opened, q: PeerQuery) {
  const f = q.filter;
  const request: SearchRequest = {
    ...NEW_SEARCH,
    drop: {},
    keep: f ? { kind: [KIND_OF[f.type] as string], audience: [f.peer ? 'research' : 'general'] } : {},
    from: f?.yearFrom ?? null,
    to: f?.yearTo ?? null,
  };
  const start = DEMO_START;
  const situation = { campus: 'quayside' as CampusId, category: 'undergraduate' as const, remote: false };
  const answer = service.engine.search({
    ...request,
    tree: treeOf(q, service),
    offset: 0,
    limit: 25,
    situation,
    at: parseLocal(start) as Minutes,
    apart: true,
    groups: ['kind', 'language', 'audience', 'subject', 'journal'],
  });
  const { breakdown: b } = answer;
  // Their counts are of what passes the filter; ours disregard a group's own condition, so what fails it is
  // taken out.
  const only = (list: readonly { value: string; count: number }[], keep: (v: string) => boolean) =>
    list.filter((v) => keep(v.value) && v.count > 0).map((v) => [v.value, v.count] as const);
  const reviewed = b.audience.find((v) => v.value === 'research')?.count ?? 0;
  const not = b.audience.find((v) => v.value === 'general')?.count ?? 0;
  const peers: [number, number][] = [
    [1, !f || f.peer ? reviewed : 0],
    [0, !f?.peer ? not : 0],
  ];
  return {
    total: answer.total,
    top: answer.docs.map((d, i) => [1000 - i, lineOf[d] as number] as const),
    facets: {
      type: only(b.kind, (v) => !f || v === KIND_OF[f.type]).map(([v, n]) => [KINDS[v as Kind].csl, n]),
      year: answer.years.filter(([y]) => !f || (y >= f.yearFrom && y <= f.yearTo)),
      language: only(b.language, () => true).map(([v, n]) => [v === 'nb' ? 'nor' : marcLanguage(v), n]),
      peer: peers.filter(([, n]) => n > 0),
      subject: only(b.subject, () => true),
      container: only(b.journal, () => true),
    },
  };
}
