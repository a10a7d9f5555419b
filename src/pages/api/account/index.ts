import type { APIRoute } from 'astro';
import { atTheDesk } from '../../../server/account';
import { guarded, readMoment } from '../../../server/params';
import { json } from '../../../server/problem';

/** What the signed-in reader has, waits for and owes, as the desk says it, with our records' ids. */
export const GET: APIRoute = ({ url, locals }) =>
  guarded(async () => {
    const read = readMoment(url.searchParams, locals.info);
    if ('refused' in read) return read.refused;
    return atTheDesk(locals, async (desk, who, token) => {
      const account = await desk.account(who.patron, token, read.ok.moment.at);
      const records = Object.fromEntries(
        account.documents.flatMap(({ edition }) => (edition ? [[edition, desk.recordOf(edition)]] : [])),
      );
      return json({ ...account, records });
    });
  });
