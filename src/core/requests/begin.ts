/**
 * The beginning of a slip: what an address asks for, and the draft that comes of it. An address names a
 * record, a journal (by its ISSN), nothing (to be filled in by hand), or describes the thing as an OpenURL
 * does (ANSI/NISO Z39.88-2004, KEV).
 */
import { serviceFor } from '../access/chance';
import { readOpenUrl } from '../coverage/openurl';
import type { Wanted } from '../model/codes';
import { ROUTES, type Route } from '../model/codes';
import { kindOfCsl } from '../model/cslTypes';
import { KINDS } from '../model/kinds';
import type { Reader } from '../model/reader';
import type { DiscoveryRecord, ReferenceItem } from '../model/record';
import { NO_RECORD } from '../model/record';
import type { Slip } from '../model/slip';
import { parseDay } from '../model/time';
import type { Way } from '../model/ways';
import { serviceOf } from '../policy/price';
import { newSlip, routeFor, sameItem } from './slip';

const [TITLE_AT_MOST, COURSE_AT_MOST] = [500, 200];

/** Where the thing comes from: an id to look up, an ISSN to look up, or what the address itself says. */
export type Subject =
  | { readonly by: 'record'; readonly id: string }
  | { readonly by: 'journal'; readonly issn: string }
  | { readonly by: 'openurl'; readonly csl: ReferenceItem }
  | { readonly by: 'hand'; readonly title: string };
/** How a thing is wanted. */
export interface Manner {
  /** The way chosen before; where there is none, the soonest that is open decides. */
  readonly route: Route | undefined;
  readonly from: string;
  /** ISO day; empty for none, also where the address has one that is no day. */
  readonly needBy: string;
  /** A part of a volume, though the way could bring the whole. */
  readonly part: boolean;
  readonly course: string;
  /** The campus at which it is to be collected; the reader's own where it is not said. */
  readonly to?: string;
}
export interface Wish extends Manner {
  readonly subject: Subject;
}
/** What a slip can be filled from. */
export type Wished = Pick<DiscoveryRecord, 'id' | 'csl' | 'kind'>;

/** Reads the parameters of an address. One that says nothing is a slip to be filled in by hand. */
export function readWish(params: URLSearchParams): Wish {
  const need = params.get('need') ?? '';
  return {
    subject: subjectOf(params),
    route: ROUTES.find((r) => r === params.get('route')),
    from: params.get('from') ?? '',
    needBy: parseDay(need) === null ? '' : need,
    part: params.get('wanted') === 'chapter',
    course: params.get('course')?.slice(0, COURSE_AT_MOST) ?? '',
    to: params.get('to')?.slice(0, COURSE_AT_MOST) ?? '',
  };
}
function subjectOf(params: URLSearchParams): Subject {
  const id = params.get('record');
  if (id) return { by: 'record', id };
  const issn = params.get('journal');
  if (issn) return { by: 'journal', issn };
  const described = params.get('by') === 'hand' ? null : readOpenUrl(params);
  return described
    ? { by: 'openurl', csl: described.csl }
    : { by: 'hand', title: params.get('title')?.slice(0, TITLE_AT_MOST) ?? '' };
}

/**
 * A journal is asked for by the article: its name and number are filled in, the article's details are the
 * reader's to add.
 */
const articleIn = (journal: { readonly title: string; readonly issn: string }): Wished => ({
  id: NO_RECORD,
  kind: 'research-article',
  csl: { id: '', type: 'article-journal', title: '', 'container-title': journal.title, ISSN: journal.issn },
});
/**
 * What is wished for.
 * @param found the record with the id, or the journal with the ISSN, where the subject asks for one and it is
 *   there
 */
export function wishedFrom(
  subject: Subject,
  found: { record?: Wished | undefined; journal?: { title: string; issn: string } | undefined } = {},
): Wished {
  switch (subject.by) {
    case 'record': {
      const { record } = found;
      if (!record) throw new RangeError(`There is no record ${subject.id}.`);
      return record.kind === 'journal'
        ? articleIn({ title: record.csl.title, issn: record.csl.ISSN ?? '' })
        : record;
    }
    case 'journal':
      return articleIn(found.journal ?? { title: '', issn: subject.issn });
    case 'openurl':
      return { id: NO_RECORD, csl: { ...subject.csl, id: '' }, kind: kindOfCsl(subject.csl.type) ?? 'book' };
    case 'hand':
      return { id: NO_RECORD, kind: 'book', csl: { id: '', type: 'book', title: subject.title } };
  }
}
/** Whether the way is still open, and the ways to this very thing would say which it should be. */
export const waysDecide = (wish: Wish, wished: Wished): boolean =>
  wish.route === undefined &&
  wished.csl.title !== '' &&
  wish.subject.by !== 'hand' &&
  wish.subject.by !== 'journal';

type SlipWay = Way & {
  readonly action: { readonly do: 'slip'; readonly route: Route; readonly from: string };
};
function routeOf(
  wish: Manner,
  wished: Wished,
  ways: readonly Pick<Way, 'action' | 'ready' | 'setsWait'>[],
): { route: Route; from: string } {
  const desk = wish.route === 'purchase' || wish.route === 'question' ? routeFor(wish.route) : null;
  if (desk) return desk;
  if (wish.route) return { route: wish.route, from: wish.from || 'lending' };
  const first = ways.find((w): w is SlipWay => w.action.do === 'slip' && w.setsWait);
  return first
    ? { route: first.action.route, from: first.action.from }
    : { route: serviceFor(wished.kind) === 'copy' ? 'ill-copy' : 'ill-loan', from: wish.from || 'lending' };
}
function wantedOf(route: Route, wish: Manner, wished: Wished): Wanted {
  if (route === 'purchase' || route === 'question') return route;
  if (serviceOf(route) === 'loan' && !wish.part) return 'loan';
  return KINDS[wished.kind].family === 'article' ? 'article' : 'chapter';
}

/**
 * The draft.
 * @param ways the ways to the thing, soonest first, where `waysDecide`
 * @param by whose it is; a new id, which becomes the ISO 18626 request id; the ISO local time
 */
export function beginSlip(
  wish: Manner,
  wished: Wished,
  ways: readonly Pick<Way, 'action' | 'ready' | 'setsWait'>[],
  by: { readonly reader: Reader; readonly id: string; readonly now: string },
): Slip {
  const { route, from } = routeOf(wish, wished, ways);
  const slip = newSlip({
    ...by,
    record: wished,
    wanted: wantedOf(route, wish, wished),
    route,
    from,
    needBy: wish.needBy,
  });
  const { to = '' } = wish;
  const delivery =
    to && slip.delivery.to === 'pickup' ? { to: 'pickup' as const, campus: to } : slip.delivery;
  return { ...slip, delivery, reference: wish.course };
}

/**
 * A draft that was begun for the same thing, by the same way where one was chosen: it is taken up again, not
 * doubled.
 */
export function draftFor(wish: Wish, wished: Wished, slips: readonly Slip[]): Slip | null {
  if (wished.id === NO_RECORD && !wished.csl.title) return null;
  return (
    slips.find(
      (s) =>
        s.state === 'draft' &&
        (!wish.route || s.route === wish.route) &&
        sameItem(s, { record: wished.id, item: itemNames(wished) }),
    ) ?? null
  );
}
const itemNames = ({ csl }: Wished) => ({ title: csl.title, container: csl['container-title'] ?? '' });
