/**
 * A slip under way: what is typed and kept, what is promised for it, what is wrong with it, and sending it.
 */

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { getJournals, getPromise, getRecord } from '../../browser/client';
import { keepRegistering, type Registering, register } from '../../browser/settings';
import { keepDraft, sendOutgoing, toOutgoing } from '../../browser/slips';
import { theStore } from '../../browser/store';
import type { Route, Wanted } from '../../core/model/codes';
import { readIssn } from '../../core/model/identifiers';
import { KINDS, type Kind } from '../../core/model/kinds';
import type { Slip, SlipItem } from '../../core/model/slip';
import { serviceOf } from '../../core/policy/price';
import { doubts } from '../../core/requests/details';
import { historyFor } from '../../core/requests/history';
import { promisedFrom } from '../../core/requests/promise';
import type { SlipFault } from '../../core/requests/schema';
import { defaultDelivery, duplicateOf, isCopy, routeFor, wantedChoices } from '../../core/requests/slip';
import { own } from '../../core/table';
import { say } from '../../words/generated/slip';
import { type InWords, inWords } from '../../words/inWords';
import { useHere } from '../kit/app';
import { signInHref } from '../kit/signIn';
import { useMustSignIn } from '../kit/useMustSignIn';
import { useOwnDrafts } from './useOwnDrafts';
import '../../words/spoken';

const SETTLE = 250;
/**
 * The checks are heavy, so they come after the editor; but before they are needed, in case the connection
 * goes.
 */
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

/** A draft that was begun before signing in has nowhere to be mailed to. */
const withEmail = (slip: Slip, email: string): Slip =>
  slip.delivery.to === 'email' && slip.delivery.email === '' && email
    ? { ...slip, delivery: { to: 'email', email } }
    : slip;

