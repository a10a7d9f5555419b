/** Searches of eight kinds, drawn from an index by a seed, and how long a list of them took. */
import { fullName } from '../core/model/describe';
import { type AskedSearch, askedSearch } from '../core/query/read';
import { NEW_SEARCH, type SearchRequest } from '../core/query/request';
import { random } from '../core/random';
import { words } from '../core/words/fold';
import type { DiscoveryService } from '../server/service';

/** What is drawn can be read. */
export const asked = (request: SearchRequest): AskedSearch => askedSearch(request) as AskedSearch;

/** By its name, what makes one more search of a kind. */
export function drawnSearches(service: DiscoveryService): Readonly<Record<string, () => SearchRequest>> {
  const r = random(7);
  const sample = () => service.recordAt(r.int(0, service.engine.size - 1));
  const strong = (text: string) => words(text).filter((w) => w.length > 4);
  const BROAD = [
    'history',
    'local',
    'theory',
    'public',
    'evidence',
    'review',
    'sites',
    'policy',
    'data',
    'practice',
  ];
  return {
    'one broad word': () => ({ ...NEW_SEARCH, q: r.pick(BROAD) }),
    'two broad words': () => ({ ...NEW_SEARCH, q: `${r.pick(BROAD)} ${r.pick(BROAD)}` }),
    topic: () => ({
      ...NEW_SEARCH,
      q: strong(sample().subjects[0] ?? '')
        .slice(0, 2)
        .join(' '),
    }),
    'known title': () => ({ ...NEW_SEARCH, q: sample().csl.title }),
    phrase: () => ({ ...NEW_SEARCH, q: `"${words(sample().csl.title).slice(0, 3).join(' ')}"` }),
    person: () => ({ ...NEW_SEARCH, q: fullName(sample().csl.author?.[0] ?? { literal: 'Lind' }) }),
    filtered: () => ({
      ...NEW_SEARCH,
      q: r.pick(BROAD),
      keep: { peer: ['reviewed'], kind: ['research-article'], language: ['en'] },
      from: 2015,
      sort: 'newest',
    }),
    everything: () => ({ ...NEW_SEARCH, q: '', keep: { wait: ['now', 'today'] }, sort: 'soonest' }),
  };
}

export const quantile = (list: readonly number[], p: number): number => {
  const sorted = [...list].sort((a, b) => a - b);
  return Math.round((sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0) * 100) / 100;
};
