/**
 * About nine hundred journals with ISSNs, title changes, refereed spans, print runs, and the providers' KBART
 * lines for them.
 */
import { issn } from '../core/model/identifiers';
import { type CampusId, type Journal, type JournalId, ownerSet } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { type Random, random } from '../core/random';
import { CAMPUSES, LENDERS, PARTNERS } from './library';
import { DISCIPLINES, type Discipline } from './vocabulary/disciplines';
import { NEWSPAPERS, PLACES, PUBLISHERS } from './vocabulary/places';

export interface JournalWorld {
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<JournalId, readonly KbartLine[]>;
  /** Scholarly journals by discipline id; `lang:xx` for those in another language; `news` for newspapers. */
  readonly groups: ReadonlyMap<string, readonly Journal[]>;
}

const IMAGES =
  'Keel;Lodestone;Marram;Plumb Line;Gannet;Causeway;Whetstone;Fathom;Headland;Lantern;Tideline;Cairn;Furrow;Sextant;Hearth;Ledger;Windrow;Ferry;Quill;Beacon;Slipway;Threshold;Bellwether;Sounding'.split(
    ';',
  );
const short = (place: string): string => place.replace(/^the /, '');
const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
const titled = (s: string): string =>
  s.replace(/(^|[\s-])(\p{Ll})(?!(?:f|nd|n|he|o)\b)/gu, (_, a: string, b: string) => a + b.toUpperCase());

const PATTERNS: readonly ((r: Random, d: Discipline) => string)[] = [
  (r, d) => `${short(r.pick(PLACES))} Journal of ${r.pick(d.names)}`,
  (r, d) => `${r.pick(IMAGES)}: Studies in ${d.name}`,
  (r, d) => `Annals of ${titled(r.pick(d.topics))}`,
  (r, d) => `${short(r.pick(PLACES))} Review of ${r.pick(d.names)}`,
  (r, d) => `${titled(r.pick(d.topics))} and ${titled(r.pick(d.aspects))}`,
  (r, d) => `Proceedings of the ${short(r.pick(PLACES))} Society for ${d.name}`,
  (r, d) => `${r.pick(d.names)} at the ${r.pick(IMAGES)}`,
  (r, d) => `The ${short(r.pick(PLACES))} Quarterly in ${r.pick(d.names)}`,
  (r, d) => `${titled(r.pick(d.aspects))}: A Journal of ${r.pick(d.names)}`,
  (r, d) => `New ${r.pick(IMAGES)} Letters in ${d.name}`,
  (r, d) => `Archive for ${titled(r.pick(d.topics))}`,
  (r, d) => `${short(r.pick(PLACES))} Papers on ${titled(r.pick(d.topics))}`,
  (r, d) => `Questions of ${titled(r.pick(d.aspects))} in ${r.pick(d.names)}`,
];
const FOREIGN_JOURNALS: Readonly<Record<string, string>> = {
  de: 'Küstenhefte;Grenzland und Meer;Blätter für Landeskunde von Quillan;Neue Hefte der Stille;Zeitschrift für Inselforschung',
  fr: 'Cahiers du Phare Gris;Revue des rivages d’Orsay;Terrains et marées;Annales du Bas-Littoral',
  es: 'Cuadernos de Santavela;Revista del Faro;Orillas y fronteras;Anuario de estudios costeros de Castremar',
  it: 'Quaderni della Scogliera;Rivista di studi d’Ilvania;Approdi;Carte del litorale',
  pt: 'Cadernos da Maré Baixa;Revista do Cais de Sarnow;Margens e memórias',
  nl: 'Tijdschrift voor Tesselse studiën;Dijk en Dorp;Waterkant',
  sv: 'Skärgårdsrevyn;Tidskrift för norrhavsk forskning;Brygga',
  nb: 'Norsk-vessarisk tidsskrift;Tareblad;Fjordvarden',
  da: 'Kystens Årbog;Tidsskrift for Hollsund;Strandlinjer',
  fi: 'Saariston aikakauskirja;Luoto',
  tr: 'Kıyı Araştırmaları;Liman Dergisi',
};