/** @param kept the slip as it was left */
export function useSlip(kept: Slip) {
  const { reader, moment, slips, settings } = useHere();
  const [slip, setSlip] = useState(() => withEmail(kept, reader.email));
  const [faults, setFaults] = useState<readonly InWords<SlipFault>[]>([]);
  const [tried, setTried] = useState(false);
  /** keeping: being put into Outgoing; sending: it is there, so that leaving the page loses nothing. */
  const [going, setGoing] = useState<'keeping' | 'sending' | null>(null);
  const [contact, typeContact] = useState<Registering>(
    () =>
      own(settings.registering, reader.id) ?? { email: reader.email, address: reader.address, agreed: false },
  );
  const setContact = (next: Registering) => {
    typeContact(next);
    void keepRegistering(theStore(), reader.id, next);
  };
  const drafts = useOwnDrafts(kept);
  const { wrote } = drafts;
  const today = moment.at.slice(0, 10);
  const record = useQuery({
    queryKey: ['record', slip.record],
    queryFn: () => getRecord(slip.record),
    enabled: slip.record !== '',
  });

  const set = (next: Slip) => {
    const dated = { ...next, changed: moment.at };
    setSlip(dated);
    wrote(dated);
    void keepDraft(theStore(), dated);
  };
  const setItem = (name: keyof SlipItem) => (value: string) =>
    set({ ...slip, item: { ...slip.item, [name]: value } });

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
    if (
      p &&
      !routeFor(slip.wanted) &&
      p.routes.length > 0 &&
      (p.route !== slip.route || p.from !== slip.from) &&
      settled === slip
    ) {
      const next = { ...slip, route: p.route, from: p.from };
      setSlip(next);
      wrote(next);
      void keepDraft(theStore(), next);
    }
  }, [p, slip, settled, wrote]);

  useEffect(() => {
    // Asked for again when they are needed; without them the server still checks.
    loadChecks().catch(() => null);
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
  const doubt = run
    ? inWords(
        doubts(slip.item, { journal: { title: run.title, from: run.from, to: run.to ?? undefined } })[0]
          ?.text,
      )
    : undefined;
  const duplicate = duplicateOf(slip, slips);
  const mustSignIn = useMustSignIn();
  // Who signs in may be known already.
  const needsRegistering = !mustSignIn && !reader.registered;
  const check = async (): Promise<readonly InWords<SlipFault>[]> => {
    // Without the checks it can still wait in Outgoing: the server checks again before anything is sent.
    const checks = await loadChecks().catch(() => null);
    const found: InWords<SlipFault>[] = checks ? [...inWords(checks.slipFaults(slip, today))] : [];
    if (needsRegistering && !contact.agreed)
      found.push({
        field: 'register',
        text: say('slip.agreeToBeRegisteredItIs'),
      });
    // The most of it also where the checks could not be loaded: a file that is sent to no address is lost.
    const email = checks
      ? inWords(checks.emailFault(contact.email))
      : /^\S+@\S+\.\S+$/.test(contact.email.trim())
        ? null
        : say('slip.eMailIsNotAnAddress');
    if (needsRegistering && email) found.push({ field: 'email', text: email });
    if (needsRegistering && contact.address.trim() === '')
      found.push({ field: 'address', text: say('slip.addressIsMissingOverdueNoticesAnd') });
    return found;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once sending was tried, faults follow what is typed
  useEffect(() => {
    if (tried) void check().then(setFaults);
  }, [slip, contact, tried]);

  const leave = async (sendNow: boolean) => {
    if (mustSignIn) {
      window.location.href = signInHref();
      return;
    }
    // What another tab made of it meanwhile is looked at first.
    if (drafts.other) return;
    setTried(true);
    const found = await check();
    setFaults(found);
    if (found.length) {
      document.getElementById(`f-${found[0]?.field.replace('.', '-')}`)?.focus();
      return;
    }
    // What is kept with the slip is the promise for exactly this slip, not for the one before the last
    // keystroke. Without an answer the one before stands; the server holds either against its own data when
    // the slip is sent.
    const fresh =
      settled === slip && !promise.isPlaceholderData
        ? p
        : await getPromise(slip, moment, historyFor(slip, slips)).catch(() => p);
    const promised = fresh ? promisedFrom(fresh) : null;
    if (duplicate || !promised || fresh?.rules.some((r) => r.weight === 'refuse')) return;
    setGoing('keeping');
    try {
      if (needsRegistering)
        await register(theStore(), reader.id, { email: contact.email.trim(), address: contact.address });
      const left = await toOutgoing(theStore(), slip, promised, {
        now: moment.at,
        going: sendNow,
        isOwn: drafts.isOwn,
      });
      if (!left) return;
      if (!sendNow) {
        window.location.href = '/requests';
        return;
      }
      setGoing('sending');
      await sendOutgoing(theStore(), reader.id, moment, new Set([slip.id]));
    } finally {
      setGoing(null);
    }
  };

  const choose = (wanted: Wanted) =>
    set({
      ...slip,
      wanted,
      ...(routeFor(wanted) ??
        (routeFor(slip.wanted)
          ? { route: wanted === 'loan' ? ('ill-loan' as const) : ('ill-copy' as const), from: 'lending' }
          : {})),
      delivery: wanted === slip.wanted ? slip.delivery : defaultDelivery(wanted, { ...reader, ...contact }),
    });
  const family = KINDS[slip.item.kind].family;
  /** Another road, and what goes with it: a volume, a copy, a suggestion, a question. */
  const take = (route: Route, from: string) => {
    const desk = route === 'purchase' || route === 'question' ? route : null;
    const wanted: Wanted =
      desk ??
      (serviceOf(route) === 'loan'
        ? 'loan'
        : isCopy(slip)
          ? slip.wanted
          : family === 'article'
            ? 'article'
            : 'chapter');
    set({
      ...slip,
      route,
      from,
      wanted,
      delivery: wanted === slip.wanted ? slip.delivery : defaultDelivery(wanted, { ...reader, ...contact }),
    });
  };
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
  const fault = (field: string) => faults.find((f) => f.field === field)?.text;

  return {
    ...{ slip, set, setItem, record: record.data?.record ?? null, doubt, promise, promised: p ?? null },
    ...{ faults, fault, duplicate, going, leave, choose, take, changeKind, family, today },
    ...{ contact, setContact, needsRegistering },
    otherDraft: drafts.other,
    takeOther: () => {
      if (drafts.other) setSlip(drafts.other);
      drafts.accept();
    },
    keepOwn: () => {
      drafts.accept();
      set(slip);
    },
  };
}
export type SlipUnderWay = ReturnType<typeof useSlip>;
