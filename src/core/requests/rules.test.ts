/**
 * The rules of the house and of copyright, case by case: what they do, which rule it is, what would be
 * allowed instead.
 */

import { describe, expect, it } from 'vitest';
import { LIBRARY } from '../../demo/library';
import { POLICY } from '../../demo/policy';
import { inWords } from '../../words/inWords';
import type { SlipItem } from '../model/slip';
import { type DayNumber, isoDay, parseDay } from '../model/time';
import { parsePolicy, readPolicy } from '../policy/schema';
import { contradictions, doubts } from './details';
import { NO_HISTORY } from './history';
import { dueDay, loanDays, overdueDays, renewalsLeft } from './loans';
import { type RuleCase, rulesFor } from './rules';
import '../../words/spoken';
import { say } from '../../words/generated/policyfile';

const today = parseDay('2026-11-02') as DayNumber;
const base: RuleCase = {
  wanted: 'article',
  route: 'ill-copy',
  kind: 'research-article',
  carrier: 'print',
  year: 2024,
  pages: '1-20',
  totalPages: null,
  chapter: false,
  speed: 'standard',
  commercial: false,
  category: 'undergraduate',
  needBy: null,
  history: NO_HISTORY,
};
const said = (more: Partial<RuleCase>, gross = 600, policy = POLICY) =>
  inWords(rulesFor({ ...base, ...more }, policy, today, gross));
const rules = (more: Partial<RuleCase>, gross?: number) =>
  said(more, gross)
    .filter((r) => r.weight !== 'note')
    .map((r) => `${r.weight} ${r.rule}`);
const chapter = { wanted: 'chapter', kind: 'book', totalPages: 200 } as const;

describe('rules', () => {
  it.each<[string, Partial<RuleCase>, string[], number?]>([
    ['one article of an issue is free', {}, []],
    [
      'a second of the issue costs a royalty',
      { history: { ...NO_HISTORY, sameIssue: 1 } },
      ['royalty copyright.articlesPerIssue'],
    ],
    [
      'the sixth recent one of a journal this year, too',
      { history: { ...NO_HISTORY, journalThisYear: 5 } },
      ['royalty copyright.copiesPerJournalYear'],
    ],
    ['but not an old one', { year: 2010, history: { ...NO_HISTORY, journalThisYear: 5 } }, []],
    ['the fastest service is outside the exception', { speed: 'fast' }, ['royalty copyright.fastExcluded']],
    ['speed means nothing where nobody outside is asked', { speed: 'fast', route: 'scan' }, []],
    ['commercial use is outside it', { commercial: true }, ['royalty copyright.statement']],
    ['a tenth of a book is free', { ...chapter, pages: '1-20' }, []],
    ['more costs a royalty', { ...chapter, pages: '1-21' }, ['royalty copyright.shareOfPages']],
    ['a chapter by its name does not', { ...chapter, pages: '1-40', chapter: true }, []],
    [
      'a second part of the book does',
      { ...chapter, pages: '1-10', history: { ...NO_HISTORY, sameBookCopies: 1 } },
      ['royalty copyright.chaptersPerBook'],
    ],
    [
      'more than half is not copied at all',
      { ...chapter, pages: '1-101', chapter: true },
      ['refuse copyright.neverAbove'],
    ],
    ['nor more pages than there are', { ...chapter, pages: '1-300' }, ['refuse copyright.shareOfPages']],
    [
      'a whole e-book is not lent',
      { wanted: 'loan', route: 'ill-loan', kind: 'book', carrier: 'online' },
      ['refuse copyright.ebookLoans'],
    ],
    [
      'a journal is not lent',
      { wanted: 'loan', route: 'ill-loan', kind: 'journal' },
      ['refuse kindsNeverLent'],
    ],
    ['over the price, staff look first', {}, ['mediate mediated.above'], 2001],
    [
      'for a kind of thing, too',
      { wanted: 'loan', route: 'ill-loan', kind: 'score' },
      ['mediate mediated.kinds'],
    ],
    ['not for what comes from our own shelves', { wanted: 'loan', route: 'transfer', kind: 'score' }, []],
    [
      'need by in seven months is too far',
      { needBy: (today + 200) as DayNumber },
      ['refuse needBy.latestDays'],
    ],
    ['forty open slips are enough', { history: { ...NO_HISTORY, open: 40 } }, ['refuse openSlips']],
    ['an article is not bought', { wanted: 'purchase', route: 'purchase' }, ['refuse purchase']],
    ['a book may be', { wanted: 'purchase', route: 'purchase', kind: 'book' }, []],
    ['a question is always free', { wanted: 'question', route: 'question' }, []],
  ])('%s', (_name, more, expected, gross) => expect(rules(more, gross)).toEqual(expected));

  it('what is refused says what would be allowed', () => {
    for (const more of [
      { ...chapter, pages: '1-150' },
      { wanted: 'loan', kind: 'book', carrier: 'online' } as const,
      { needBy: (today + 300) as DayNumber },
    ])
      for (const r of said(more).filter((x) => x.weight === 'refuse')) expect(r.allowed, r.text).toBeTruthy();
    expect(said({ ...chapter, pages: '1-60' }).find((r) => r.weight === 'royalty')?.allowed).toContain(
      'Up to 20 pages',
    );
  });
  it('another policy decides otherwise: nothing is in the code', () => {
    const kind = {
      ...POLICY,
      copyright: { ...POLICY.copyright, articlesPerIssue: 3, fastExcluded: false, shareOfPages: 0.25 },
    };
    expect(
      said({ history: { ...NO_HISTORY, sameIssue: 2 }, speed: 'fast' }, 600, kind).filter(
        (r) => r.weight === 'royalty',
      ),
    ).toEqual([]);
    expect(said({ ...chapter, pages: '1-50' }, 600, kind).filter((r) => r.weight === 'royalty')).toEqual([]);
    const all = { ...POLICY, mediated: { ...POLICY.mediated, categories: ['undergraduate' as const] } };
    expect(said({}, 0, all).some((r) => r.rule === 'mediated.categories')).toBe(true);
  });
});

