import type { APIRoute } from 'astro';
import { creators, fullName, numbering } from '../../../core/model/describe';
import { msg } from '../../../core/model/message';
import { type DiscoveryRecord, MAX_ID, recordId } from '../../../core/model/record';
import { parseDay } from '../../../core/model/time';
import { momentAt } from '../../../server/params';
import { partsOf } from '../../../server/path';
import { problem } from '../../../server/problem';
import { pdfResponse } from '../../../standins/deliver';
import { dayText } from '../../../words/days';
import { say } from '../../../words/generated/standin';

/**
 * The file that a scan desk or a lender delivered, with its copyright cover page. `until` closes it: after
 * that day, by the reader's clock in `at`, there is nothing to open any more. `locked` asks for the slip's
 * number.
 */
export const GET: APIRoute = async ({ url, locals }) => {
  const { info, index, standins } = locals;
  if (!standins) return problem('not-found', msg('standin.nothingIsSimulatedHere'));
  const slip = (url.searchParams.get('slip') ?? '').replace(/[^A-Za-z0-9-]/g, '').slice(0, 60);
  const until = url.searchParams.get('until') ?? '';
  const today = momentAt(url.searchParams.get('at'), info).slice(0, 10);
  const last = parseDay(until);
  if (last !== null && today > until)
    return problem('gone', msg('standin.theFileIsClosed', { until: { day: until } }), 'until');
  const title = url.searchParams.get('title')?.slice(0, 500);
  // What has no record is delivered under the title that was asked for.
  const id = partsOf(url.pathname, '.pdf')?.[2] ?? '';
  const answer = (id === 'unrecorded' && title) || id.length > MAX_ID ? null : await index.record(id);
  const unrecorded: Pick<DiscoveryRecord, 'id' | 'csl'> | null = title
    ? { id: recordId('unrecorded'), csl: { id: '', type: 'document', title } }
    : null;
  const record = answer?.record ?? unrecorded;
  if (!record) return problem('not-found', msg('standin.thereIsNoSuchFile'));
  const { csl } = record;
  return pdfResponse(standins.pdf, record, say('standin.copyForPrivateStudy', { slip }), {
    cover: {
      heading: say('standin.cover.heading'),
      lines: [
        [say('standin.cover.title'), csl.title],
        [say('standin.cover.by'), creators(csl).names.map(fullName).join('; ')],
        [
          say('standin.cover.in'),
          [csl['container-title'] ?? csl.publisher ?? '', numbering(csl)].filter(Boolean).join(' '),
        ],
        [say('standin.cover.slip'), slip],
        [say('standin.cover.byWayOf'), info.name],
        [say('standin.cover.until'), last === null ? '' : dayText(last, parseDay(today) ?? last)],
      ],
      statement: info.policy.copyright.statement,
    },
    ...(url.searchParams.get('locked') === '1' && slip ? { password: slip } : {}),
  });
};