/** Each lender owns what its size and the thing's popularity make likely. */
export function drawOwners(r: Random, popularity: number): string {
  const owned: number[] = [];
  for (let n = 0; n < LENDERS.length; n++) {
    const size =
      LENDERS[n]?.sort === 'university'
        ? 0.5
        : LENDERS[n]?.sort === 'national'
          ? 0.7
          : LENDERS[n]?.sort === 'archive'
            ? 0.15
            : 0.22;
    if (r() < popularity * size) owned.push(n);
  }
  return ownerSet(owned, LENDERS.length);
}

const lcShelf = (d: Discipline, r: Random): string =>
  `${d.lc} ${r.int(1, 9)} .${String.fromCharCode(65 + r.int(0, 25))}${r.int(2, 9)}`;

export function makeJournals(seed: number): JournalWorld {
  const r = random(seed);
  const journals: Journal[] = [];
  const groups = new Map<string, Journal[]>();
  const lines = new Map<JournalId, KbartLine[]>();
  const used = new Set<string>(NEWSPAPERS);
  let number = 7000000;

  const add = (group: string, j: Omit<Journal, 'id' | 'issn'>): Journal => {
    const journal: Journal = {
      ...j,
      id: `j${String(journals.length + 1).padStart(4, '0')}` as JournalId,
      issn: issn(String(number++)),
    };
    journals.push(journal);
    groups.set(group, [...(groups.get(group) ?? []), journal]);
    return journal;
  };
  const scholarly = (
    d: Discipline,
    title: string,
    language: string,
    from: number,
    to: number | undefined,
  ): Omit<Journal, 'id' | 'issn'> => {
    const u = r();
    const since = Math.max(from, r.int(1950, 2004));
    const refereed =
      u < 0.72
        ? to !== undefined && since > to
          ? []
          : [{ from: since, ...(to !== undefined ? { to } : {}) }]
        : u < 0.84
          ? ('unknown' as const)
          : [];
    const homes = [...(r.chance(0.25) ? [d.campus] : []), ...(r.chance(0.1) ? [r.pick(CAMPUSES).id] : [])];
    return {
      title,
      language,
      discipline: d.id,
      from,
      ...(to !== undefined ? { to } : {}),
      publisher: r.pick(PUBLISHERS),
      refereed,
      eissn: issn(String(number++)),
      print: [...new Set(homes)]
        .map((campus) => ({
          campus: campus as CampusId,
          from: Math.max(from, r.int(1880, 1985)),
          to: Math.min(to ?? 2026, r.int(1998, 2030)),
          callNumber: lcShelf(d, r),
          rule: r.chance(0.85) ? ('premises' as const) : ('loan' as const),
        }))
        .filter((run) => run.to >= run.from),
      partnerPrint: PARTNERS.filter(() => r.chance(0.05)).map((p) => ({
        partner: p.id,
        from: Math.max(from, r.int(1900, 1990)),
        to: to ?? 2026,
        callNumber: lcShelf(d, r),
        rule: 'loan' as const,
      })),
      owners: drawOwners(r, 0.12 + r() * 0.6),
    };
  };
  const line = (j: Journal, provider: string, more: Partial<KbartLine>): void => {
    const made: KbartLine = {
      provider,
      publication_title: j.title,
      print_identifier: j.issn,
      ...(j.eissn ? { online_identifier: j.eissn } : {}),
      title_id: j.id,
      coverage_depth: 'fulltext',
      publisher_name: j.publisher,
      publication_type: 'serial',
      access_type: 'P',
      title_url: `/standin/publisher/${provider}/${j.id}`,
      ...more,
    };
    lines.set(j.id, [...(lines.get(j.id) ?? []), made]);
  };
  const volume = (j: Journal, year: number) => String(Math.max(1, year - j.from + 1));
  const cover = (j: Journal, d: Discipline | null): void => {
    const first = Math.max(j.from, r.int(1990, 2010));
    const start = {
      date_first_issue_online: String(first),
      num_first_vol_online: volume(j, first),
      num_first_issue_online: '1',
    };
    const end = j.to ? { date_last_issue_online: String(j.to), num_last_vol_online: volume(j, j.to) } : {};
    if (j.to !== undefined && first > j.to) return;
    const main = r.pick(['meridian', 'harbourlight', 'loftgate', 'grenholm', 'quillan']);
    const u = r();
    if (u < 0.36) line(j, main, { ...start, ...end });
    else if (u < 0.45)
      line(j, main, { ...start, ...end, embargo_info: r.pick(['P1Y', 'P1Y', 'P2Y', 'P6M']) });
    else if (u < 0.5) line(j, main, { ...start, ...end, embargo_info: 'R10Y' });
    else if (u < 0.57 && first + 6 < (j.to ?? 2020)) {
      const gap = first + r.int(2, 4);
      line(j, main, { ...start, date_last_issue_online: String(gap), num_last_vol_online: volume(j, gap) });
      line(j, main, {
        date_first_issue_online: String(gap + 3),
        num_first_vol_online: volume(j, gap + 3),
        ...end,
      });
    } else if (u < 0.62) line(j, 'abstrakta', { ...start, ...end, coverage_depth: 'abstracts' });
    else if (u < 0.68 && d)
      line(j, d.campus === 'saltmarsh' ? 'proscenium' : 'ashgrove', { ...start, ...end });
    else if (u < 0.86) line(j, 'opentide', { ...start, ...end, access_type: 'F' });
    if (u < 0.5 && r.chance(0.12))
      line(j, 'opentide', { date_first_issue_online: String(Math.max(j.from, 2019)), access_type: 'F' });
    if (r.chance(0.04)) line(j, 'quillan', { ...start, ...end, coverage_depth: 'selected articles' });
  };

  for (const d of DISCIPLINES) {
    for (let made = 0; made < 20; ) {
      const title = cap(r.pick(PATTERNS)(r, d));
      if (used.has(title) || title.length > 72) continue;
      used.add(title);
      made++;
      const from = 1880 + r.skew(140, 0.55);
      if (r.chance(0.1) && from < 1985) {
        const changed = from + r.int(15, 40);
        const old = add(
          d.id,
          scholarly(
            d,
            `Bulletin of ${title.replace(/^(The|Annals of|Proceedings of the) /, '')}`,
            'en',
            from,
            changed - 1,
          ),
        );
        const young = add(d.id, { ...scholarly(d, title, 'en', changed, undefined), continues: old.id });
        const at = journals.indexOf(old);
        const linked: Journal = { ...old, continuedBy: young.id };
        journals[at] = linked;
        groups.set(
          d.id,
          (groups.get(d.id) ?? []).map((j) => (j.id === old.id ? linked : j)),
        );
        cover(young, d);
        if (r.chance(0.3)) cover(linked, d);
      } else
        cover(
          add(
            d.id,
            scholarly(d, title, 'en', from, r.chance(0.05) ? Math.min(2024, from + r.int(8, 60)) : undefined),
          ),
          d,
        );
    }
  }
  for (const [language, titles] of Object.entries(FOREIGN_JOURNALS)) {
    for (const title of titles.split(';'))
      cover(
        add(
          `lang:${language}`,
          scholarly(r.pick(DISCIPLINES), title, language, 1920 + r.skew(90, 0.7), undefined),
        ),
        null,
      );
  }
  for (const title of NEWSPAPERS) {
    const j = add('news', {
      title,
      language: 'en',
      discipline: 'media',
      from: r.int(1880, 1960),
      publisher: title.replace(/^The /, ''),
      refereed: [],
      print: [],
      partnerPrint: [],
      owners: drawOwners(r, 0.2),
    });
    if (r.chance(0.85))
      line(j, 'courier', {
        date_first_issue_online: String(r.int(1985, 2008)),
        ...(r.chance(0.3) ? { embargo_info: 'P30D' } : {}),
      });
  }
  return { journals, lines, groups };
}
