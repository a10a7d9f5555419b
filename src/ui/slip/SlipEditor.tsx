/** The slip editor: one page, prefilled, every field editable; on the right the live promise. Kept on every keystroke. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { getPromise, getRecord } from '../../browser/client';
import { register } from '../../browser/settings';
import { historyFor, keepDraft, sendOutgoing, toOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { serviceOf } from '../../core/requests/price';
import type { SlipFault } from '../../core/requests/schema';
import {
  defaultDelivery,
  duplicateOf,
  itemOf,
  type Slip,
  type SlipItem,
  slipTitle,
  type Wanted,
  wantedChoices,
} from '../../core/requests/slip';
import { clockOf, clockText, type Minutes, parseLocal } from '../../core/time';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Field } from './Field';
import { PromisePane } from './PromisePane';
import styles from './slip.module.css';

const SETTLE = 250;
/** The checks are heavy, so they come after the editor; but before they are needed, in case the connection goes. */
const loadChecks = () => import('../../core/requests/schema');
/** A value that follows another once it has been still for a moment. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLE);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

export function SlipEditor({ kept }: { kept: Slip }) {
  const { reader, moment, slips, info } = useHere();
  const [slip, setSlip] = useState(kept);
  const [faults, setFaults] = useState<readonly SlipFault[]>([]);
  const [tried, setTried] = useState(false);
  const [sending, setSending] = useState(false);
  const [contact, setContact] = useState({ email: reader.email, address: reader.address, agreed: false });
  const today = moment.at.slice(0, 10);
  const record = useQuery({ queryKey: ['record', slip.record], queryFn: () => getRecord(slip.record), enabled: slip.record !== '' });

  const set = (next: Slip) => {
    const dated = { ...next, changed: moment.at };
    setSlip(dated);
    void keepDraft(theStore(), dated);
  };
  const setItem = (name: keyof SlipItem) => (value: string) => set({ ...slip, item: { ...slip.item, [name]: value } });

  const settled = useSettled(slip);
  const history = useMemo(() => historyFor(settled, slips), [settled, slips]);
  const promise = useQuery({
    queryKey: ['promise', settled, moment, history],
    queryFn: () => getPromise(settled, moment, history),
    placeholderData: keepPreviousData,
  });
  const p = promise.data;
  // Where the way asked for is not open for what is wanted now, the soonest one that is takes its place.
  useEffect(() => {
    if (p && p.routes.length > 0 && (p.route !== slip.route || p.from !== slip.from) && settled === slip) {
      const next = { ...slip, route: p.route, from: p.from };
      setSlip(next);
      void keepDraft(theStore(), next);
    }
  }, [p, slip, settled]);

  useEffect(() => {
    loadChecks().catch(() => {});
  }, []);

  const duplicate = duplicateOf(slip, slips);
  const needsRegistering = !reader.registered;
  const check = async (): Promise<readonly SlipFault[]> => {
    const checks = await loadChecks().catch(() => null);
    // Without the checks it can still wait in Outgoing: the server checks again before anything is sent.
    const found = checks ? checks.slipFaults(slip, today) : [];
    if (needsRegistering && !contact.agreed)
      found.push({ field: 'register', text: 'Agree to be registered: it is asked once, with the first request.' });
    if (needsRegistering && contact.address.trim() === '')
      found.push({ field: 'address', text: 'Address is missing: overdue notices and parcels go there.' });
    return found;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once sending was tried, faults follow what is typed
  useEffect(() => {
    if (tried) void check().then(setFaults);
  }, [slip, contact, tried]);

  const leave = async (sendNow: boolean) => {
    setTried(true);
    const found = await check();
    setFaults(found);
    if (found.length) {
      document.getElementById(`f-${found[0]?.field.replace('.', '-')}`)?.focus();
      return;
    }
    // What is kept with the slip is the promise for exactly this slip, not for the one before the last keystroke.
    const fresh =
      settled === slip && !promise.isPlaceholderData ? p : await getPromise(slip, moment, historyFor(slip, slips)).catch(() => p);
    if (duplicate || !fresh?.median || !fresh.likely || fresh.rules.some((r) => r.weight === 'refuse')) return;
    const { median, likely, chance, lines, total } = fresh;
    setSending(true);
    if (needsRegistering) await register(theStore(), reader.id, { email: contact.email, address: contact.address });
    await toOutgoing(theStore(), slip, { median, likely, chance, lines, total }, moment.at);
    if (!sendNow) {
      window.location.href = '/requests';
      return;
    }
    await sendOutgoing(theStore(), reader.id, moment);
    setSending(false);
  };

  const choose = (wanted: Wanted) =>
    set({ ...slip, wanted, delivery: wanted === slip.wanted ? slip.delivery : defaultDelivery(wanted, { ...reader, ...contact }) });
  const fault = (field: string) => faults.find((f) => f.field === field)?.text;
  const choices = wantedChoices(slip.item.kind, record.data?.record.carrier ?? 'print');
  const part = slip.item.kind !== 'book' && slip.item.container !== '';
  const text = (name: keyof SlipItem, label: string, more: { wide?: boolean; mono?: boolean; hint?: string } = {}) => (
    <Field id={`f-item-${name}`} label={label} value={slip.item[name]} change={setItem(name)} fault={fault(`item.${name}`)} {...more} />
  );
  const heading =
    slip.wanted === 'loan'
      ? slipTitle(slip)
      : slip.wanted === 'article'
        ? `A copy of “${slip.item.title}”`
        : slip.item.kind === 'chapter'
          ? `A copy of “${slip.item.title}”`
          : `A chapter from “${slip.item.title}”`;
  const reset = () => record.data && set({ ...slip, item: itemOf(record.data.record) });

  return (
    <div className={styles.columns}>
      <form
        className={styles.form}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void leave(true);
        }}
      >
        <h1>{heading}</h1>
        <p className={styles.kept}>
          Filled from the index. Draft kept, {clockText(clockOf(parseLocal(slip.changed) as Minutes))}.{' '}
          <button type="button" className={kit.link} onClick={reset}>
            Fill in again
          </button>
        </p>

        <fieldset className={styles.section}>
          <legend>What</legend>
          <div className={styles.grid}>
            {text('title', part ? 'Title of the part' : 'Title', { wide: true })}
            {(part || slip.item.container) && text('container', slip.item.kind === 'chapter' ? 'In the book' : 'In', { wide: true })}
            {text('author', 'By', { wide: part })}
            {!part && text('publisher', 'Publisher')}
            {text('year', 'Year', { mono: true })}
            {part && slip.item.kind !== 'chapter' && text('volume', 'Volume', { mono: true })}
            {part && slip.item.kind !== 'chapter' && text('issue', 'Issue', { mono: true })}
            {!part && text('edition', 'Edition')}
            {slip.wanted === 'chapter' &&
              slip.item.kind !== 'chapter' &&
              text('chapter', 'Chapter wanted', {
                wide: true,
                hint: record.data?.record.contents ? `It has: ${record.data.record.contents.join('; ')}` : 'its title or number',
              })}
            {slip.wanted !== 'loan' && text('pages', slip.item.totalPages ? `Pages (of ${slip.item.totalPages})` : 'Pages', { mono: true })}
            {!part || slip.item.kind === 'chapter'
              ? text('isbn', slip.item.isbn ? 'ISBN, found for you' : 'ISBN', {
                  mono: true,
                  hint: slip.item.isbn ? undefined : 'on the back of the title page; not needed',
                })
              : text('issn', slip.item.issn ? 'ISSN, found for you' : 'ISSN', { mono: true })}
          </div>
        </fieldset>

        <fieldset className={styles.section}>
          <legend>How</legend>
          <div>
            <div className={styles.how} role="radiogroup" aria-label="What is wanted of it">
              {choices.map((c) => (
                <label key={c.wanted} className={styles.choice} data-refused={c.refusal ? '' : undefined}>
                  <input
                    type="radio"
                    name="wanted"
                    checked={slip.wanted === c.wanted}
                    aria-disabled={c.refusal !== null}
                    onChange={() => !c.refusal && choose(c.wanted)}
                  />
                  <span>
                    <b>{c.label}</b>
                    <small>{c.refusal ?? c.sub}</small>
                  </span>
                </label>
              ))}
            </div>
            {p && p.routes.length > 1 && (
              <div className={styles.routes} role="radiogroup" aria-label="From where">
                {p.routes.map((r) => (
                  <label key={`${r.route}${r.from}`} className={kit.check}>
                    <input
                      type="radio"
                      name="route"
                      checked={r.route === slip.route && r.from === slip.from}
                      onChange={() => set({ ...slip, route: r.route, from: r.from })}
                    />
                    {r.title}
                    <span className={kit.count}>
                      {r.label}
                      {r.sub && `, ${r.sub}`}
                    </span>
                  </label>
                ))}
              </div>
            )}
          </div>
        </fieldset>

        <fieldset className={styles.section}>
          <legend>When</legend>
          <div className={styles.grid}>
            <Field
              id="f-needBy"
              label="Need by"
              type="date"
              mono
              value={slip.needBy}
              min={today}
              change={(needBy) => set({ ...slip, needBy })}
              fault={fault('needBy')}
            />
            <div className={styles.field}>
              <label htmlFor="f-speed">Speed</label>
              <select
                id="f-speed"
                value={slip.speed}
                disabled={p ? !p.canHurry : false}
                onChange={(e) => set({ ...slip, speed: e.target.value === 'fast' ? 'fast' : 'standard' })}
              >
                <option value="standard">Standard</option>
                <option value="fast">Fast</option>
              </select>
              {p && !p.canHurry && <small>nobody outside is asked, so there is nothing to hurry</small>}
            </div>
            <Field
              id="f-limit"
              label="Not more than"
              mono
              value={slip.limit}
              change={(limit) => set({ ...slip, limit })}
              fault={fault('limit')}
              hint="empty: no limit"
              inputMode="decimal"
            />
          </div>
        </fieldset>

        <fieldset className={styles.section}>
          <legend>Where</legend>
          <div className={styles.grid}>
            {slip.delivery.to === 'email' && (
              <Field
                id="f-delivery-email"
                label="Send the file to"
                type="email"
                value={slip.delivery.email}
                change={(email) => set({ ...slip, delivery: { to: 'email', email } })}
                fault={fault('delivery.email')}
                wide
              />
            )}
            {slip.delivery.to === 'post' && (
              <Field
                id="f-delivery-address"
                label="Send the parcel to"
                value={slip.delivery.address}
                change={(address) => set({ ...slip, delivery: { to: 'post', address } })}
                fault={fault('delivery.address')}
                wide
              />
            )}
            {slip.delivery.to === 'pickup' && (
              <div className={styles.field}>
                <label htmlFor="f-delivery-campus">Collect at</label>
                <select
                  id="f-delivery-campus"
                  value={slip.delivery.campus}
                  onChange={(e) => set({ ...slip, delivery: { to: 'pickup', campus: e.target.value } })}
                >
                  {info.campuses.map((c) => (
                    <option key={c.id} value={c.id}>
                      {c.name}
                    </option>
                  ))}
                </select>
                <small>
                  {info.campuses.find((c) => slip.delivery.to === 'pickup' && c.id === slip.delivery.campus)?.fetchesHolds
                    ? 'Staff keep it at the desk for you.'
                    : 'It waits at the shelf; you fetch it yourself.'}
                </small>
              </div>
            )}
            {slip.wanted === 'loan' && (
              <label className={kit.check}>
                <input type="checkbox" checked={slip.anyEdition} onChange={(e) => set({ ...slip, anyEdition: e.target.checked })} />
                Any edition will do
              </label>
            )}
            <Field
              id="f-note"
              label="Note to the library"
              value={slip.note}
              change={(note) => set({ ...slip, note })}
              fault={fault('note')}
              hint="optional"
              wide
            />
          </div>
        </fieldset>

        {needsRegistering && (
          <fieldset className={styles.section}>
            <legend>Register</legend>
            <div className={styles.grid}>
              <p className={styles.wide}>
                This is your first request. Say once where you can be reached; nothing you have written above is lost.
              </p>
              <Field id="f-email" label="E-mail" type="email" value={contact.email} change={(email) => setContact({ ...contact, email })} />
              <Field
                id="f-address"
                label="Address"
                value={contact.address}
                change={(address) => setContact({ ...contact, address })}
                fault={fault('address')}
                wide
              />
              <label className={`${kit.check} ${styles.wide}`}>
                <input
                  id="f-register"
                  type="checkbox"
                  checked={contact.agreed}
                  aria-describedby={fault('register') ? 'f-register-fault' : undefined}
                  onChange={(e) => setContact({ ...contact, agreed: e.target.checked })}
                />
                Register me for interlibrary loan. I answer for what is lent to me.
              </label>
              {fault('register') && (
                <p id="f-register-fault" className={`${styles.fault} ${styles.wide}`}>
                  {fault('register')}
                </p>
              )}
            </div>
          </fieldset>
        )}

        {serviceOf(slip.route) === 'copy' && (
          <fieldset className={styles.section}>
            <legend>Terms</legend>
            <div>
              <label className={kit.check}>
                <input
                  id="f-declared"
                  type="checkbox"
                  checked={slip.declared}
                  aria-describedby="f-declared-text"
                  onChange={(e) => set({ ...slip, declared: e.target.checked })}
                />
                I have read the copyright statement and keep to it.
              </label>
              <p id="f-declared-text" className={styles.statement}>
                {info.copyright}
              </p>
              {fault('declared') && <p className={styles.fault}>{fault('declared')}</p>}
            </div>
          </fieldset>
        )}
      </form>
      <aside className={styles.pane} aria-label="What is promised">
        {promise.isError ? (
          <Failure error={promise.error} again={() => void promise.refetch()} />
        ) : (
          <PromisePane
            promise={p ?? null}
            slip={slip}
            duplicate={duplicate}
            faults={faults}
            sending={sending}
            use={(route, from) =>
              set({ ...slip, route, from, wanted: serviceOf(route) === 'loan' ? 'loan' : slip.wanted === 'loan' ? 'chapter' : slip.wanted })
            }
            send={() => void leave(true)}
            later={() => void leave(false)}
          />
        )}
      </aside>
    </div>
  );
}
