import { describe, expect, it } from 'vitest';
import { moment, worldOf } from '../../../tests/fixtures/world';
import { inWords } from '../../words/inWords';
import '../../words/spoken';
import { ok, serverOf } from '../../../tests/fixtures/server';
import * as related from '../../pages/api/related';
import type { RelatedAnswer } from './answers';

const world = worldOf(1500);
describe('what else', () => {
  it('differs from what stands on the page already, gives reasons that hold, and is there for most', async () => {
    const { service } = world;
    let [some, reasons] = [0, 0];
    for (let doc = 0; doc < 300; doc += 3) {
      const record = service.recordAt(doc);
      const answer = await service.related(record.id, 8, moment());
      const list = answer?.related ?? [];
      if (list.length) some++;
      expect(new Set(list.map((r) => r.id)).size).toBe(list.length);
      expect(list.length).toBeLessThanOrEqual(8);
      const page = await service.record(record.id);
      const shown = new Set(
        [...(page?.cites ?? []), ...(page?.citedBy ?? []), ...(page?.editions ?? [])].map((r) => r.id),
      );
      for (const near of list) {
        expect(near.id).not.toBe(record.id);
        expect(shown.has(near.id)).toBe(false);
        expect(near.why.length).toBeGreaterThan(0);
        const other = service.recordAt(service.engine.find(near.id));
        for (const why of near.why) {
          reasons++;
          if (why.code === 'related.subject') {
            const shared = (why.values as { subject: string }).subject;
            expect(record.subjects.includes(shared) && other.subjects.includes(shared)).toBe(true);
          }
          if (why.code === 'related.sharing')
            expect(other.references?.filter((x) => record.references?.includes(x)).length).toBe(
              (why.values as { n: number }).n,
            );
          expect(inWords(why)).toMatch(/^[a-z]/);
        }
      }
    }
    expect(some).toBeGreaterThan(60);
    expect(reasons).toBeGreaterThan(300);
    expect(await service.related('nothing', 8, moment())).toBeNull();
  });
  it('mixes its sorts: not all for one reason where there are several', async () => {
    const { service } = world;
    const kelp = await service.related('tu0000001', 8, moment());
    const codes = new Set(kelp?.related.flatMap((r) => r.why[0]?.code ?? []));
    expect(codes.size).toBeGreaterThanOrEqual(3);
  });
});
describe('GET /api/related', () => {
  const server = serverOf(400);
  it('answers for who reads and when; says what is wrong', async () => {
    const answer = await ok<RelatedAnswer>(
      await server.call(related.GET, '/api/related?record=tu0000001&campus=fellgate'),
    );
    expect(answer.related.length).toBeGreaterThan(3);
    for (const [path, status] of [
      ['/api/related', 400],
      ['/api/related?record=nothing', 404],
      ['/api/related?record=tu0000001&campus=nowhere', 400],
      ['/api/related?record=tu0000001&colour=red', 400],
    ] as const)
      expect((await server.call(related.GET, path)).status).toBe(status);
  });
});
