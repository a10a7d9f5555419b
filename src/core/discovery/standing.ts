/** Where a bibliography stands: each reference in one of a few classes, by what is to be done for it. */

import type { ReferenceItem } from '../model/record';
import type { WaitClass } from '../model/waits';
import type { ResolvedMatch, ResolvedReference } from './answers';

/** now/today: readable · slip: a slip brings it · go: it stands on a shelf · unlikely · ask: it isn't in the index · detail: something is missing that a slip needs · open: not looked up yet. */
export const STANDINGS = ['now', 'today', 'go', 'slip', 'unlikely', 'ask', 'detail', 'open'] as const;
export type Standing = (typeof STANDINGS)[number];
export const STANDING_LABEL: Readonly<Record<Standing, readonly [one: string, many: string]>> = {
  now: ['now', 'now'],
  today: ['today', 'today'],
  go: ['to fetch', 'to fetch'],
  slip: ['needs a slip', 'need a slip'],
  unlikely: ['unlikely', 'unlikely'],
  ask: ['not in the index', 'not in the index'],
  detail: ['needs a detail', 'need a detail'],
  open: ['being looked up', 'being looked up'],
};

/** The match that counts: the reader's own choice before ours. */
export function matchOf(
  found: ResolvedReference | undefined,
  chosen: string | null | undefined,
): ResolvedMatch | null {
  if (!found || chosen === null) return null;
  if (chosen === undefined) return found.match;
  return [found.match, ...found.others].find((m) => m?.id === chosen) ?? found.match;
}

/** What a slip can't do without, in words; empty when it has all. */
export function missingDetails(csl: ReferenceItem): string[] {
  const missing: string[] = [];
  if (!csl.title) missing.push('the title');
  if ((csl.type === 'chapter' || csl.type.startsWith('article')) && !csl['container-title'])
    missing.push('what it stands in');
  if (!csl.issued) missing.push('the year');
  return missing;
}

const SOON: ReadonlySet<WaitClass> = new Set(['now', 'today']);
export function standingOf(
  csl: ReferenceItem,
  found: ResolvedReference | undefined,
  match: ResolvedMatch | null,
): Standing {
  if (!found) return 'open';
  if (!match) return missingDetails(csl).length ? 'detail' : 'ask';
  if (SOON.has(match.wait.class)) return match.wait.class as 'now' | 'today';
  if (match.best?.action.do === 'slip') return match.wait.class === 'unlikely' ? 'unlikely' : 'slip';
  return match.best?.action.do === 'go' ? 'go' : 'unlikely';
}
