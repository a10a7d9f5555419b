/**
 * Is this article covered by what a provider gives us, today? One answer from all lines of a title list, with
 * the line and the reason (job: "Coverage"). Where the article's data leave it open (a year when months would
 * be needed, no volume) the answer is null and says what is missing: a guess would be a broken link or a
 * needless request.
 */
import { type DayValue, type Message, msg } from '../model/message';
import { type DayNumber, dayNumber, isoDay } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { type EmbargoPart, readEmbargo, wallText } from './embargo';

export interface Article {
  /** `2019`, `2019-05` or `2019-05-17`. */
  readonly date?: string;
  readonly volume?: string;
  readonly issue?: string;
}
export type CoverageReason =
  | 'covered'
  | 'before-start'
  | 'after-end'
  | 'gap'
  | 'moving-wall'
  | 'left-window'
  | 'abstracts'
  | 'selected-articles'
  | 'not-entitled'
  | 'unknown-date'
  | 'no-line';
export interface CoverageDecision {
  readonly covered: boolean | null;
  /** Number of the line in its file, the heading being 1; null when no line speaks of it. */
  readonly line: number | null;
  readonly reason: CoverageReason;
  readonly text: Message;
}
/** First and last day that a date can mean. */
interface Span {
  readonly from: DayNumber;
  readonly to: DayNumber;
}
const day = (y: number, m: number, d: number): DayNumber =>
  dayNumber(Math.floor(Date.UTC(y, m - 1, d) / 86_400_000));
/** The first and last day that a date may mean, as precise as it is; null for what is no date. */
export function spanOf(text: string | undefined): Span | null {
  const m = /^(\d{4})(?:-(\d{1,2}))?(?:-(\d{1,2}))?$/.exec((text ?? '').trim());
  if (!m?.[1]) return null;
  const [y, mo, d] = [Number(m[1]), Number(m[2] ?? 0), Number(m[3] ?? 0)];
  if (mo > 12 || d > 31) return null;
  if (!mo) return { from: day(y, 1, 1), to: day(y, 12, 31) };
  if (!d) return { from: day(y, mo, 1), to: dayNumber(day(y, mo + 1, 1) - 1) };
  return { from: day(y, mo, d), to: day(y, mo, d) };
}
const numeric = (text: string | undefined): number | null =>
  text && /^\d+$/.test(text.trim()) ? Number(text) : null;

/** -1 outside before, 1 outside after, 0 inside, null undecided. */
type Place = -1 | 0 | 1 | null;

/** By volume and issue against one end; null when either side has no number to compare. */
function byNumber(a: Article, volume: string | undefined, issue: string | undefined): -1 | 0 | 1 | null {
  const [v, e] = [numeric(a.volume), numeric(volume)];
  if (v === null || e === null) return null;
  if (v !== e) return v < e ? -1 : 1;
  const [i, ei] = [numeric(a.issue), numeric(issue)];
  // In the very volume at the end, without an issue to compare: the volume counts as there.
  return i === null || ei === null || i === ei ? 0 : i < ei ? -1 : 1;
}

/** Where an article stands against a line's first and last issue. */
function placeOf(a: Article, line: KbartLine): Place {
  const span = spanOf(a.date);
  const [first, last] = [spanOf(line.date_first_issue_online), spanOf(line.date_last_issue_online)];
  const lower = byNumber(a, line.num_first_vol_online, line.num_first_issue_online);
  const upper = byNumber(a, line.num_last_vol_online, line.num_last_issue_online);
  const noLower = !first && !line.num_first_vol_online;
  const noUpper = !last && !line.num_last_vol_online;
  let under: boolean | null = noLower ? false : null;
  let over: boolean | null = noUpper ? false : null;
  if (span && first) {
    if (span.to < first.from) under = true;
    else if (span.from > first.to) under = false;
    // The article's time and the first issue's overlap: volume and issue tell, else a time no vaguer than the
    // line's own.
    else under = lower !== null ? lower < 0 : span.from >= first.from ? false : null;
  } else if (lower !== null) under = lower < 0;
  if (span && last) {
    if (span.from > last.to) over = true;
    else if (span.to < last.from) over = false;
    else over = upper !== null ? upper > 0 : span.to <= last.to ? false : null;
  } else if (upper !== null) over = upper > 0;
  if (under) return -1;
  if (over) return 1;
  return under === null || over === null ? null : 0;
}

/**
 * The first day on which an item of this day is further back than the wall; units of years and months count
 * whole ones.
 */
function passes(d: DayNumber, part: EmbargoPart): DayNumber {
  const date = new Date(d * 86_400_000);
  const [y, m] = [date.getUTCFullYear(), date.getUTCMonth() + 1];
  if (part.unit === 'Y') return day(y + part.length, 1, 1);
  if (part.unit === 'M') return day(y, m + part.length, 1);
  return dayNumber(d + part.length);
}

const ends = (line: KbartLine): Message =>
  msg('coverage.to', {
    from:
      line.date_first_issue_online ??
      (line.num_first_vol_online
        ? msg('coverage.volume', { volume: line.num_first_vol_online })
        : msg('coverage.itsFirstIssue')),
    to:
      line.date_last_issue_online ??
      (line.num_last_vol_online
        ? msg('coverage.volume', { volume: line.num_last_vol_online })
        : msg('coverage.now')),
  });
/** A day that may lie years away. */
const withYear = (day: DayNumber): DayValue => ({ day: isoDay(day), from: '' });
const isMonograph = (line: KbartLine): boolean =>
  (line.publication_type ?? '').toLowerCase().startsWith('monograph') ||
  (!line.publication_type &&
    Boolean(line.date_monograph_published_print ?? line.date_monograph_published_online));

