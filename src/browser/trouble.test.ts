import Dexie from 'dexie';
import { describe, expect, test } from 'vitest';
import { Store } from './store';
import { noteTrouble, notKept, onTrouble, storeTrouble, trouble } from './trouble';

const failing = async (act: () => Promise<unknown>): Promise<unknown> => {
  try {
    await act();
  } catch (error) {
    return error;
  }
  throw new Error('it should have failed');
};

describe('trouble with the store', () => {
  test('a browser without a store: reading and writing both say so', async () => {
    const store = new Store({ indexedDB: undefined as unknown as IDBFactory });
    for (const act of [() => store.slips.toArray(), () => store.settings.put({ key: 'a', value: 1 })])
      expect(storeTrouble(await failing(act))).toMatch(/keeps nothing for this address/);
  });
  test('no room left, also where a transaction hides it', () => {
    const full = new Dexie.QuotaExceededError('full');
    expect(storeTrouble(full)).toMatch(/no room left/);
    expect(storeTrouble(new Dexie.AbortError('aborted', full))).toMatch(/no room left/);
  });
  test('closed by a newer version in another tab', () => {
    expect(storeTrouble(new Dexie.DatabaseClosedError('closed'))).toMatch(/Reload this page/);
  });
  test('another fault of the store is told in its own words; other errors are not its', () => {
    expect(storeTrouble(new Dexie.ConstraintError('key is there'))).toMatch(/not kept \(key is there\)/);
    expect(storeTrouble(new TypeError('x'))).toBeNull();
    expect(storeTrouble('x')).toBeNull();
    expect(notKept(new TypeError('x is not there'))).toBe('x is not there');
    expect(notKept('x')).toMatch(/nothing has changed/);
  });
  test('what is noted is told once to whoever listens', () => {
    let told = 0;
    const leave = onTrouble(() => told++);
    expect(noteTrouble(new TypeError('x'))).toBe(false);
    expect(trouble()).toBeNull();
    expect(noteTrouble(new Dexie.QuotaExceededError('full'))).toBe(true);
    expect(noteTrouble(new Dexie.QuotaExceededError('full'))).toBe(true);
    expect(told).toBe(1);
    expect(trouble()?.text).toMatch(/no room left/);
    // A change that is lost is told again, though the words are the same.
    const before = trouble();
    noteTrouble(new Dexie.QuotaExceededError('full'), true);
    expect([told, trouble() === before, trouble()?.text]).toEqual([2, false, before?.text]);
    leave();
    noteTrouble(new Dexie.DatabaseClosedError('closed'));
    expect(told).toBe(2);
  });
});
