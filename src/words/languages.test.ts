/**
 * Every language says all that readers meet, with the same values, in its own plurals and the trade's terms. What
 * staff, machines and other programs are told stays in the first language (docs/decisions/0022).
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parse, type Token } from '@messageformat/parser';
import { describe, expect, it } from 'vitest';
import '../server/everyLanguage';
import { readDayInput } from '../core/model/dayInput';
import { addDays, type DayNumber, isoDay, parseDay } from '../core/model/time';
import { inLanguage } from '../server/everyLanguage';
import { dayWords } from './dayWords';
import { FIRST, localeOf, OFFERED } from './languages';
import { say, sayDay, sayJoined, sayList, sayMoney, sayNumber, sayShare } from './say';
import './generated/indexfile';
import './generated/kit';
import './spoken';

/** Whoever runs the server, and programs: ISO 18626 has words of its own. */
const IN_ONE_LANGUAGE = new Set('config indexfile iso libraryfolder'.split(' '));
const namespaces = readdirSync(join('messages', FIRST)).map((f) => basename(f, '.json'));
const readIn = (language: string, namespace: string): Record<string, string> => {
  const path = join('messages', language, `${namespace}.json`);
  return existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as Record<string, string>) : {};
};
function valuesOf(tokens: readonly Token[], names = new Set<string>(), plurals = new Set<string>()) {
  for (const t of tokens) {
    if ('arg' in t) names.add(t.arg);
    if ('cases' in t)
      for (const c of t.cases) {
        if (t.type === 'plural') plurals.add(c.key);
        valuesOf(c.tokens, names, plurals);
      }
  }
  return { names, plurals };
}
interface Term {
  readonly language: string;
  readonly english: string;
  readonly own: string;
}
const terms: Term[] = (() => {
  const rows = readFileSync('docs/glossary.md', 'utf8')
    .split('\n')
    .filter((l) => l.startsWith('| '))
    .map((l) =>
      l
        .split('|')
        .slice(1, -1)
        .map((c) => c.trim()),
    );
  const [head = [], ...entries] = rows;
  return entries.flatMap((row) =>
    head.slice(2).map((language, i) => ({ language, english: row[1] ?? '', own: row[i + 2] ?? '' })),
  );
})();
/** What a message says itself: no names of values, no parameters, no other term that has one of these in it. */
const wordsOf = (text: string): string =>
  text
    .replace(/\{\w+(?=[,}])/g, '')
    .replace(/“\w+”|[Vv]ersion of record/g, '')
    .toLowerCase();
const pattern = (term: string): RegExp =>
  new RegExp(
    term
      .split(' / ')
      .map((t) => (t.endsWith('-') ? `(?<!\\p{L})${t.slice(0, -1)}` : `(?<!\\p{L})${t}(?!\\p{L})`))
      .join('|'),
    'u',
  );

describe.each(OFFERED.filter((l) => l !== FIRST))('in %s', (language) => {
  it.each(namespaces.filter((n) => !IN_ONE_LANGUAGE.has(n)))(
    '%s has every message, with its values',
    (namespace) => {
      const [first, own] = [readIn(FIRST, namespace), readIn(language, namespace)];
      expect(Object.keys(own).sort()).toEqual(Object.keys(first).sort());
      const { pluralCategories } = new Intl.PluralRules(localeOf(language)).resolvedOptions();
      for (const [key, text] of Object.entries(own)) {
        const said = valuesOf(parse(text));
        expect([...said.names].sort(), key).toEqual([...valuesOf(parse(first[key] ?? '')).names].sort());
        for (const p of said.plurals)
          expect(['other', ...pluralCategories, p.replace(/^=?\d+$/, 'other')], key).toContain(
            p.replace(/^=?\d+$/, 'other'),
          );
      }
    },
  );
  it('has no catalogue that nobody reads', () =>
    expect(
      readdirSync(join('messages', language)).filter((f) => !namespaces.includes(basename(f, '.json'))),
    ).toEqual([]));
  it.each(terms.filter((t) => t.language === language))(
    'says “$own” where English says “$english”',
    ({ english, own }) => {
      const wrong = namespaces.flatMap((namespace) => {
        const said = readIn(language, namespace);
        return Object.entries(readIn(FIRST, namespace)).flatMap(([key, text]) =>
          key in said && pattern(english).test(wordsOf(text)) && !pattern(own).test(said[key] as string)
            ? [`${namespace}.${key}: ${said[key]}`]
            : [],
        );
      });
      expect(wrong).toEqual([]);
    },
  );
});

