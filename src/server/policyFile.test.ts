/**
 * The policy file as it is edited while the server runs: taken when valid, refused in words when not, nothing
 * lost.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { moment, openWorld } from '../../tests/fixtures/world';
import type { Reader } from '../core/model/reader';
import { NO_HISTORY } from '../core/requests/history';
import { newSlip } from '../core/requests/slip';
import { LIBRARY, READERS } from '../demo/library';
import { POLICY } from '../demo/policy';
import { PolicyFile } from './policyFile';

let dir: string;
let path: string;
const write = (value: unknown) =>
  writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value));
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-policy-'));
  path = join(dir, 'policy.json');
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

describe('the policy file', () => {
  it('stands in for the one the index was built with, and that one for a missing file', () => {
    expect(new PolicyFile(path, POLICY, LIBRARY).state).toEqual({ policy: POLICY, problem: null });
    write({ ...POLICY, version: 'mine' });
    expect(new PolicyFile(path, POLICY, LIBRARY).state.policy.version).toBe('mine');
  });
  it('that can’t be used stops the start with its path and value', () => {
    write({ ...POLICY, openSlips: 0 });
    expect(() => new PolicyFile(path, POLICY, LIBRARY)).toThrow(/openSlips must be at least 1; it is 0/);
  });
  it('must know a road from every place to every campus', () => {
    const { fellgate: _gone, ...roads } = POLICY.courier.transit.ostmere as Record<
      string,
      { median: number; likely: number }
    >;
    write({
      ...POLICY,
      courier: { ...POLICY.courier, transit: { ...POLICY.courier.transit, ostmere: roads } },
    });
    expect(() => new PolicyFile(path, POLICY, LIBRARY)).toThrow(
      /courier\.transit\.ostmere\.fellgate is missing/,
    );
    write({ ...POLICY, lending: { ...POLICY.lending, desk: 'atlantis' } });
    expect(() => new PolicyFile(path, POLICY, LIBRARY)).toThrow(
      /lending\.desk must be one of quayside, fellgate, saltmarsh; it is "atlantis"/,
    );
  });
  it('is taken when it changes; a bad change keeps the old rules and says why; a good one heals it', () => {
    write(POLICY);
    const file = new PolicyFile(path, POLICY, LIBRARY);
    expect(file.look()).toBe(false);
    write({ ...POLICY, openSlips: 5 });
    expect(file.look()).toBe(true);
    expect(file.state.policy.openSlips).toBe(5);
    write('{ "version": ');
    expect(file.look()).toBe(true);
    expect(file.state).toMatchObject({
      policy: { openSlips: 5 },
      problem: { code: 'http.theRulesReadLastStayIn', values: { problem: { code: 'policyfile.notJson' } } },
    });
    rmSync(path);
    expect(file.look()).toBe(true);
    expect(file.state).toMatchObject({
      policy: { openSlips: 5 },
      problem: { code: 'http.thePolicyFileIsGoneThe' },
    });
    write({ ...POLICY, openSlips: 6 });
    expect(file.look()).toBe(true);
    expect(file.state).toMatchObject({ policy: { openSlips: 6 }, problem: null });
  });
  it('holds at once for promises', async () => {
    const world = openWorld(200);
    try {
      const record = world.service.recordAt(world.service.engine.find('tu0000049'));
      const slip = newSlip({
        id: 'S-rules-1',
        record,
        reader: READERS[0] as Reader,
        wanted: 'loan',
        route: 'ill-loan',
        from: 'lending',
        needBy: '',
        now: moment().at,
      });
      const total = async () => (await world.service.promise(slip, moment(), NO_HISTORY))?.total;
      expect(await total()).toBe(300);
      world.service.setPolicy({
        ...POLICY,
        price: { ...POLICY.price, interlibrary: { loan: 2000, copy: 600 } },
      });
      expect(await total()).toBe(1400);
    } finally {
      world.close();
    }
  });
});
