/** What the service worker does with which address; a clock that goes on; what is dropped. */
import { describe, expect, it } from 'vitest';
import { parseLocal } from '../../core/model/time';
import { addressesOf, aged, dropped, localOf, PAST, SHELLS, shellOf, sortOf } from './rules';

const at = (path: string, mode = 'cors') => sortOf(new URL(path, 'https://read.example'), mode);

describe('an address', () => {
  it('of a page of one’s own is a shell, whatever it asks for; a slip’s is that of all slips', () => {
    for (const shell of SHELLS) expect(at(shell, 'navigate')).toBe('shell');
    expect(at('/?q=kelp&kind=book', 'navigate')).toBe('shell');
    expect(at('/piles/', 'navigate')).toBe('shell');
    expect(shellOf('/requests/S-1f0c9a3e-77b2')).toBe('/requests/slip');
    expect(shellOf('/requests/new')).toBe('/requests/new');
    expect(shellOf('/guides/rules')).toBeNull();
  });
  it('of a record is kept where it is in a pile; of staff, sign-in and other worlds it is let by', () => {
    expect(at('/records/tu1', 'navigate')).toBe('record');
    expect(at('/api/records/tu1?at=2026-11-02T09:10')).toBe('record');
    expect(at('/api/records/tu1?format=csl')).toBe('past');
    for (const path of ['/desk', '/desk/requests', '/standin/publisher/a/b', '/cleared'])
      expect(at(path, 'navigate')).toBe('past');
    expect([at('/sign-in?to=/', 'navigate'), at('/sign-out')]).toEqual(['account', 'account']);
    expect(at('/guides/rules', 'navigate')).toBe('page');
  });
  it('that goes by without the worker is one that it would let by', () => {
    for (const path of PAST) expect(at(`${path}?q=kelp`)).toBe('past');
  });
  it('of a program never changes; what is asked of the index is always asked', () => {
    expect(at('/_astro/en-1/a.js')).toBe('file');
    expect(at('/models/references.bin')).toBe('file');
    expect(at('/api/styles?q=')).toBe('settled');
    expect(at('/api/styles/apa')).toBe('settled');
    expect(at('/theme.js')).toBe('settled');
    expect(at('/copy.js')).toBe('settled');
    for (const path of ['/api/search?q=kelp', '/api/account', '/api/suggest?q=k', '/healthz'])
      expect(at(path)).toBe('past');
  });
  it('of a record stands under both its names', () => {
    expect(addressesOf('a/b c')).toEqual(['/records/a%2Fb%20c', '/api/records/a%2Fb%20c']);
    for (const [n, address] of addressesOf('a/b c').entries())
      expect(at(address, n ? 'cors' : 'navigate')).toBe('record');
  });
});

describe('what the library said', () => {
  it('is as old as it is: its clock has gone on, one that is moved by hand has not', () => {
    const said = { now: '2026-11-02T23:50', movable: false, name: 'T' };
    expect(aged(said, 20 * 60_000 + 59_000)).toEqual({ ...said, now: '2026-11-03T00:10' });
    expect(aged({ ...said, movable: true }, 3_600_000).now).toBe(said.now);
    expect(aged({ ...said, now: 'nothing' }, 3_600_000).now).toBe('nothing');
  });
  it('this machine’s moments are told in its own time', () => {
    const ms = Date.UTC(2026, 10, 2, 9, 10);
    const zone = new Date(ms).getTimezoneOffset();
    expect(localOf(ms)).toBe((parseLocal('2026-11-02T09:10') as number) - zone);
  });
});

it('files of neither this version nor the one before are dropped', () => {
  expect(dropped(['/a', '/b', '/c'], { files: ['/c'], before: ['/b'] })).toEqual(['/a']);
});