describe('where a rule stands', () => {
  const at = (path: string): unknown =>
    path.split('.').reduce<unknown>((v, k) => (v as Record<string, unknown> | undefined)?.[k], POLICY);
  it('whatever the case, each rule that speaks is in the policy file under its path', () => {
    const many = { ...NO_HISTORY, sameIssue: 3, journalThisYear: 9, sameBookCopies: 2, open: 99 };
    const seen = new Set<string>();
    const wanted: Partial<RuleCase>[] = [
      { wanted: 'article' },
      { wanted: 'chapter', totalPages: 200, pages: '1-150' },
      { wanted: 'loan' },
      { wanted: 'purchase', route: 'purchase' },
      { wanted: 'question', route: 'question' },
    ];
    for (const w of wanted)
      for (const route of [
        'ill-copy',
        'ill-loan',
        'partner-loan',
        'partner-copy',
        'transfer',
        'scan',
      ] as const)
        for (const kind of ['book', 'research-article', 'score', 'newspaper-article'] as const)
          for (const carrier of ['print', 'online'] as const)
            for (const history of [NO_HISTORY, many])
              for (const more of [
                {},
                { speed: 'fast', commercial: true, needBy: (today + 400) as DayNumber },
              ] as Partial<RuleCase>[])
                for (const { rule, text, weight } of said(
                  { route, kind, carrier, history, ...w, ...more },
                  2500,
                )) {
                  expect(at(rule), `${rule}: ${text}`).toBeDefined();
                  expect(text.length).toBeGreaterThan(10);
                  seen.add(`${weight} ${rule}`);
                }
    expect(seen.size).toBeGreaterThan(15);
  });
  it.each<[RuleCase['route'], string, number]>([
    ['ill-loan', 'loans.interlibraryDays', POLICY.loans.interlibraryDays],
    ['partner-loan', 'loans.partnerDays', POLICY.loans.partnerDays],
    ['transfer', 'loans.ownDays.undergraduate', POLICY.loans.ownDays.undergraduate],
  ])('a loan by %s is for the days of %s', (route, rule, days) => {
    const note = said({ wanted: 'loan', kind: 'book', route }).find((r) => r.rule.startsWith('loans.'));
    expect([note?.rule, note?.text]).toEqual([rule, expect.stringContaining(`for ${days} days`)]);
  });
});

