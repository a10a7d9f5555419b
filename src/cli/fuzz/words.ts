/**
 * What inputs are made of: ordinary words, what is syntax somewhere, what breaks parsers, what every object
 * has.
 */
import type { Random } from '../../core/random';

const ORDINARY =
  'kelp seaweed history "food security" Lindqvarn Ostholt Annals küste algue 海藻 해조류 водоросли οίκος 2017 1999-2004 vol 14 p 101 the of and'.split(
    ' ',
  );
const INHERITED =
  'constructor toString valueOf hasOwnProperty __proto__ prototype __defineGetter__ isPrototypeOf toLocaleString'.split(
    ' ',
  );
const SYNTAX =
  'OR AND NOT NEAR/3 BEFORE/1 ( ) (( )) " “ ” * ** ? ^ = == <> >= < > : / \\ - -- title: by: in: year: isbn: issn: doi: callno: number: by:" title:^" title:=" sortby prox/distance<=3 any all within cql.allRecords dc.title bib.isbn > dc= ISSN ISBN DOI'.split(
    ' ',
  );
const NUMBERS =
  '0 -1 1 1.5 1e9 1e309 NaN Infinity 99999999999999999999 0x10 ٣ 9789990000528 7000-9910 7000-9911 10.5555/x 10.5555/(a)b doi.org/10.5555/x 2026-11-13 2026-02-30 2026-11-02T09:10 0000-00-00T00:00'.split(
    ' ',
  );
const ODD = [
  '',
  ' ',
  '\u0000',
  '\u0007',
  '\ufeff',
  '\ud800',
  '\udc00x',
  '\u202e',
  'e\u0301',
  '\u0338',
  'ﬁ',
  '💧',
  '<img src=x onerror=1>',
  '<!DOCTYPE x [<!ENTITY a "b">]>',
  '&amp;',
  '%00',
  '%',
  '%E0%A4%A',
  '../..',
  '..%2f',
  "' OR 1=1--",
  '{{7*7}}',
  '\r\nX: y',
  '=1+1',
  '@import',
];
const SLOW: readonly ((n: number) => string)[] = [
  (n) => '('.repeat(n),
  (n) => '()'.repeat(n),
  (n) => 'NOT '.repeat(n),
  (n) => '-'.repeat(n),
  (n) => '"a" '.repeat(n),
  (n) => 'a* '.repeat(n),
  (n) => 'a NEAR/9 '.repeat(n),
  (n) => `Lind${' ,;'.repeat(n)} et ab`,
  (n) => `isbn${': '.repeat(n)}`,
  (n) => 'a\n'.repeat(n),
  (n) => 'http://\n'.repeat(n),
  (n) => 'x'.repeat(n),
  (n) => '海'.repeat(n),
  (n) => '['.repeat(n),
  (n) => '{"a":'.repeat(n),
  (n) => '<a>'.repeat(n),
  (n) => '.'.repeat(n),
  (n) => '@string{a='.repeat(n),
];

export const text = (r: Random): string => {
  const kind = r();
  if (kind < 0.35) return r.pick(ORDINARY);
  if (kind < 0.5) return r.pick(INHERITED);
  if (kind < 0.7) return r.pick(SYNTAX);
  if (kind < 0.8) return r.pick(NUMBERS);
  if (kind < 0.93) return r.pick(ODD);
  return r.pick(SLOW)(r.pick([3, 60, 400, 2000]));
};
/** A few of them, with or without spaces between. */
export const phrase = (r: Random): string =>
  Array.from({ length: r.int(0, 6) }, () => text(r)).join(r.chance(0.7) ? ' ' : '');
/** Something where text was expected. */
export function value(r: Random, depth = 0): unknown {
  const kind = r.int(0, 9);
  if (kind < 4) return text(r);
  if (kind === 4) return r.pick([0, -1, 1e308, 1.5, Number.MAX_SAFE_INTEGER]);
  if (kind === 5) return r.pick([null, true, false]);
  if (depth > 3) return '';
  if (kind < 8) return Array.from({ length: r.int(0, 4) }, () => value(r, depth + 1));
  return Object.fromEntries(
    Array.from({ length: r.int(0, 4) }, () => [
      r.chance(0.4) ? r.pick(INHERITED) : text(r).slice(0, 20),
      value(r, depth + 1),
    ]),
  );
}
/** Nested so deep that what recurses falls over. */
export const deep = (n: number): unknown => JSON.parse(`${'{"a":'.repeat(n)}1${'}'.repeat(n)}`) as unknown;

/** A copy with something changed in it, taken out, or put in. */
export function spoilt(r: Random, what: unknown): unknown {
  if (r.chance(0.12)) return r.chance(0.1) ? deep(r.pick([30, 2000])) : value(r);
  if (Array.isArray(what)) {
    const list: unknown[] = [...what];
    if (list.length && r.chance(0.7)) list[r.int(0, list.length - 1)] = spoilt(r, r.pick(list));
    else if (r.chance(0.3))
      for (let n = r.pick([1, 30, 600]); n > 0; n--) list.push(r.pick(what) ?? value(r));
    return list;
  }
  if (typeof what !== 'object' || what === null) return value(r);
  const entries = Object.entries(what);
  const at = r.int(0, Math.max(0, entries.length - 1));
  const kind = r();
  const kept = entries.flatMap(([k, v], i): [string, unknown][] =>
    i !== at ? [[k, v]] : kind < 0.15 ? [] : [[k, spoilt(r, v)]],
  );
  if (kind > 0.9) kept.push([r.pick(INHERITED), value(r)]);
  return Object.fromEntries(kept);
}
