/** Inputs that nobody would write: drawn by fast-check, or made of what somebody wrote by breaking it. */
import fc from 'fast-check';
import { type Random, random } from '../../core/random';

/** What readers have stumbled over elsewhere: ends, marks, numbers and names at the edge of what is meant. */
const NASTY: readonly string[] = [
  '\0',
  '\ufeff',
  '\ud800',
  '\udfff',
  '\u202e',
  '\u2028',
  '\x1d',
  '\x1e',
  '\x1f',
  '\x1b(B',
  'A\u0301'.repeat(50),
  'ﬁ',
  'İ',
  'ß',
  '-0',
  '1e309',
  '9'.repeat(400),
  '0000-00-00',
  '2026-02-30',
  '99999-12-31',
  '(((((((((((((((((((((((((((((((((((((((('.repeat(20),
  '{'.repeat(2000),
  '['.repeat(2000),
  '"'.repeat(301),
  '<a>'.repeat(500),
  '<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><x>&b;</x>',
  '&#x110000;',
  '&#0;',
  '&amp;amp;amp;',
  ']]>',
  '__proto__',
  'constructor',
  'toString',
  '%00%ff%',
  '\\u{',
  '\\\\'.repeat(100),
  ' '.repeat(3000),
  '\t\n\r\v\f',
  'and '.repeat(300),
  'a*'.repeat(200),
  '"a b'.repeat(150),
  'x'.repeat(20_000),
  'Author, A., '.repeat(300),
];
const drawn = {
  text: fc.oneof(
    fc.string({ unit: 'binary', maxLength: 400 }),
    fc.string({ unit: 'grapheme', maxLength: 400 }),
    fc.string({ maxLength: 2000 }),
  ),
  json: fc.json({ maxDepth: 6 }),
};
/** So many are drawn at once: drawing one by one takes longer than reading. */
const AT_ONCE = 500;
/** Of all inputs those that come of nothing. */
const OF_NOTHING = 0.15;

/** A text broken once. */
function broken(text: string, other: string, r: Random): string {
  const [at, to] = [r.int(0, text.length), r.int(0, text.length)].sort((a, b) => a - b) as [number, number];
  const span = text.slice(at, Math.min(to, at + r.skew(2000, 3) + 1));
  const rest = text.slice(at + span.length);
  switch (r.int(0, 8)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + rest;
    case 2:
      return text.slice(0, at) + span.repeat(r.int(2, 6)) + rest;
    case 3:
      return text.slice(0, at) + r.pick(NASTY) + text.slice(at);
    case 4:
      return text.slice(0, at) + r.pick(NASTY) + rest;
    case 5:
      return text.slice(0, at) + other.slice(0, r.int(0, other.length)) + rest;
    case 6:
      return text.slice(0, at) + [...span].reverse().join('') + rest;
    case 7:
      return text.slice(0, at) + String.fromCharCode(r.int(0, 0xffff)) + text.slice(at + 1);
    default: {
      // A value of some JSON, or what looks like one, by another.
      const values = [...text.matchAll(/(?<=[:[,]\s*)(?:"[^"]*"|-?\d+|true|false|null)/g)];
      const found = values.length ? r.pick(values) : null;
      const put = r.pick([
        'null',
        '-1',
        '1e99',
        '[]',
        '{}',
        '"\\u0000"',
        '{"__proto__":{}}',
        'true',
        '[[[[]]]]',
      ]);
      return found ? text.slice(0, found.index) + put + text.slice(found.index + found[0].length) : rest;
    }
  }
}

/** Inputs for a reader, without end; the same seed gives the same. */
export function* inputsFor(written: readonly string[], json: boolean, seed: number): Generator<string> {
  for (let round = 0; ; round++) {
    const r = random(seed * 7919 + round);
    const fresh = fc.sample(json ? drawn.json : drawn.text, {
      seed: seed * 7919 + round,
      numRuns: Math.ceil(AT_ONCE * OF_NOTHING),
    });
    yield* fresh;
    for (let n = fresh.length; n < AT_ONCE; n++) {
      let text = r.pick(written);
      for (let times = 1 + r.skew(4, 2); times > 0; times--) text = broken(text, r.pick(written), r);
      yield text;
    }
  }
}
