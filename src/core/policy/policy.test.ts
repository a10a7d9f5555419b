/** The policy as a file and as a table: every value has its rule, its path and its line on the page. */
import { describe, expect, it } from 'vitest';
import { CAMPUSES, PARTNERS } from '../../demo/library';
import { POLICY } from '../../demo/policy';
import { say } from '../../words/generated/policyfile';
import { inWords } from '../../words/inWords';
import type { Policy } from '../model/policy';
import { readerRules } from './readerRules';
import { parsePolicy, placesProblem, readPolicy } from './schema';
import { policyTable } from './table';
import '../../words/generated/houserules';
import '../../words/spoken';

type Path = readonly (string | number)[];
const copy = (): Record<string, unknown> => JSON.parse(JSON.stringify(POLICY)) as Record<string, unknown>;
/** The demo's policy with one value in another's place; undefined takes it out. */
function changed(path: Path, value: unknown): unknown {
  const policy = copy();
  let at = policy as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  const last = path.at(-1) as string | number;
  if (value === undefined) delete at[last];
  else at[last] = value;
  return policy;
}
const problemOf = (value: unknown): string => {
  const read = readPolicy(value);
  return 'problem' in read ? say(read.problem) : '';
};
/** Every path to a value that is no object. */
function leaves(value: unknown, path: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [path];
  return Object.entries(value).flatMap(([key, v]) =>
    leaves(v, [...path, Array.isArray(value) ? Number(key) : key]),
  );
}
const written = (path: Path): string =>
  path.reduce<string>((s, k) => (typeof k === 'number' ? `${s}[${k}]` : s ? `${s}.${k}` : k), '');

describe('the policy’s schema', () => {
  it('has a rule for every value: none may be missing, none may be of another sort', () => {
    for (const path of leaves(POLICY)) {
      const inList = typeof path.at(-1) === 'number';
      // What stands in a list may be left out, and so may a campus that is not there, and what owing keeps
      // from borrowing; anything else is required.
      if (!inList && path.at(-1) !== 'blockedAbove')
        expect(problemOf(changed(path, undefined)), `without ${written(path)}`).toContain(
          `${written(path)} is missing`,
        );
      expect(problemOf(changed(path, { other: 'thing' })), `${written(path)} as an object`).toContain(
        written(path),
      );
    }
  });
  it('refuses a value that nobody knows, so that a slip of the pen is not taken for a rule', () => {
    expect(problemOf(changed(['copyright', 'chapterPerBook'], 2))).toContain(
      'copyright.chapterPerBook is not known here',
    );
    expect(problemOf({ ...copy(), lendign: {} })).toContain('lendign is not known here');
  });
  it.each<[string, Path, unknown, string]>([
    [
      'a share above the whole',
      ['copyright', 'shareOfPages'],
      1.2,
      'copyright.shareOfPages must be at most 1; it is 1.2',
    ],
    [
      'a bound below the share that it bounds',
      ['copyright', 'neverAbove'],
      0.05,
      'copyright.neverAbove must be at least',
    ],
    ['very likely before the median', ['post', 'likely'], 2, 'post.likely must be at least median; it is 2'],
    [
      'a price with cents behind a comma',
      ['price', 'fast'],
      7.5,
      'price.fast must be a whole number; it is 7.5',
    ],
    ['a price as words', ['price', 'fast'], '7.50', 'price.fast must be a number; it is "7.50"'],
    [
      'a clock time that no clock shows',
      ['courier', 'cutoff'],
      '25:00',
      'courier.cutoff is not a clock time: write it as 08:30; it is "25:00"',
    ],
    [
      'a day that is not in the calendar',
      ['holidays', 0, 'from'],
      '2026-02-30',
      'holidays[0].from is not a day: write it as 2026-11-13',
    ],
    [
      'a closing that ends before it begins',
      ['holidays', 1, 'to'],
      '2026-12-01',
      'holidays[1] ends before it begins',
    ],
    [
      'a category that no reader has',
      ['mediated', 'categories'],
      ['alumni'],
      'mediated.categories[0] must be one of',
    ],
    ['a kind that no record has', ['kindsNeverLent'], ['papyrus'], 'kindsNeverLent[0] must be one of'],
    ['a loan of no days', ['loans', 'ownDays', 'staff'], 0, 'loans.ownDays.staff must be at least 1'],
    ['nobody to be asked', ['lending', 'askAtMost'], 0, 'lending.askAtMost must be at least 1'],
    ['a zone that nobody keeps', ['zone'], 'Nowhere/Town', 'zone is no IANA time zone'],
  ])('%s is said with its path', (_, path, value, said) => {
    expect(problemOf(changed(path, value))).toContain(said);
  });
  it('names five faults and counts the rest', () => {
    const { copyright: _, ...rest } = copy();
    const said = problemOf({
      ...rest,
      version: 7,
      post: 3,
      question: null,
      openSlips: 0,
      zone: 'here',
      terms: 'always',
    });
    expect(said.match(/; it is|is required|must be/g)?.length).toBeGreaterThanOrEqual(5);
    expect(said).toMatch(/And 2 more\.$/);
  });
  it('a zone without summer time is one as well', () => {
    const policy = { ...POLICY, zone: 'Etc/GMT-1' };
    expect(readPolicy(policy)).toEqual({ policy });
  });
  it('text is read, and what is no JSON said to be none', () => {
    expect(parsePolicy(JSON.stringify(POLICY))).toEqual({ policy: POLICY });
    expect(parsePolicy('{"version": ')).toMatchObject({ problem: { code: 'policyfile.notJson' } });
  });
});

