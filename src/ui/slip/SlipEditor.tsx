/** The slip editor: one page, prefilled, every field editable; on the right the live promise. Kept on every keystroke. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { getJournals, getPromise, getRecord } from '../../browser/client';
import { register } from '../../browser/settings';
import { historyFor, keepDraft, sendOutgoing, toOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { readIssn } from '../../core/bibliography/identifiers';
import { KINDS, type Kind } from '../../core/bibliography/kinds';
import type { Route } from '../../core/policy/types';
import { doubts } from '../../core/requests/details';
import { serviceOf } from '../../core/requests/price';
import type { SlipFault } from '../../core/requests/schema';
import {
  defaultDelivery,
  duplicateOf,
  type EditionWish,
  isCopy,
  itemOf,
  routeFor,
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
import { LookUp } from './LookUp';
import { PromisePane } from './PromisePane';
import styles from './slip.module.css';
import { ContactDetails, WhereTo } from './WhereTo';

const SETTLE = 250;
const EDITIONS: Record<EditionWish, string> = {
  any: 'Any edition will do',
  this: 'This edition only',
  'any-language': 'A translation will do, too',
};
/** Kinds that a slip written by hand can be for. */
const BY_HAND: readonly Kind[] = [
  'book',
  'chapter',
  'research-article',
  'review-article',
  'conference-paper',
  'thesis',
  'report',
  'video',
  'sound-recording',
  'score',
  'map',
];
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
    if (p && !routeFor(slip.wanted) && p.routes.length > 0 && (p.route !== slip.route || p.from !== slip.from) && settled === slip) {
      const next = { ...slip, route: p.route, from: p.from };
      setSlip(next);
      void keepDraft(theStore(), next);
    }
  }, [p, slip, settled]);

  useEffect(() => {
    loadChecks().catch(() => {});
  }, []);

  // The journal's run says whether the year can be right.
  const issn = readIssn(slip.item.issn);
  const journal = useQuery({
    queryKey: ['journal', issn, reader.campus],
    queryFn: async () => (await getJournals(issn ?? '', reader.campus)).journals[0] ?? null,
    enabled: issn !== null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const run = journal.data;
  const doubt = run ? doubts(slip.item, { journal: { title: run.title, from: run.from, to: run.to ?? undefined } })[0]?.text : undefined;
  const changeKind = (kind: Kind) => {
    const allowed = wantedChoices(kind, 'print').find((c) => !c.refusal)?.wanted ?? 'loan';
    set({
      ...slip,
      item: { ...slip.item, kind },
      wanted: allowed,
      route: allowed === 'loan' ? 'ill-loan' : 'ill-copy',
      from: 'lending',
      delivery: defaultDelivery(allowed, { ...reader, ...contact }),
    });
  };

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
    const { median, likely, chance, lines, total, mediated } = fresh;
    setSending(true);
    if (needsRegistering) await register(theStore(), reader.id, { email: contact.email, address: contact.address });
    await toOutgoing(theStore(), slip, { median, likely, chance, lines, total, mediated }, moment.at, sendNow);
    if (!sendNow) {
      window.location.href = '/requests';
      return;
    }
    await sendOutgoing(theStore(), reader.id, moment, new Set([slip.id]));
    setSending(false);
  };

  const choose = (wanted: Wanted) =>
    set({
      ...slip,
      wanted,
      ...(routeFor(wanted) ??
        (routeFor(slip.wanted) ? { route: wanted === 'loan' ? ('ill-loan' as const) : ('ill-copy' as const), from: 'lending' } : {})),
      delivery: wanted === slip.wanted ? slip.delivery : defaultDelivery(wanted, { ...reader, ...contact }),
    });
  const family = KINDS[slip.item.kind].family;
  /** Another road, and what goes with it: a volume, a copy, a suggestion, a question. */
  const take = (route: Route, from: string) => {
    const desk = route === 'purchase' || route === 'question' ? route : null;
    const wanted: Wanted =
      desk ?? (serviceOf(route) === 'loan' ? 'loan' : isCopy(slip) ? slip.wanted : family === 'article' ? 'article' : 'chapter');
    set({
      ...slip,
      route,
      from,
      wanted,
      delivery: wanted === slip.wanted ? slip.delivery : defaultDelivery(wanted, { ...reader, ...contact }),
    });
  };
  const fault = (field: string) => faults.find((f) => f.field === field)?.text;
  const choices = wantedChoices(slip.item.kind, record.data?.record.carrier ?? 'print');
  const free = slip.record === '';
  const part = family === 'article' || family === 'chapter' || (slip.item.kind !== 'book' && slip.item.container !== '');
  const text = (name: keyof SlipItem, label: string, more: { wide?: boolean; mono?: boolean; hint?: string } = {}) => (
    <Field id={`f-item-${name}`} label={label} value={slip.item[name]} change={setItem(name)} fault={fault(`item.${name}`)} {...more} />
  );
  const named = slip.item.title ? `“${slip.item.title}”` : 'something';
  const heading: Record<Wanted, string> = {
    loan: slipTitle(slip) || 'A loan',
    article: `A copy of ${slip.item.title ? named : `an article${slip.item.container ? ` from “${slip.item.container}”` : ''}`}`,
    chapter: slip.item.kind === 'chapter' ? `A copy of ${named}` : `A chapter from ${named}`,
    purchase: `Suggest ${named} for purchase`,
    question: `A question about ${named}`,
  };
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
        <h1>{heading[slip.wanted]}</h1>
        <p className={styles.kept}>
          {free ? 'Not in the index: what you write is what is asked for.' : 'Filled from the index.'} Draft kept,{' '}
          {clockText(clockOf(parseLocal(slip.changed) as Minutes))}.{' '}
          {!free && (
            <button type="button" className={kit.link} onClick={reset}>
              Fill in again
            </button>
          )}
        </p>

        <fieldset className={styles.section}>
          <legend>What</legend>
          <div className={styles.grid}>
            {free && (
              <div className={styles.field}>
                <label htmlFor="f-item-kind">It is</label>
                <select id="f-item-kind" value={slip.item.kind} onChange={(e) => changeKind(e.target.value as Kind)}>
                  {BY_HAND.map((k) => (
                    <option key={k} value={k}>
                      {KINDS[k].label}
                    </option>
                  ))}
                </select>
              </div>
            )}
            {text('title', part ? 'Title of the part' : 'Title', { wide: true })}
            {(part || slip.item.container) && text('container', slip.item.kind === 'chapter' ? 'In the book' : 'In', { wide: true })}
            {text('author', 'By', { wide: part })}
            {!part && text('publisher', 'Publisher')}
            {text('year', 'Year', { mono: true, hint: doubt })}
            {part && slip.item.kind !== 'chapter' && text('volume', 'Volume', { mono: true })}
            {part && slip.item.kind !== 'chapter' && text('issue', 'Issue', { mono: true })}
            {!part && text('edition', 'Edition')}
            {slip.wanted === 'chapter' &&
              slip.item.kind !== 'chapter' &&
              text('chapter', 'Chapter wanted', {
                wide: true,
                hint: record.data?.record.contents ? `It has: ${record.data.record.contents.join('; ')}` : 'its title or number',
              })}
            {free &&
              slip.wanted === 'chapter' &&
              slip.item.kind !== 'chapter' &&
              text('totalPages', 'Pages of the book', { mono: true, hint: 'if you know' })}
            {isCopy(slip) && text('pages', slip.item.totalPages ? `Pages (of ${slip.item.totalPages})` : 'Pages', { mono: true })}
            {!part || slip.item.kind === 'chapter'
              ? text('isbn', slip.item.isbn && !free ? 'ISBN, found for you' : 'ISBN', {
                  mono: true,
                  hint: slip.item.isbn ? undefined : 'on the back of the title page; not needed',
                })
              : text('issn', slip.item.issn && !free ? 'ISSN, found for you' : 'ISSN', {
                  mono: true,
                  hint: slip.item.issn ? undefined : 'eight digits, on the cover or in the imprint; not needed',
                })}
            {(free || slip.item.doi) && text('doi', 'DOI', { mono: true, hint: free ? 'begins with 10.' : undefined })}
            {free && <LookUp slip={slip} set={set} />}
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
            {(slip.wanted === 'loan' || slip.wanted === 'purchase') && (
              <div className={styles.editions} role="radiogroup" aria-label="Which edition">
                {(Object.keys(EDITIONS) as EditionWish[]).map((e) => (
                  <label key={e} className={kit.check}>
                    <input type="radio" name="editions" checked={slip.editions === e} onChange={() => set({ ...slip, editions: e })} />
                    {EDITIONS[e]}
                  </label>
                ))}
              </div>
            )}
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
            <WhereTo slip={slip} set={set} fault={fault} />
            {reader.registered && <ContactDetails />}
            <Field
              id="f-reference"
              label="Your own reference"
              value={slip.reference}
              change={(reference) => set({ ...slip, reference })}
              fault={fault('reference')}
              hint="optional: a course, a chapter; stays with you"
            />
            <Field
              id="f-note"
              label={slip.wanted === 'question' ? 'Your question' : 'Note to the library'}
              value={slip.note}
              change={(note) => set({ ...slip, note })}
              fault={fault('note')}
              hint={slip.wanted === 'question' ? undefined : 'optional'}
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

        {isCopy(slip) && (
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
              <label className={kit.check}>
                <input type="checkbox" checked={slip.commercial} onChange={(e) => set({ ...slip, commercial: e.target.checked })} />
                It serves a commercial end: a royalty is due.
              </label>
              <p id="f-declared-text" className={styles.statement}>
                {info.policy.copyright.statement}
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
            use={take}
            send={() => void leave(true)}
            later={() => void leave(false)}
          />
        )}
      </aside>
    </div>
  );
}