describe('the policy file', () => {
  it('the demo’s is valid, as text too', () => {
    expect(readPolicy(POLICY)).toEqual({ policy: POLICY });
    expect(parsePolicy(JSON.stringify(POLICY))).toEqual({ policy: POLICY });
  });
  const without = (path: string, value?: unknown) => {
    const copy = structuredClone(POLICY) as unknown as Record<string, unknown>;
    const names = path.split('.');
    const last = names.pop() as string;
    let at = copy;
    for (const n of names) at = at[n] as Record<string, unknown>;
    if (value === undefined) delete at[last];
    else at[last] = value;
    const read = readPolicy(copy);
    return 'problem' in read ? say(read.problem) : '';
  };
  it.each([
    ['post.median', undefined, 'post.median is missing'],
    ['copyright.shareOfPages', 1.5, 'copyright.shareOfPages must be at most 1; it is 1.5'],
    ['courier.cutoff', '25:00', 'courier.cutoff is not a clock time: write it as 08:30; it is "25:00"'],
    ['loans.renewals.staff', -1, 'loans.renewals.staff must be at least 0; it is -1'],
    ['terms', [{ from: '2026-12-01', to: '2026-09-01', name: 'x' }], 'terms[0] ends before it begins'],
    ['holidays', [{ from: '2026-02-30', to: '2026-03-01', name: 'x' }], 'holidays[0].from is not a day'],
    ['scanDesk.likely', 0, 'scanDesk.likely must be at least'],
    ['kindsNeverLent', ['papyrus'], 'kindsNeverLent[0] must be one of'],
    ['zone', 'Nowhere/Town', 'zone is no IANA time zone'],
    ['surprise', 1, 'surprise is not known here'],
  ])('%s at fault is named with its path and rule', (path, value, message) =>
    expect(without(path, value)).toContain(message),
  );
  it('text that is no JSON is said to be none', () =>
    expect(parsePolicy('{')).toMatchObject({ problem: { code: 'policyfile.notJson' } }));
});

describe('loans', () => {
  it('are due on a day on which the campus is open', () => {
    const due = (campus: string, from: string, days: number) =>
      isoDay(dueDay(LIBRARY, campus, parseDay(from) as DayNumber, days));
    expect(due('quayside', '2026-11-02', 21)).toBe('2026-11-23');
    expect(due('saltmarsh', '2026-10-30', 21)).toBe('2026-11-23'); // stocktaking, then a weekend
    expect(due('fellgate', '2026-12-04', 21)).toBe('2027-01-04'); // the winter closing, then a weekend
  });
  it('last and renew as the road and the category have it', () => {
    expect([
      loanDays(POLICY, 'ill-loan', 'staff'),
      loanDays(POLICY, 'partner-loan', 'staff'),
      loanDays(POLICY, 'transfer', 'staff'),
    ]).toEqual([21, 28, 84]);
    expect([
      renewalsLeft(POLICY, 'undergraduate', 0),
      renewalsLeft(POLICY, 'undergraduate', 1),
      renewalsLeft(POLICY, 'undergraduate', 2),
    ]).toEqual([1, 0, 0]);
    expect([overdueDays(today, today), overdueDays(today, (today + 3) as DayNumber)]).toEqual([0, 3]);
  });
});

describe('details that contradict', () => {
  const item = (more: Partial<SlipItem>) =>
    ({ kind: 'book', pages: '', totalPages: '', year: '', ...more }) as SlipItem;
  it('pages beyond the book, pages that run backwards', () => {
    expect(contradictions(item({ pages: '90-120', totalPages: '100' })).map((f) => inWords(f.text))).toEqual([
      expect.stringContaining('Pages go to 120, but the book has 100'),
    ]);
    expect(contradictions(item({ pages: '200-150' })).length).toBe(1);
    expect(contradictions(item({ pages: '10-20', totalPages: '100' }))).toEqual([]);
  });
  it('a year outside the journal’s run', () => {
    const journal = { title: 'Annals', from: 1990, to: 2010 };
    expect(inWords(doubts(item({ year: '2017' }), { journal })[0])?.text).toContain(
      'Annals appeared 1990–2010; 2017 lies outside',
    );
    expect(doubts(item({ year: '2000' }), { journal })).toEqual([]);
    expect(doubts(item({ year: '2017' }), {})).toEqual([]);
  });
});
