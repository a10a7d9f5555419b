/** Where a part stands in its whole, as catalogues write it into 773 $g and $q: in as many ways as there are. */
export interface HostPlace {
  readonly volume?: string;
  readonly issue?: string;
  readonly page?: string;
  readonly year?: string;
}
const VOLUME =
  /\b(?:vol(?:ume)?s?|bd|band|jg|jahrg(?:ang)?|t|tome|tomo|årg|roč|année|año)\b[.:]?\s*([A-Z]?\d+[A-Za-z]?)/iu;
const ISSUE =
  /(?:\b(?:no|nr|n|num|núm|number|issue|heft|h|fasc|iss|pt|part)\b[.:]?|n°|nº)\s*([A-Z]?\d+(?:\s*[-/]\s*\d+)?)/iu;
const PAGES =
  /\b(?:pp?|pages?|s|seiten?|str|side[rn]?|páginas?|pág)\b[.:]?\s*([A-Za-z]?\d+(?:\s*[-–]\s*[A-Za-z]?\d+)?|[ivxlc]+\s*[-–]\s*[ivxlc]+)/iu;
const YEAR = /(?<!\d)((?:1[4-9]|20)\d\d)(?!\d)/;
const tidy = (text: string | undefined): string | undefined =>
  text?.replace(/\s*[-–]\s*/g, '-').replace(/\s+/g, '') || undefined;

/**
 * @param related $g, words and numbers: `Vol. 12, no. 3 (2001), p. 33-57`, `12(2001), Heft 3, S. 33-57`, `12(3), 33-57`
 * @param enumeration $q, the coded form: `12:3<33`
 */
export function hostPlace(related: readonly string[], enumeration: string | undefined): HostPlace {
  const all = related.join(', ').slice(0, 400);
  const year = YEAR.exec(all)?.[1];
  const coded = /^\s*([^:<]*)(?::([^<]*))?(?:<(.*))?$/.exec(enumeration ?? '');
  const head = /^\s*(\d+[A-Za-z]?)\s*(?:\(([^)]*)\))?/.exec(all);
  const inBrackets = head?.[2] && !YEAR.test(head[2]) ? head[2] : undefined;
  const headIsYear = head?.[1] !== undefined && YEAR.test(head[1]) && !head[2];
  // What is left when volume, issue and year are named: pages without a word of their own.
  const rest = all
    .replace(/^\s*\d+[A-Za-z]?\s*(?:\([^)]*\))?/, ' ')
    .replace(VOLUME, ' ')
    .replace(ISSUE, ' ')
    .replace(/\([^)]*\)/g, ' ');
  const bare =
    /(?<![\p{L}\d])(\p{L}?\d+\s*[-–]\s*\p{L}?\d+)(?!\d)/u.exec(rest)?.[1] ??
    /[:,]\s*(\p{L}?\d{1,5})\s*$/u.exec(rest.replace(YEAR, ' '))?.[1];
  const place = {
    volume: VOLUME.exec(all)?.[1] ?? (headIsYear ? undefined : head?.[1]) ?? coded?.[1]?.trim(),
    issue: ISSUE.exec(all)?.[1] ?? inBrackets ?? coded?.[2]?.trim(),
    page: tidy(PAGES.exec(all)?.[1] ?? bare ?? coded?.[3]),
    year,
  };
  return Object.fromEntries(Object.entries(place).filter(([, v]) => v)) as HostPlace;
}
