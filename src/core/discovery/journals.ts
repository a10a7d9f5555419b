/**
 * The journal finder: which journals there are, and what of them can be read on a campus, from when to when.
 */

import { wallText } from '../coverage/embargo';
import { readIssn } from '../model/identifiers';
import type { Library } from '../model/library';
import { type Message, type MessageValue, msg } from '../model/message';
import type { Journal } from '../model/record';
import type { KbartLine } from '../model/titleList';
import { words } from '../words/fold';
import { titleKey } from '../words/keys';
import type { JournalEntry, JournalsAnswer } from './answers';
import { type Guidance, subjectName } from './guidance';

interface Known {
  readonly journals: ReadonlyMap<string, Journal>;
  readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly library: Library;
  readonly guidance: Guidance;
  /** Articles indexed from the journals with these ISSNs. */
  readonly articles: (issns: readonly string[]) => Promise<readonly number[]>;
}

/**
 * Journals by the beginnings of their titles' words, an ISSN, an id, or their subject in either language; all of them,
 * by title, when nothing is asked.
 */
export async function findJournals(
  q: string,
  campus: string,
  limit: number,
  known: Known,
): Promise<JournalsAnswer> {
  const asked = words(q);
  const issn = readIssn(q);
  const found = [...known.journals.values()].filter((j) => {
    if (j.id === q) return true;
    if (issn) return j.issn === issn || j.eissn === issn;
    const subject = subjectOf(j, known);
    const own = words(`${j.title} ${subject} ${subjectName(subject, known.guidance)}`);
    return asked.every((a) => own.some((o) => o.startsWith(a)));
  });
  found.sort((a, b) => (titleKey(a.title) < titleKey(b.title) ? -1 : 1));
  const shown = found.slice(0, limit);
  const counts = await known.articles(shown.map((j) => j.issn));
  return { total: found.length, journals: shown.map((j, i) => entryOf(j, campus, known, counts[i] ?? 0)) };
}
function subjectOf(j: Journal, known: Known): string {
  return known.guidance.guides.find((g) => g.id === j.discipline)?.subjects[0] ?? j.discipline;
}
function entryOf(j: Journal, campus: string, known: Known, articles: number): JournalEntry {
  const named = (id: string | undefined): string | null =>
    id ? (known.journals.get(id)?.title ?? null) : null;
  const allowed = (entitlement: Library['providers'][number]['entitlement']): boolean =>
    typeof entitlement === 'string' || (entitlement as readonly string[]).includes(campus);
  return {
    id: j.id,
    title: j.title,
    issn: j.issn,
    eissn: j.eissn ?? null,
    subject: subjectName(subjectOf(j, known), known.guidance),
    publisher: j.publisher,
    span: spanOf(j),
    from: j.from,
    to: j.to ?? null,
    refereed:
      j.refereed === 'unknown'
        ? msg('found.refereeingNotKnown')
        : j.refereed.length
          ? msg('found.refereed', { spans: { joined: j.refereed.map(spanOf), by: ', ' } })
          : msg('found.notRefereed'),
    formerly: named(j.continues),
    laterTitle: named(j.continuedBy),
    online: (known.lines.get(j.id) ?? []).flatMap((line) => {
      const p = known.library.providers.find((x) => x.id === line.provider);
      return p
        ? [
            {
              provider: p.name,
              text: lineSpan(line, allowed(p.entitlement)),
            },
          ]
        : [];
    }),
    print: [
      ...j.print.map((r) => ({
        place: known.library.campuses.find((c) => c.id === r.campus)?.name ?? r.campus,
        text: msg('label.joined', { parts: { joined: [spanOf(r), r.callNumber], by: ', ' } }),
      })),
      ...j.partnerPrint.map((r) => ({
        place: known.library.partners.find((c) => c.id === r.partner)?.name ?? r.partner,
        text: spanOf(r),
      })),
    ],
    articles,
  };
}

/** `1998–2010`, `1998–now`. */
const spanOf = ({ from, to }: { readonly from: number; readonly to?: number }): Message =>
  to === undefined ? msg('found.sinceNow', { from }) : msg('found.span', { from, to });

/** A KBART line: years, volumes, moving wall, depth, and for whom it is not. */
function lineSpan(line: KbartLine, allowed: boolean): Message {
  const end = (date: string | undefined, volume: string | undefined, otherwise: Message): MessageValue => ({
    joined: [date ?? otherwise, ...(volume ? [msg('found.vol', { v: volume })] : [])],
    by: ' ',
  });
  const depth = line.coverage_depth;
  const parts: MessageValue[] = [
    msg('found.to', {
      from: end(line.date_first_issue_online, line.num_first_vol_online, msg('found.firstIssue')),
      to: end(line.date_last_issue_online, line.num_last_vol_online, msg('found.now')),
    }),
    ...(line.embargo_info ? wallText(line.embargo_info) : []),
    ...(depth && depth !== 'fulltext'
      ? [msg(depth === 'abstracts' ? 'found.depth.abstracts' : 'found.depth.selected')]
      : []),
    ...(line.access_type === 'F' ? [msg('found.openToAll')] : []),
    ...(allowed ? [] : [msg('found.notForReadersOfYourCampus')]),
  ];
  return msg('label.joined', { parts: { joined: parts, by: ', ' } });
}
