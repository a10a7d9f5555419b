/** Slips for all that is missing, looked over once: what, how, when, at what price; one acknowledgement; into Outgoing together. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { getPromise, getWays } from '../../browser/client';
import { register } from '../../browser/settings';
import { historyFor, keepDraft, toOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { kindOfCsl } from '../../core/bibliography/cslTypes';
import { KINDS } from '../../core/bibliography/kinds';
import { recordId } from '../../core/bibliography/record';
import type { ResolvedMatch } from '../../core/engine/port';
import { NO_RECORD } from '../../core/references/noRecord';
import type { ReferenceItem } from '../../core/references/read';
import { money, serviceOf } from '../../core/requests/price';
import type { SlipPromise } from '../../core/requests/promise';
import { slipFaults } from '../../core/requests/schema';
import { duplicateOf, newSlip, type Slip, type Wanted } from '../../core/requests/slip';
import { VERDICT_TEXT } from '../item/links';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import styles from './references.module.css';

interface Thing {
  readonly id: string;
  readonly csl: ReferenceItem;
  readonly match: ResolvedMatch | null;
}
interface Written {
  readonly thing: Thing;
  readonly slip: Slip | null;
  readonly promise: SlipPromise | null;
  /** Why it can't go with the others; null when it can. */
  readonly hindered: string | null;
}

