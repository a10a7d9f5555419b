/** Endpoints that no first view asks: the same client, in a file that comes with the views that need it. */
import type { PackedNode } from '../core/citing/style';
import type { Course } from '../core/courses/course';
import type { Moment } from '../core/discovery/answers';
import type { ReferenceItem } from '../core/model/record';
import type { AskBy } from '../core/plan/askBy';
import type { PlanLimits } from '../core/plan/choose';
import type { AskByAnswer, BrowseAnswer, PlanAnswer, ShelfAnswer } from '../words/answers';
import { ask, asked, post } from './client';

export interface StyleChoice {
  readonly id: string;
  readonly title: string;
}
/** Public citation styles by parts of their name; without words those that courses ask for most. */
export const getStyles = (
  q: string,
): Promise<{
  readonly total: number;
  readonly styles: readonly StyleChoice[];
  readonly locales: readonly string[];
}> => ask(`/api/styles?${new URLSearchParams({ q })}`);
export const getStyle = (id: string): Promise<PackedNode> => ask(`/api/styles/${encodeURIComponent(id)}`);
export const getLocale = (name: string): Promise<PackedNode> =>
  ask(`/api/locales/${encodeURIComponent(name)}`);
/** A place on the shelf that is asked for. */
export interface ShelfAsked {
  readonly record: string | null;
  readonly callno: string | null;
  /** Null for all campuses as one shelf. */
  readonly campus: string | null;
  readonly before: number;
  readonly after: number;
  /** What is looked for along it; empty for nothing. */
  readonly q: string;
  readonly at: string;
}
/** What stands around a place on the shelf. */
export function getShelf(asked: ShelfAsked, signal?: AbortSignal): Promise<ShelfAnswer> {
  const params = new URLSearchParams();
  for (const [name, value] of Object.entries(asked))
    if (value !== null && value !== '') params.set(name, String(value));
  return ask(`/api/shelf?${params}`, signal ? { signal } : undefined);
}
/** A piece of a list that is walked through. */
export function getBrowse(
  asked: { readonly list: string; readonly from: string; readonly after: number; readonly at: string },
  signal?: AbortSignal,
): Promise<BrowseAnswer> {
  const { after, ...rest } = asked;
  return ask(
    `/api/browse?${new URLSearchParams({ ...rest, after: String(after) })}`,
    signal ? { signal } : undefined,
  );
}
export const getCourse = (id: string): Promise<Course> => ask(`/api/courses/${encodeURIComponent(id)}`);
/** The last minute of each way by which things come by their days, in the order asked. */
export const getAskBy = (
  readings: readonly { readonly record: string; readonly csl: ReferenceItem; readonly needBy: string }[],
  moment: Moment,
): Promise<readonly (AskByAnswer | null)[]> =>
  post<{ readings: readonly (AskBy | null)[] }>('/api/ask-by', {
    readings: readings.map(({ needBy, ...thing }) => ({ ...asked(thing), needBy })),
    moment,
  }).then((a) => a.readings as readonly (AskByAnswer | null)[]);
/** What brings the most of a pile by a day, within limits. */
export const getPlan = (
  things: readonly { readonly record: string; readonly csl: ReferenceItem }[],
  moment: Moment,
  needBy: string,
  limits: PlanLimits,
): Promise<PlanAnswer> => post('/api/plan', { things: things.map(asked), moment, needBy, ...limits });
/** Sent by the library, from the reader's own address. */
export const sendMail = (
  mail: { readonly to: readonly string[]; readonly subject: string; readonly text: string },
  moment: Moment,
): Promise<{ readonly id: string }> => post('/api/mail', { ...mail, moment });
