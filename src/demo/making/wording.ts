/**
 * Titles and abstracts of the made-up records: templates filled with the words of a discipline or a language.
 */
import type { Kind, Language } from '../../core/model/kinds';
import type { Random } from '../../core/random';
import type { Discipline } from '../vocabulary/disciplines';
import { FOREIGN } from '../vocabulary/foreign';
import * as say from '../vocabulary/phrasing';
import { PLACES, PLAIN_PLACES } from '../vocabulary/places';

export const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
/** A place as it stands at the head of a name: without its article. */
export const short = (place: string): string => cap(place.replace(/^the /, ''));

/** Fills the slots of a template; topics and aspects named twice differ. */
export function phrase(r: Random, d: Discipline, template: string, year: number): string {
  const [t, a] = [r.int(0, d.topics.length - 1), r.int(0, d.aspects.length - 1)];
  const slots: Record<string, string> = {};
  return cap(
    template.replace(/\{(\w+)\}/g, (_, name: string) => {
      slots[name] ??= slot(name);
      return slots[name];
    }),
  );
  function slot(name: string): string {
    switch (name) {
      case 'T':
        return d.topics[t] as string;
      case 'U':
        return d.topics[(t + 1 + r.int(0, d.topics.length - 2)) % d.topics.length] as string;
      case 'A':
        return d.aspects[a] as string;
      case 'B':
        return d.aspects[(a + 1 + r.int(0, d.aspects.length - 2)) % d.aspects.length] as string;
      case 'M':
        return r.pick(d.methods);
      case 'P':
        return r.pick(PLACES);
      case 'N':
        return r.pick(say.NUMBERS);
      case 'N2':
        return r.pick(say.SMALL_NUMBERS);
      default: {
        const to = year - r.int(1, 4);
        return `${to - r.int(3, 28)}–${to}`;
      }
    }
  }
}
/** A head and, at this share, a tail after a colon. */
function headed(
  r: Random,
  d: Discipline,
  heads: readonly string[],
  tails: readonly string[],
  share: number,
  year: number,
): string {
  const head = phrase(r, d, r.pick(heads), year);
  if (!r.chance(share)) return head;
  const tail = phrase(r, d, r.pick(tails), year);
  return head.endsWith('?') ? `${head} ${tail}` : `${head}: ${tail.charAt(0).toLowerCase()}${tail.slice(1)}`;
}
const MAP_SORTS = [
  'geological map',
  'sea chart',
  'sheet lines 1:50 000',
  'land use',
  'parish boundaries',
  'soil survey',
] as const;
function mapTitle(r: Random): string {
  const [one, other] = [short(r.pick(PLACES)), short(r.pick(PLACES))];
  return `${one === other ? one : `${one} and ${other}`}: ${r.pick(MAP_SORTS)}`;
}

/** A title as this kind has them, in the language. */
export function titleFor(r: Random, d: Discipline, kind: Kind, language: Language, year: number): string {
  if (language !== 'en') return foreignTitle(r, language);
  switch (kind) {
    case 'review-article':
      return phrase(r, d, r.pick(say.REVIEW_TITLES), year);
    case 'editorial':
      return phrase(r, d, r.pick(say.EDITORIAL_TITLES), year);
    case 'letter':
      return phrase(r, d, r.pick(say.LETTER_TITLES), year);
    case 'book':
      return headed(r, d, say.BOOK_TITLES, say.BOOK_TAILS, 0.5, year);
    case 'thesis':
      return phrase(r, d, r.pick(say.THESIS_TITLES), year);
    case 'report':
      return phrase(r, d, r.pick(say.REPORT_TITLES), year);
    case 'video':
    case 'sound-recording':
      return phrase(r, d, r.pick(say.MEDIA_TITLES), year);
    case 'score':
      return `${r.pick(['Suite', 'Three songs', 'Sonata', 'Dances', 'Prelude', 'Cantata', 'Variations'])} for ${r.pick(['strings', 'voice and harp', 'brass quintet', 'organ', 'four hands', 'choir', 'solo viola'])}: ${short(r.pick(PLACES))}`;
    case 'map':
      return mapTitle(r);
    default:
      return headed(r, d, say.HEADS, say.TAILS, 0.72, year);
  }
}

function foreignFill(r: Random, language: Language, template: string): string {
  const voc = FOREIGN[language];
  if (!voc) return template;
  const t = r.int(0, voc.topics.length - 1);
  return cap(
    template.replace(/\{(\w)\}/g, (_, name: string) =>
      name === 'T'
        ? (voc.topics[t] as string)
        : name === 'U'
          ? (voc.topics[(t + 1 + r.int(0, voc.topics.length - 2)) % voc.topics.length] as string)
          : name === 'A'
            ? r.pick(voc.aspects)
            : r.pick(PLAIN_PLACES),
    ),
  );
}
export const foreignTitle = (r: Random, language: Language): string =>
  foreignFill(r, language, r.pick(FOREIGN[language]?.titles ?? []));
const foreignText = (r: Random, language: Language): string =>
  (FOREIGN[language]?.sentences ?? []).map((s) => foreignFill(r, language, s)).join(' ');

function englishAbstract(r: Random, d: Discipline, year: number): string {
  const used = new Set<number>();
  const out: string[] = [];
  for (let n = r.int(3, 5); out.length < n; ) {
    const k = r.int(0, say.SENTENCES.length - 1);
    if (used.has(k)) continue;
    used.add(k);
    out.push(phrase(r, d, say.SENTENCES[k] as string, year));
  }
  return out.join(' ');
}

export const abstractOf = (r: Random, d: Discipline, language: Language, year: number): string =>
  language === 'en' ? englishAbstract(r, d, year) : foreignText(r, language);
