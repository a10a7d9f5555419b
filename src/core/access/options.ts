/**
 * All the options there are for getting an item, without regard to when: which provider shows it, where
 * copies stand and when they come back, who scans, who lends. Times are put on them in `times.ts`; both the
 * exact ways to read and the index's packed summary start from this one list, so that they cannot disagree
 * about what exists.
 */

import { ALWAYS, coverageWindow, FOREVER, positionOf } from '../coverage/covers';
import type { LinkSource } from '../coverage/links';
import { KINDS } from '../model/kinds';
import type { Campus, Library, Partner, Provider } from '../model/library';
import { type Message, msg } from '../model/message';
import type { Policy } from '../model/policy';
import {
  type Copy,
  type CopyStatus,
  type DiscoveryRecord,
  type Journal,
  type PartnerCopy,
  yearOfRecord,
} from '../model/record';
import { type DayNumber, dayNumber, parseDay } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { type LendingPlan, planLending, serviceFor, UNKNOWN_OWNERS } from './chance';

/**
 * A record with what it depends on: its journal and the journal's coverage, or the book a chapter stands in.
 */
export interface AccessItem {
  readonly record: DiscoveryRecord;
  readonly journal?: Journal;
  readonly lines: readonly KbartLine[];
  readonly host?: DiscoveryRecord;
}

export type TextVersion = 'version-of-record' | 'accepted-manuscript' | 'preprint';
/** Day a copy is free again; `IN` when it stands on the shelf. */
export type Available = DayNumber;
export const IN = dayNumber(1);

export interface OnlineOption {
  readonly type: 'online';
  readonly provider: Provider;
  readonly open: boolean;
  readonly version: TextVersion;
  readonly from: DayNumber;
  readonly until: DayNumber;
  readonly why: Message;
  /** What its address is made of. */
  readonly link: LinkSource;
}
export type Option =
  | OnlineOption
  | { readonly type: 'not-online'; readonly provider: Provider; readonly why: Message }
  | {
      readonly type: 'copy';
      readonly campus: Campus;
      readonly available: Available | null;
      readonly copy: Copy;
    }
  /** It stands on the shelf, and staff of the same campus put it aside. */
  | { readonly type: 'aside'; readonly campus: Campus; readonly copy: Copy }
  | { readonly type: 'scan'; readonly campus: Campus; readonly callNumber: string }
  | {
      readonly type: 'partner-loan';
      readonly partner: Partner;
      readonly available: Available | null;
      readonly copy: PartnerCopy;
    }
  | { readonly type: 'partner-copy'; readonly partner: Partner }
  | { readonly type: 'lending'; readonly plan: LendingPlan };

/** When a copy in this state is free: now, after its due date and the queue before it, or never. */
export function availableFrom(status: CopyStatus, policy: Policy): Available | null {
  if (status.state === 'in') return IN;
  if (status.state === 'missing') return null;
  const due = parseDay(status.due);
  const queue = status.state === 'out' ? status.queue : 0;
  return due === null ? null : dayNumber(due + queue * policy.shelf.queueLoanDays);
}

