/** Starts a slip for a record and goes to its own address. A draft for the same thing is taken up again, not doubled. */
import { useEffect, useRef, useState } from 'react';
import { getJournals, getRecord, getWays } from '../../browser/client';
import { keepDraft } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { serviceFor } from '../../core/access/chance';
import type { Route, Way } from '../../core/access/ways';
import { kindOfCsl } from '../../core/bibliography/cslTypes';
import { KINDS } from '../../core/bibliography/kinds';
import { readOpenUrl } from '../../core/coverage/openurl';
import { NO_RECORD } from '../../core/references/noRecord';
import type { ReferenceItem } from '../../core/references/read';
import { serviceOf } from '../../core/requests/price';
import { newSlip, routeFor, type Wanted } from '../../core/requests/slip';
import { parseDay } from '../../core/time';
import { App, useHere } from '../kit/app';
import { Failure } from '../kit/Failure';

const ROUTES: readonly Route[] = [
  'hold',
  'transfer',
  'post',
  'scan',
  'partner-loan',
  'partner-copy',
  'ill-loan',
  'ill-copy',
  'purchase',
  'question',
];
/** A short id from the browser's own randomness: it becomes the ISO 18626 request id. */
const slipId = (): string => `S-${crypto.randomUUID().slice(0, 13)}`;

async function journalBy(issn: string, campus: string): Promise<{ title: string; issn: string }> {
  const [found] = (await getJournals(issn, campus)).journals;
  return found ? { title: found.title, issn: found.issn.slice(0, 9) } : { title: '', issn };
}

/** What an OpenURL describes, where a record would stand. */
const describedRecord = (csl: ReferenceItem) => ({
  id: NO_RECORD,
  csl: { ...csl, id: '' },
  kind: kindOfCsl(csl.type) ?? ('book' as const),
});

function Start() {
  const { reader, moment, slips } = useHere();
  const [error, setError] = useState<unknown>(null);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    const params = new URLSearchParams(window.location.search);
    const id = params.get('record') ?? '';
    const need = parseDay(params.get('need') ?? '') === null ? '' : (params.get('need') ?? '');
    const asked = ROUTES.find((r) => r === params.get('route'));
    const byHand = params.get('by') === 'hand';
    const issn = params.get('journal');
    const described = id || byHand || issn ? null : readOpenUrl(params);
    const draft = id ? slips.find((s) => s.state === 'draft' && s.record === id && (!asked || s.route === asked)) : undefined;
    if (draft) {
      window.location.replace(`/requests/${draft.id}`);
      return;
    }
    const make = async () => {
      const known = id ? await getRecord(id) : null;
      const course = params.get('course')?.slice(0, 200) ?? '';
      // A journal is asked for by the article: its name and number are filled in, the article's details are the reader's to add.
      const journal =
        known?.record.kind === 'journal'
          ? { title: known.record.csl.title, issn: known.record.csl.ISSN ?? '' }
          : issn
            ? await journalBy(issn, reader.campus)
            : null;
      const record = journal
        ? {
            id: NO_RECORD,
            kind: 'research-article' as const,
            csl: { id: '', type: 'article-journal', title: '', 'container-title': journal.title, ISSN: journal.issn },
          }
        : byHand
          ? { id: NO_RECORD, kind: 'book' as const, csl: { id: '', type: 'book', title: params.get('title')?.slice(0, 500) ?? '' } }
          : described
            ? describedRecord(described.csl)
            : (known as NonNullable<typeof known>).record;
      let route = asked;
      let from = params.get('from') ?? '';
      const desk = asked === 'purchase' || asked === 'question' ? routeFor(asked) : null;
      if (desk) from = desk.from;
      else if (!route && (journal || byHand)) {
        route = serviceFor(record.kind) === 'copy' ? 'ill-copy' : 'ill-loan';
      } else if (!route) {
        const { ways } = await getWays(described?.csl ?? id, moment, need);
        const first = ways.find(
          (w): w is Way & { action: { do: 'slip'; route: Route; from: string } } => w.action.do === 'slip' && w.setsWait,
        );
        route = first?.action.route ?? (serviceFor(record.kind) === 'copy' ? 'ill-copy' : 'ill-loan');
        from = first?.action.from ?? 'lending';
      }
      const family = KINDS[record.kind].family;
      const chosen = route ?? 'ill-loan';
      const wanted: Wanted =
        chosen === 'purchase' || chosen === 'question'
          ? chosen
          : serviceOf(chosen) === 'loan' && params.get('wanted') !== 'chapter'
            ? 'loan'
            : family === 'article'
              ? 'article'
              : 'chapter';
      const slip = newSlip({ id: slipId(), record, reader, wanted, route: chosen, from: from || 'lending', needBy: need, now: moment.at });
      await keepDraft(theStore(), { ...slip, reference: course });
      window.location.replace(`/requests/${slip.id}`);
    };
    make().catch(setError);
  }, [reader, moment, slips]);
  return error ? <Failure error={error} again={() => window.location.reload()} /> : <p style={{ padding: '24px' }}>Writing the slip…</p>;
}

export default function NewSlip() {
  return (
    <App>
      <Start />
    </App>
  );
}