const TODAY = parseDay('2026-11-02') as DayNumber;
const readIt = (text: string): string | null => {
  const day = readDayInput(text, TODAY, dayWords());
  return day === null ? null : isoDay(day);
};
describe.each(OFFERED)('days typed in %s', (language) => {
  it('are read as the hint under the field says', () =>
    inLanguage(language, () => {
      const hints = say('kit.anyDay').split(', ');
      expect(hints.map(readIt)).toEqual(['2026-11-13', '2026-11-13', '2026-11-12']);
    }));
  it('are read as the app writes them, by whole and by short names', () =>
    inLanguage(language, () => {
      for (let d = 0; d < 360; d += 11) {
        const iso = isoDay(addDays(TODAY, d));
        expect(readIt(sayDay(iso, undefined, true)), `${iso} ${sayDay(iso, undefined, true)}`).toBe(iso);
        expect(readIt(sayDay(iso)), sayDay(iso)).toBe(iso);
      }
    }));
});

describe('texts one behind the other', () => {
  it('are parted as the language parts them', () => {
    const parted = (language: (typeof OFFERED)[number]): string =>
      inLanguage(language, () => sayJoined(['a', 'b', 3]));
    expect([parted('en'), parted('de')]).toEqual(['a, b, 3', 'a, b, 3']);
    expect(inLanguage('ar', () => sayJoined(['ب', 'ت', 3]))).toBe('ب، ت، 3');
    expect(inLanguage('ar', () => sayJoined(['ب', 'ت'], '; '))).toBe('ب؛ ت');
    expect(sayJoined([])).toBe('');
  });
});
describe('what is put into a text from the right', () => {
  it('stands by itself where it is written from the left', () => {
    expect(inLanguage('ar', () => sayJoined(['a', 'ب', 3]))).toBe('\u2068a\u2069، ب، 3');
    expect(inLanguage('ar', () => say('label.pair', { label: 'ب', value: 'Kelp 3' }))).toBe(
      'ب: \u2068Kelp 3\u2069',
    );
    expect(inLanguage('de', () => say('label.pair', { label: 'b', value: 'Kelp 3' }))).toBe('b: Kelp 3');
  });
});
describe('a server that speaks many languages', () => {
  it('says each question’s own, whatever is asked at the same time', async () => {
    const said = await Promise.all(
      (['de', 'en', 'pseudo'] as const).map((language, i) =>
        inLanguage(language, async () => {
          await new Promise((done) => setTimeout(done, 5 - i));
          return say('label.state.overdue');
        }),
      ),
    );
    expect(said).toEqual(['überfällig', 'overdue', 'öṽëřđüë']);
    expect(say('label.state.overdue')).toBe('overdue');
  });
  it('writes days, numbers, money, shares and lists as each does', () => {
    const written = () => [
      sayDay('2026-11-05'),
      sayDay('2027-01-05', '2026-11-02'),
      sayDay('2026-11-05', undefined, true),
      sayNumber(12345.5),
      sayMoney(-123456, 'cr'),
      sayShare(0.97),
      sayList(['a', 'b', 'c']),
    ];
    expect(inLanguage('en', written)).toEqual([
      'Thu 5 Nov',
      'Tue 5 Jan 2027',
      '5 Nov',
      '12,345.5',
      '−1,234.56\u00a0cr',
      '97\u00a0%',
      'a, b and c',
    ]);
    expect(inLanguage('de', written)).toEqual([
      'Do 5. Nov',
      'Di 5. Jan 2027',
      '5. Nov',
      '12.345,5',
      '−1.234,56\u00a0cr',
      '97\u00a0%',
      'a, b und c',
    ]);
  });
  it('says in the first language what another has no words for', () =>
    expect(inLanguage('de', () => say('indexfile.foreign'))).toBe('This is not a Legendum index file.'));
});
