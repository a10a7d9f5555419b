/** The journal finder: which journals there are, and what of them can be read on a campus, from when to when. */

import { readIssn } from '../model/identifiers';
import type { Library } from '../model/library';
import type { Journal } from '../model/record';
import type { KbartLine } from '../model/titleList';
import { words } from '../words/fold';
import { titleKey } from '../words/keys';
import type { JournalEntry, JournalsAnswer } from './answers';
import type { Guidance } from './guidance';

interface Known {
  readonly journals: ReadonlyMap<string, Journal>;
  readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly library: Library;
  readonly guidance: Guidance;
  /** Articles indexed from the journals with these ISSNs. */
  readonly articles: (issns: readonly string[]) => Promise<readonly number[]>;
}

/** Journals by the beginnings of their titles' words, an ISSN, an id, or their subject; all of them, by title, when nothing is asked. */
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
    const own = words(`${j.title} ${subjectOf(j, known)}`);
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
  const spans = (list: readonly { from: number; to?: number }[]): string =>
    list.map((s) => `${s.from}–${s.to ?? 'now'}`).join(', ');
  return {
    id: j.id,
    title: j.title,
    issn: j.eissn ? `${j.issn}, online ${j.eissn}` : j.issn,
    subject: subjectOf(j, known),
    publisher: j.publisher,
    span: `${j.from}–${j.to ?? 'now'}`,
    from: j.from,
    to: j.to ?? null,
    refereed:
      j.refereed === 'unknown'
        ? 'refereeing not known'
        : j.refereed.length
          ? `refereed ${spans(j.refereed)}`
          : 'not refereed',
    formerly: named(j.continues),
    laterTitle: named(j.continuedBy),
    online: (known.lines.get(j.id) ?? []).flatMap((line) => {
      const p = known.library.providers.find((x) => x.id === line.provider);
      return p
        ? [
            {
              provider: p.name,
              text: `${lineSpan(line)}${allowed(p.entitlement) ? '' : ', not for readers of your campus'}`,
            },
          ]
        : [];
    }),
    print: [
      ...j.print.map((r) => ({
        place: known.library.campuses.find((c) => c.id === r.campus)?.name ?? r.campus,
        text: `${r.from}–${r.to ?? 'now'}, ${r.callNumber}`,
      })),
      ...j.partnerPrint.map((r) => ({
        place: known.library.partners.find((c) => c.id === r.partner)?.name ?? r.partner,
        text: `${r.from}–${r.to ?? 'now'}`,
      })),
    ],
    articles,
  };
}

/** A KBART line in words: years, volumes, moving wall, depth. */
function lineSpan(line: KbartLine): string {
  const volume = (v: string | undefined): string => (v ? ` (vol. ${v})` : '');
  const parts = [
    `${line.date_first_issue_online ?? 'first issue'}${volume(line.num_first_vol_online)} to ${line.date_last_issue_online ?? 'now'}${volume(line.num_last_vol_online)}`,
    ...(line.embargo_info ? [`moving wall ${line.embargo_info}`] : []),
    ...(line.coverage_depth && line.coverage_depth !== 'fulltext' ? [line.coverage_depth] : []),
    ...(line.access_type === 'F' ? ['open to all'] : []),
  ];
  return parts.join(', ');
}
