/** Where a bibliography stands: each reference in one of a few classes, by what is to be done for it. */

import type { ReferenceItem } from '../model/record';
import type { WaitClass } from '../model/waits';
import type { WayAction } from '../model/ways';

/**
 * now/today: readable · asked: a slip for it is under way · slip: a slip brings it · go: it stands on a shelf · unlikely · ask: it isn't in the
 * index · detail: something is missing that a slip needs · open: not looked up yet.
 */
export const STANDINGS = [
  'now',
  'today',
  'go',
  'asked',
  'slip',
  'unlikely',
  'ask',
  'detail',
  'open',
] as const;
export type Standing = (typeof STANDINGS)[number];

/** What a reference was found to mean, with or without words. */
interface Found<M> {
  readonly match: M | null;
  readonly others: readonly M[];
}
/** The match that counts: the reader's own choice before ours. */
export function matchOf<M extends { readonly id: string }>(
  found: Found<M> | undefined,
  chosen: string | null | undefined,
): M | null {
  if (!found || chosen === null) return null;
  if (chosen === undefined) return found.match;
  return [found.match, ...found.others].find((m) => m?.id === chosen) ?? found.match;
}

/** What a slip can't do without; empty when it has all. */
export function missingDetails(csl: ReferenceItem): ('title' | 'container' | 'year')[] {
  const missing: ('title' | 'container' | 'year')[] = [];
  if (!csl.title) missing.push('title');
  if ((csl.type === 'chapter' || csl.type.startsWith('article')) && !csl['container-title'])
    missing.push('container');
  if (!csl.issued) missing.push('year');
  return missing;
}

const SOON: ReadonlySet<WaitClass> = new Set(['now', 'today']);
/**
 * Where a reference stands: found, found with a doubt, in need of a detail, not in the index.
 * @param asked whether a slip for it is under way, or has brought it
 */
export function standingOf(
  csl: ReferenceItem,
  found: unknown,
  match: {
    readonly wait: { readonly class: WaitClass };
    readonly best: { readonly action: WayAction } | null;
  } | null,
  asked = false,
): Standing {
  if (!found) return 'open';
  if (asked && !(match && SOON.has(match.wait.class))) return 'asked';
  if (!match) return missingDetails(csl).length ? 'detail' : 'ask';
  if (SOON.has(match.wait.class)) return match.wait.class as 'now' | 'today';
  if (match.best?.action.do === 'slip') return match.wait.class === 'unlikely' ? 'unlikely' : 'slip';
  return match.best?.action.do === 'go' ? 'go' : 'unlikely';
}