describe('the places a policy must know', () => {
  const places = { campuses: CAMPUSES, partners: PARTNERS };
  it('the demo’s knows them all', () => expect(placesProblem(POLICY, places)).toBeNull());
  it('a road that is missing is named by its path', () => {
    const { saltmarsh: _, ...short } = POLICY.courier.transit.ostmere as Record<
      string,
      { median: number; likely: number }
    >;
    const policy = {
      ...POLICY,
      courier: { ...POLICY.courier, transit: { ...POLICY.courier.transit, ostmere: short } },
    } as Policy;
    expect(inWords(placesProblem(policy, places))).toBe(
      'The policy file can’t be used: courier.transit.ostmere.saltmarsh is missing.',
    );
  });
  it('a desk must be one of quayside, fellgate, saltmarsh; nobody needs a road to where they are', () => {
    const policy: Policy = { ...POLICY, lending: { ...POLICY.lending, desk: 'atlantis' } };
    expect(inWords(placesProblem(policy, places))).toBe(
      'The policy file can’t be used: lending.desk must be one of quayside, fellgate, saltmarsh; it is "atlantis".',
    );
    expect(
      inWords(
        placesProblem(
          { ...policy, courier: { ...policy.courier, transit: {} } },
          { campuses: CAMPUSES.slice(0, 1), partners: [] },
        ),
      ),
    ).toMatch(/^The policy file can’t be used: lending\.desk/);
  });
  it('many gaps are counted', () => {
    expect(
      inWords(placesProblem({ ...POLICY, courier: { ...POLICY.courier, transit: {} } }, places)),
    ).toMatch(/is missing.*And \d+ more\.$/);
  });
});

describe('the policy as a table', () => {
  const table = policyTable(POLICY);
  const rows = table.flatMap((s) => s.rows);
  it('leaves nothing out: every value of the file stands on some line', () => {
    const paths = rows.map((r) => r.path);
    for (const path of leaves(POLICY)) {
      const text = path.filter((k) => typeof k === 'string').join('.');
      // A spread is one line, and so is a list.
      expect(
        paths.some((p) => text === p || text.startsWith(`${p}.`)),
        text,
      ).toBe(true);
    }
    expect(new Set(paths).size).toBe(paths.length);
  });
  it('says days, closings, yes and no in words', () => {
    const value = (path: string) => inWords(rows.find((r) => r.path === path))?.value;
    expect(value('post')).toBe('3 working days, very likely within 5');
    expect(value('question')).toBe('1 working day');
    expect(value('copyright.ebookLoans')).toBe('no');
    expect(value('mediated.categories')).toBe('none');
    expect(value('mediated.kinds')).toBe('score; map');
    expect(value('holidays')).toContain('Harbour Day, 2026-11-11; Winter closing, 2026-12-24 to 2027-01-01');
    expect(value('courier.transit.fellgate.saltmarsh')).toBe('3 working days, very likely within 4');
  });
  it('has what stands alone first, then a part for each section', () => {
    expect(table[0]?.section).toBe('general');
    expect(table.slice(1).map((s) => s.section)).toEqual(
      expect.arrayContaining(['wait', 'courier', 'lending', 'copyright', 'price', 'loans']),
    );
    for (const { section, rows: own } of table.slice(1))
      for (const r of own) expect(r.path.startsWith(`${section}.`)).toBe(true);
  });
});

describe('the rules for readers', () => {
  const said = (policy: Policy = POLICY) =>
    inWords(readerRules(policy)).flatMap((t) => t.rules as unknown as readonly string[]);
  it('are whole sentences without a path or a code of the file', () => {
    expect(said().length).toBeGreaterThan(20);
    for (const text of said()) {
      expect(text).toMatch(/^[A-Z].*\.$/);
      expect(text).not.toMatch(/[{}]|\b[a-z]+\.[a-z]+[A-Z]|undefined|NaN/);
    }
  });
  it('say what the policy says, and change with it', () => {
    expect(said()).toContain(
      `A renewal adds ${POLICY.loans.renewalDays} days, unless somebody waits for it.`,
    );
    const strict: Policy = {
      ...POLICY,
      openSlips: 1,
      kindsNeverLent: [],
      loans: { ...POLICY.loans, renewals: { ...POLICY.loans.renewals, staff: 0 } },
      copyright: { ...POLICY.copyright, ebookLoans: !POLICY.copyright.ebookLoans },
    };
    const now = said(strict);
    expect(now).toContain('You can have one slip under way at a time.');
    expect(now.some((t) => t.startsWith('Our own books, staff') && t.includes('not at all'))).toBe(true);
    expect(now.some((t) => t.startsWith('Not lent from elsewhere'))).toBe(false);
    expect(now.filter((t) => !said().includes(t)).some((t) => t.includes('e-books'))).toBe(true);
  });
});
