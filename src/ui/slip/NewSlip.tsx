/** Starts a slip for a record and goes to its own address. A draft for the same thing is taken up again, not doubled. */
import { useEffect, useRef, useState } from 'react';
import { getRecord, getWays } from '../../browser/client';
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
import { newSlip, type Wanted } from '../../core/requests/slip';
import { parseDay } from '../../core/time';
import { App, useHere } from '../kit/app';
import { Failure } from '../kit/Failure';

const ROUTES: readonly Route[] = ['hold', 'transfer', 'post', 'scan', 'partner-loan', 'partner-copy', 'ill-loan', 'ill-copy'];
/** A short id from the browser's own randomness: it becomes the ISO 18626 request id. */
const slipId = (): string => `S-${crypto.randomUUID().slice(0, 13)}`;

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
    const described = id ? null : readOpenUrl(params);
    const draft = id ? slips.find((s) => s.state === 'draft' && s.record === id && (!asked || s.route === asked)) : undefined;
    if (draft) {
      window.location.replace(`/requests/${draft.id}`);
      return;
    }
    const make = async () => {
      const record = described ? describedRecord(described.csl) : (await getRecord(id)).record;
      let route = asked;
      let from = params.get('from') ?? '';
      if (!route) {
        const { ways } = await getWays(described?.csl ?? id, moment, need);
        const first = ways.find(
          (w): w is Way & { action: { do: 'slip'; route: Route; from: string } } => w.action.do === 'slip' && w.setsWait,
        );
        route = first?.action.route ?? (serviceFor(record.kind) === 'copy' ? 'ill-copy' : 'ill-loan');
        from = first?.action.from ?? 'lending';
      }
      const family = KINDS[record.kind].family;
      const wanted: Wanted = serviceOf(route) === 'loan' ? 'loan' : family === 'article' ? 'article' : 'chapter';
      const slip = newSlip({ id: slipId(), record, reader, wanted, route, from: from || 'lending', needBy: need, now: moment.at });
      await keepDraft(theStore(), slip);
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
