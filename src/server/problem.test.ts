import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { packedJson } from './problem';

const long = JSON.stringify(Array.from({ length: 400 }, (_, n) => ({ n, title: `Über Tang ${n}` })));
const asks = (accepted: string | null): Request =>
  new Request(
    'http://library.example/',
    accepted === null ? {} : { headers: { 'accept-encoding': accepted } },
  );

describe('an answer that is text', () => {
  it.each(['gzip', 'gzip, deflate, br', 'br;q=1, gzip;q=0.8', '*'])(
    'is compressed for %s',
    async (accepted) => {
      const answer = packedJson(long, asks(accepted));
      const bytes = Buffer.from(await answer.arrayBuffer());
      expect(answer.headers.get('content-encoding')).toBe('gzip');
      expect(Number(answer.headers.get('content-length'))).toBe(bytes.length);
      expect(bytes.length).toBeLessThan(long.length / 4);
      expect(gunzipSync(bytes).toString()).toBe(long);
    },
  );
  it.each([null, '', 'identity', 'gzip;q=0', 'br'])('is left as it is for %s', async (accepted) => {
    const answer = packedJson(long, asks(accepted));
    expect(answer.headers.get('content-encoding')).toBeNull();
    expect(await answer.text()).toBe(long);
  });
  it('is left as it is where it is short', async () => {
    const answer = packedJson('{"total":0}', asks('gzip'));
    expect(answer.headers.get('content-encoding')).toBeNull();
    expect(await answer.json()).toEqual({ total: 0 });
  });
});
