/** What is asked of the loan desk: the reader's account, what is done there, where copies stand now. */
import type { DeskAccount } from '../core/circulation/account';
import type { PaiaDocument } from '../core/circulation/paia';
import type { Moment } from '../core/discovery/answers';
import type { DeskAsk } from '../core/discovery/ports';
import type { NowLine } from '../words/answers';
import { ask, post } from './client';

/** Where copies stand now, of the lines that differ from the index; and how the desk answered. */
export interface LiveAnswer {
  readonly lines: Readonly<Record<string, NowLine>>;
  /** ISO local time of the oldest status where the desk is silent; null for none. */
  readonly since: string | null;
  readonly silent: boolean;
}
/** What the signed-in reader has, waits for and owes. */
export const getAccount = (
  moment: Moment,
): Promise<DeskAccount & { readonly records: Readonly<Record<string, string>> }> =>
  ask(`/api/account?${new URLSearchParams({ campus: moment.situation.campus, at: moment.at })}`);
/** Of lines that are shown those whose copies stand otherwise than the index has it. */
export const getLive = (
  records: readonly string[],
  moment: Moment,
  needBy: string,
  signal?: AbortSignal,
): Promise<LiveAnswer> =>
  ask('/api/live', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ records, moment, needBy }),
    ...(signal ? { signal } : {}),
  });
/** Does something at the loan desk; what became of each, in the order asked. */
export const tellDesk = (
  what: 'renew' | 'cancel' | 'request',
  things: readonly DeskAsk[],
  moment: Moment,
): Promise<readonly PaiaDocument[]> =>
  post<{ readonly documents: readonly PaiaDocument[] }>('/api/account/act', { what, things, moment }).then(
    (a) => a.documents as readonly PaiaDocument[],
  );
