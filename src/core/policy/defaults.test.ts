/** A page of rules is enough; what is written stands, what is wrong in it is said. */
import { describe, expect, it } from 'vitest';
import { POLICY } from '../../demo/policy';
import { completed, LIBRARYS_OWN } from './defaults';
import { placesProblem, readPolicy } from './schema';

const PLACES = { campuses: ['main', 'hill'], partners: ['other'] };
const LEAST = {
  version: '1',
  zone: 'CET',
  currency: { code: 'XGM', sign: 'Mk' },
  lending: { country: 'XG' },
  copyright: { statement: 'For your own use.' },
};
const ids = (list: readonly string[]) => list.map((id) => ({ id }));

describe('rules', () => {
  it('of a few lines are whole with what is customary', () => {
    const read = readPolicy(completed(LEAST, PLACES));
    if ('problem' in read) throw new Error(JSON.stringify(read.problem));
    const { policy } = read;
    expect(
      placesProblem(policy, { campuses: ids(PLACES.campuses), partners: ids(PLACES.partners) }),
    ).toBeNull();
    expect(policy.lending).toMatchObject({ country: 'XG', region: ['XG'], desk: 'main', askAtMost: 5 });
    expect(policy.courier.transit.other).toEqual({
      main: { median: 2, likely: 3 },
      hill: { median: 2, likely: 3 },
    });
    expect(policy.courier.transit.main?.main).toEqual({ median: 0, likely: 0 });
  });
  it('that are written stand, field by field; lists as they are', () => {
    const written = {
      ...LEAST,
      loans: { renewals: { staff: 9 } },
      kindsNeverLent: [],
      courier: { transit: { hill: { main: { median: 1, likely: 1 } } } },
    };
    const read = readPolicy(completed(written, PLACES));
    if ('problem' in read) throw new Error(JSON.stringify(read.problem));
    const { loans, kindsNeverLent, courier } = read.policy;
    expect([loans.renewals.staff, loans.renewals.undergraduate, kindsNeverLent]).toEqual([9, 2, []]);
    expect([courier.transit.hill?.main?.median, courier.transit.main?.hill?.median]).toEqual([1, 2]);
  });
  it('that are whole stay what they are', () => {
    const places = {
      campuses: ['quayside', 'fellgate', 'saltmarsh'],
      partners: Object.keys(POLICY.courier.transit),
    };
    expect(completed(POLICY, places)).toEqual(POLICY);
  });
  it.each(LIBRARYS_OWN)('%s has to be said', (path) => {
    const [first = '', second] = path.split('.');
    const own = LEAST[first as keyof typeof LEAST];
    const { [first]: _, ...others } = LEAST as Record<string, unknown>;
    const less = second ? { ...others, [first]: { ...(own as object), [second]: undefined } } : others;
    expect(readPolicy(completed(less, PLACES))).toMatchObject({ problem: expect.anything() });
  });
  it('that are wrong stay wrong', () => {
    expect(readPolicy(completed({ ...LEAST, openSlips: 'many' }, PLACES))).toMatchObject({ problem: {} });
    expect(readPolicy(completed({ ...LEAST, colour: 'red' }, PLACES))).toMatchObject({ problem: {} });
    expect(completed('rules', PLACES)).toBe('rules');
    expect(completed(null, PLACES)).toBeNull();
  });
});