/** @param lending whether the interlibrary plan is wanted; it costs more than all the rest together */
export function optionsFor(item: AccessItem, library: Library, lending = true): Option[] {
  const { record, journal, host } = item;
  const { policy } = library;
  const family = KINDS[record.kind].family;
  const year = yearOfRecord(record.csl);
  const options: Option[] = [];
  const position = positionOf(record.csl);

  const provider = (id: string) => library.providers.find((p) => p.id === id);
  const online = (line: KbartLine, whole: boolean, isPart: boolean) => {
    const from = provider(line.provider);
    if (!from) return;
    const window = whole
      ? ({
          covered: true,
          from: ALWAYS,
          until: FOREVER,
          depth: line.coverage_depth ?? 'fulltext',
          why: msg('access.theWholeBook', { name: from.name }),
        } as const)
      : coverageWindow(line, position, from.name);
    if (!window.covered) options.push({ type: 'not-online', provider: from, why: window.why });
    else if (window.depth !== 'fulltext') {
      const why =
        window.depth === 'abstracts'
          ? msg('access.showsAbstractsOnly', { name: from.name })
          : msg('access.showsSelectedArticlesOnlyWhetherThis', { name: from.name });
      options.push({ type: 'not-online', provider: from, why });
    } else {
      const open = from.entitlement === 'open' || line.access_type === 'F';
      options.push({
        type: 'online',
        provider: from,
        open,
        version: 'version-of-record',
        from: window.from,
        until: window.until,
        why: window.why,
        link: { provider: from, line, whole: !isPart },
      });
    }
  };
  for (const line of item.lines) online(line, family === 'journal', family !== 'journal');
  for (const line of record.ebook ?? []) online(line, true, false);
  for (const line of host?.ebook ?? []) online(line, true, true);
  for (const open of record.openCopies ?? []) {
    const from = provider(open.provider);
    if (from) {
      options.push({
        type: 'online',
        provider: from,
        open: true,
        version: open.version,
        from: ALWAYS,
        until: FOREVER,
        why: msg('access.holdsAFreeCopy', {
          name: from.name,
          version: msg(`access.version.${open.version}`),
        }),
        link: { provider: from, open, whole: true },
      });
    }
  }

  const campus = (id: string) => library.campuses.find((c) => c.id === id);
  const volumes = [...(record.copies ?? []), ...(host?.copies ?? [])];
  for (const copy of volumes) {
    const where = campus(copy.campus);
    if (!where) continue;
    options.push({ type: 'copy', campus: where, available: availableFrom(copy.status, policy), copy });
    if (copy.status.state === 'in' && copy.rule === 'loan' && where.fetchesHolds && policy.shelf.aside)
      options.push({ type: 'aside', campus: where, copy });
  }
  const partner = (id: string) => library.partners.find((p) => p.id === id);
  for (const copy of [...(record.partnerCopies ?? []), ...(host?.partnerCopies ?? [])]) {
    const who = partner(copy.partner);
    if (who)
      options.push({
        type: 'partner-loan',
        partner: who,
        available: availableFrom(copy.status, policy),
        copy,
      });
  }

  // A part of a printed volume that we or a partner own is scanned, whether or not the volume itself leaves
  // the building.
  if (family === 'chapter') {
    for (const c of library.campuses) {
      const shelf = host?.copies?.find((copy) => copy.campus === c.id && copy.status.state === 'in');
      if (shelf) options.push({ type: 'scan', campus: c, callNumber: shelf.callNumber });
    }
    for (const p of library.partners) {
      if (host?.partnerCopies?.some((copy) => copy.partner === p.id && copy.status.state === 'in'))
        options.push({ type: 'partner-copy', partner: p });
    }
  }
  if (family === 'article' && journal && year !== null) {
    const holds = (run: { from: number; to?: number }) => run.from <= year && year <= (run.to ?? 9999);
    for (const run of journal.print) {
      const where = holds(run) ? campus(run.campus) : undefined;
      if (!where) continue;
      options.push({ type: 'scan', campus: where, callNumber: run.callNumber });
      options.push({
        type: 'copy',
        campus: where,
        available: IN,
        copy: {
          campus: run.campus,
          location: '',
          callNumber: run.callNumber,
          status: { state: 'in' },
          rule: 'premises',
        },
      });
    }
    for (const run of journal.partnerPrint) {
      const who = holds(run) ? partner(run.partner) : undefined;
      if (who) options.push({ type: 'partner-copy', partner: who });
    }
  }
  const plan = lending ? lendingFor(item, library) : null;
  if (plan) options.push({ type: 'lending', plan });
  return options;
}

/**
 * The interlibrary plan for an item, or null for what is never lent or copied (journals as a whole, e-books).
 */
export function lendingFor(
  item: AccessItem,
  library: Library,
  speed: 'standard' | 'fast' = 'standard',
): LendingPlan | null {
  const { record, journal, host } = item;
  const service = serviceFor(record.kind);
  if (
    !service ||
    (service === 'loan' && record.carrier === 'online' && !library.policy.copyright.ebookLoans) ||
    library.policy.kindsNeverLent.includes(record.kind)
  )
    return null;
  const owners =
    record.owners ?? host?.owners ?? journal?.owners ?? (record.id === '' ? UNKNOWN_OWNERS : undefined);
  const what = { kind: record.kind, year: yearOfRecord(record.csl), carrier: record.carrier };
  return planLending({ owners, what, service, speed }, library.lenders, library.policy);
}

/** May a reader of this campus use the text? Another campus's licence gives nothing. */
export const entitled = (option: OnlineOption, campus: string): boolean =>
  option.open ||
  option.provider.entitlement === 'all' ||
  option.provider.entitlement === 'open' ||
  (option.provider.entitlement as readonly string[]).includes(campus);
