// @vitest-environment happy-dom
/** Staff try a case: what the rules say of it, where each stands, what it costs. */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import 'fake-indexeddb/auto';
import { INFO } from '../../../tests/fixtures/here';
import * as client from '../../browser/client';
import { POLICY } from '../../demo/policy';
import { sayMoney } from '../../words/say';
import CaseTrial from './CaseTrial';
import '../../words/spoken';

beforeEach(async () => {
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  render(<CaseTrial />);
  await screen.findByRole('heading', { name: 'Try a case' });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const set = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const tick = (label: string) => fireEvent.click(screen.getByLabelText(label));
const said = (): string[] => {
  const [list] = screen.getAllByRole('list');
  return within(list as HTMLElement)
    .getAllByRole('listitem')
    .map((li) => `${li.dataset.weight ?? ''} ${li.querySelector('code')?.textContent ?? ''}`.trim());
};
const total = (): string => screen.getAllByRole('row').at(-1)?.textContent ?? '';

describe('a case', () => {
  it('begins with forty pages of a book of two hundred: a royalty, and what would be free', () => {
    expect(said()).toContain('royalty copyright.shareOfPages');
    expect(screen.getByText(/Up to 20 pages/)).toBeTruthy();
    set('Pages', '1-20');
    expect(said()).not.toContain('royalty copyright.shareOfPages');
  });
  it('of a whole e-book is refused, of the printed one it says for how long', () => {
    set('Road', 'ill-loan');
    expect(said()).toContain('note loans.interlibraryDays');
    set('Carrier', 'online');
    expect(said()).toEqual(['refuse copyright.ebookLoans']);
  });
  it('that costs much is looked at; who reads decides what the library bears', () => {
    set('Pages', '1-10');
    set('Speed', 'fast');
    const gross = POLICY.price.interlibrary.copy + POLICY.price.fast + POLICY.copyright.royaltyPerCopy;
    expect(gross).toBeGreaterThan(POLICY.mediated.above);
    expect(said()).toContain('mediate mediated.above');
    expect(total()).toContain(
      sayMoney(gross - POLICY.price.subsidy.undergraduate.copy, POLICY.currency.sign),
    );
    // The library does not pay for hurry nor for royalties.
    set('Reader', 'staff');
    expect(total()).toContain(sayMoney(gross - POLICY.price.interlibrary.copy, POLICY.currency.sign));
    set('Road', 'ill-loan');
    set('Speed', 'standard');
    const { loan } = POLICY.price.interlibrary;
    for (const who of ['undergraduate', 'staff'] as const) {
      set('Reader', who);
      expect(total(), who).toContain(
        sayMoney(Math.max(0, loan - POLICY.price.subsidy[who].loan), POLICY.currency.sign),
      );
    }
  });
  it('counts what the reader had before; what is no number counts as none', () => {
    set('Of a', 'research-article');
    expect(said()).not.toContain('royalty copyright.articlesPerIssue');
    set('Already had from the issue', '1');
    expect(said()).toContain('royalty copyright.articlesPerIssue');
    set('Already had from the issue', 'many');
    expect(said()).not.toContain('royalty copyright.articlesPerIssue');
    set('Open slips', String(POLICY.openSlips));
    expect(said()).toContain('refuse openSlips');
  });
  it('of a commercial end, or wanted in a year, is said', () => {
    tick('commercial');
    set('Need by', '2027-11-01');
    expect(said()).toEqual(
      expect.arrayContaining(['royalty copyright.statement', 'refuse needBy.latestDays']),
    );
  });
  it('that no rule touches goes', () => {
    set('Road', 'question');
    expect(screen.getByText('No rule says anything: it goes.')).toBeTruthy();
  });
});