export default function BulkSlips({ things, needBy, close }: { things: readonly Thing[]; needBy: string; close: () => void }) {
  const { reader, moment, slips, info } = useHere();
  const [declared, setDeclared] = useState(false);
  const [address, setAddress] = useState(reader.address);
  const [agreed, setAgreed] = useState(false);
  const registering = reader.registered || (agreed && address.trim() !== '');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState<string | null>(null);
  const written = useQuery({
    queryKey: ['bulk', things.map((t) => [t.match?.id ?? '', t.csl]), needBy, moment, reader.id],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async (): Promise<Written[]> => {
      const out: Written[] = [];
      for (const thing of things) {
        const { match, csl } = thing;
        const record = match
          ? { id: recordId(match.id), csl: match.csl, kind: match.kind }
          : { id: NO_RECORD, csl: { ...csl, id: '' }, kind: kindOfCsl(csl.type) ?? ('book' as const) };
        const action = match?.best?.action.do === 'slip' ? match.best.action : null;
        const ways = action ? [] : (await getWays(match?.id ?? csl, moment, needBy)).ways;
        const way = action ?? ways.map((w) => w.action).find((a) => a.do === 'slip');
        if (way?.do !== 'slip') {
          out.push({ thing, slip: null, promise: null, hindered: 'Nobody can supply it: see its page for a visit or another edition.' });
          continue;
        }
        const family = KINDS[record.kind].family;
        const wanted: Wanted = serviceOf(way.route) === 'loan' ? 'loan' : family === 'article' ? 'article' : 'chapter';
        const slip = newSlip({
          id: `S-${crypto.randomUUID().slice(0, 13)}`,
          record,
          reader,
          wanted,
          route: way.route,
          from: way.from,
          needBy,
          now: moment.at,
        });
        const twin = duplicateOf(slip, slips);
        if (twin) {
          out.push({ thing, slip, promise: null, hindered: 'You have an open slip for this already.' });
          continue;
        }
        const promise = await getPromise(slip, moment, historyFor(slip, slips));
        const refused = promise.rules.find((r) => r.weight === 'refuse');
        const fault = slipFaults({ ...slip, declared: true }, moment.at.slice(0, 10))[0];
        const hindered = refused?.text ?? fault?.text ?? (promise.median ? null : 'No date can be promised for it.');
        out.push({ thing, slip: { ...slip, route: promise.route, from: promise.from }, promise, hindered });
      }
      return out;
    },
  });
  if (written.isError) return <Failure error={written.error} again={() => void written.refetch()} />;
  if (!written.data) return <p className={styles.hint}>Writing {things.length} slips…</p>;
  const list = written.data;
  const going = list.filter((w) => w.slip && !w.hindered && !left.has(w.thing.id));
  const copies = going.some((w) => w.slip?.wanted !== 'loan');
  const total = going.reduce((n, w) => n + (w.promise?.total ?? 0), 0);
  const put = async () => {
    if (!reader.registered) await register(theStore(), reader.id, { email: reader.email, address: address.trim() });
    for (const { slip, promise } of going) {
      if (!slip || !promise?.median || !promise.likely) continue;
      const { median, likely, chance, lines, total: cents, mediated } = promise;
      await toOutgoing(
        theStore(),
        { ...slip, declared: slip.wanted !== 'loan' },
        { median, likely, chance, lines, total: cents, mediated },
        moment.at,
      );
    }
    // What can't go is kept as a draft, so that nothing has to be found again.
    const drafts = list.filter((w) => w.slip && w.hindered && !w.hindered.startsWith('You have an open'));
    for (const { slip } of drafts) if (slip) await keepDraft(theStore(), slip);
    setSaid(`${going.length} in Outgoing${drafts.length ? `, ${drafts.length} kept as drafts` : ''}.`);
  };
  if (said)
    return (
      <p className={styles.review} role="status">
        {said} <a href="/requests">Look them over and send</a>{' '}
        <button type="button" className={kit.link} onClick={close}>
          Close
        </button>
      </p>
    );
  return (
    <section className={styles.review} aria-label="Slips for what is missing">
      <table>
        <thead>
          <tr>
            <th scope="col">With it</th>
            <th scope="col">What</th>
            <th scope="col">How</th>
            <th scope="col">By</th>
            <th scope="col">You pay</th>
          </tr>
        </thead>
        <tbody>
          {list.map((w) => (
            <tr key={w.thing.id}>
              <td>
                <input
                  type="checkbox"
                  aria-label={`Slip for ${w.slip?.item.title ?? w.thing.csl.title}`}
                  checked={!w.hindered && !left.has(w.thing.id)}
                  disabled={w.hindered !== null}
                  onChange={(e) => {
                    const next = new Set(left);
                    if (e.target.checked) next.delete(w.thing.id);
                    else next.add(w.thing.id);
                    setLeft(next);
                  }}
                />
              </td>
              <td>
                {w.slip?.item.title ?? w.thing.csl.title}
                {w.hindered && <p className={styles.hint}>{w.hindered}</p>}
              </td>
              <td>{w.promise?.routes.find((r) => r.route === w.promise?.route && r.from === w.promise?.from)?.title ?? ''}</td>
              <td className={styles.mono}>
                {w.promise?.label}
                {w.promise?.verdict && needBy && w.promise.verdict !== 'in-time' && (
                  <span className={kit.tag}>{VERDICT_TEXT[w.promise.verdict]}</span>
                )}
              </td>
              <td className={styles.mono}>{w.promise ? money(w.promise.total) : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {copies && (
        <label className={kit.check}>
          <input type="checkbox" checked={declared} onChange={(e) => setDeclared(e.target.checked)} />
          <span>For each copy: {info.policy.copyright.statement}</span>
        </label>
      )}
      {!reader.registered && (
        <fieldset className={styles.register}>
          <legend>You have not used interlibrary loan yet. Register once, with these slips:</legend>
          <label>
            Home address <input value={address} onChange={(e) => setAddress(e.target.value)} />
          </label>
          <label className={kit.check}>
            <input type="checkbox" checked={agreed} onChange={(e) => setAgreed(e.target.checked)} />
            Register me for interlibrary loan. I answer for what is lent to me.
          </label>
        </fieldset>
      )}
      <div className={styles.tools}>
        <button
          type="button"
          className={kit.plum}
          disabled={!going.length || (copies && !declared) || !registering}
          onClick={() => void put()}
        >
          Put {going.length} into Outgoing, {total > 0 ? `you pay ${money(total)}` : 'you pay nothing'}
        </button>
        <button type="button" className={kit.link} onClick={close}>
          Not now
        </button>
      </div>
    </section>
  );
}