function decideLine(a: Article, line: KbartLine, today: DayNumber, n: number): CoverageDecision {
  const said = (covered: boolean | null, reason: CoverageReason, text: Message): CoverageDecision => ({
    covered,
    line: n,
    reason,
    text,
  });
  const odd = [line.date_first_issue_online, line.date_last_issue_online].find((d) => d && !spanOf(d));
  if (odd) return said(false, 'no-line', msg('coverage.theLinesCoverageCantBeRead', { odd }));
  if (!isMonograph(line)) {
    const place = placeOf(a, line);
    if (place === null)
      return said(
        null,
        'unknown-date',
        msg('coverage.theLineCovers', {
          ends: ends(line),
          part:
            a.date || a.volume
              ? msg('coverage.doesntSayWhetherThatIncludesIt', {
                  value: {
                    joined: [
                      ...(a.date ? [a.date] : []),
                      ...(a.volume ? [msg('coverage.volume', { volume: a.volume })] : []),
                    ],
                    by: ', ',
                  },
                })
              : msg('coverage.withoutADateOrVolumeThat'),
        }),
      );
    if (place < 0)
      return said(
        false,
        'before-start',
        msg('coverage.theLineBeginsWith', {
          date_first_issue_online:
            line.date_first_issue_online ?? msg('coverage.volume', { volume: line.num_first_vol_online }),
        }),
      );
    if (place > 0)
      return said(
        false,
        'after-end',
        msg('coverage.theLineEndsWith', {
          date_last_issue_online:
            line.date_last_issue_online ?? msg('coverage.volume', { volume: line.num_last_vol_online }),
        }),
      );
  }
  const span = spanOf(a.date);
  const wall = wallText(line.embargo_info ?? '');
  for (const part of line.embargo_info ? (readEmbargo(line.embargo_info) ?? []) : []) {
    if (!span) {
      if (isMonograph(line)) continue;
      return said(null, 'unknown-date', msg('coverage.theLineHasAMovingWall', { wall }));
    }
    const [early, late] = [passes(span.from, part), passes(span.to, part)];
    if (part.type === 'P') {
      if (today < early)
        return said(
          false,
          'moving-wall',
          msg('coverage.behindAMovingWallUntil2', {
            wall,
            late: withYear(late),
          }),
        );
      if (today < late)
        return said(null, 'unknown-date', msg('coverage.theMovingWallRunsThroughA', { wall, date: a.date }));
    } else {
      if (today >= late)
        return said(
          false,
          'left-window',
          msg('coverage.leftTheProvidersMovingWindowOn2', {
            wall,
            late: withYear(late),
          }),
        );
      if (today >= early)
        return said(null, 'unknown-date', msg('coverage.theMovingWindowEndsWithinA', { wall, date: a.date }));
    }
  }
  const depth = (line.coverage_depth ?? 'fulltext').toLowerCase().trim();
  if (depth.startsWith('abstract'))
    return said(false, 'abstracts', msg('coverage.theProviderShowsAbstractsOnly'));
  if (depth.startsWith('selected'))
    return said(null, 'selected-articles', msg('coverage.theProviderShowsSelectedArticlesOnly'));
  return said(
    true,
    'covered',
    isMonograph(line)
      ? msg('coverage.theWholeBookIsCovered')
      : line.embargo_info
        ? msg('coverage.coveredBehindWall', { ends: ends(line), wall })
        : msg('coverage.covered', { ends: ends(line) }),
  );
}

/** What is likelier to help is said first. */
const RANK: Readonly<Record<CoverageReason, number>> = {
  covered: 0,
  'selected-articles': 1,
  'unknown-date': 2,
  'moving-wall': 3,
  'left-window': 4,
  abstracts: 5,
  'not-entitled': 6,
  gap: 7,
  'before-start': 8,
  'after-end': 9,
  'no-line': 10,
};

/** The heading is the first. */
const FIRST_LINE = 2;
/**
 * @param lines all lines for the article's title; several describe gaps
 * @param more the lines' numbers in their file (left out, they count from 2, after the heading), and whether
 *   may use what a line gives (left out, we may)
 * @example decideCoverage({ date: '2026-05' }, [], parseDay('2026-11-02')).reason // 'no-line'
 */
export function decideCoverage(
  a: Article,
  lines: readonly KbartLine[],
  today: DayNumber,
  more: { readonly numbers?: readonly number[]; readonly entitled?: (line: KbartLine) => boolean } = {},
): CoverageDecision {
  const { numbers = lines.map((_, i) => i + FIRST_LINE), entitled = () => true } = more;
  if (!lines.length)
    return { covered: false, line: null, reason: 'no-line', text: msg('coverage.noLineOfTheListIs') };
  const decided = lines.map((line, i) => {
    const d = decideLine(a, line, today, numbers[i] as number);
    return d.covered !== false && !entitled(line)
      ? {
          ...d,
          covered: false,
          reason: 'not-entitled' as const,
          text: msg('coverage.itIsThereButNotLicensed'),
        }
      : d;
  });
  const [best] = [...decided].sort((x, y) => RANK[x.reason] - RANK[y.reason]) as [CoverageDecision];
  const between =
    decided.some((d) => d.reason === 'before-start') &&
    decided.some((d) => d.reason === 'after-end') &&
    RANK[best.reason] >= RANK['before-start'];
  return between
    ? {
        covered: false,
        line: best.line,
        reason: 'gap',
        text: msg('coverage.itFallsIntoAGapThe', { lines: { joined: lines.map(ends), by: '; ' } }),
      }
    : best;
}
