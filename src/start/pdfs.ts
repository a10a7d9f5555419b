/** Made PDFs: in a thread of their own, a few waiting at most, the latest remembered. */
import { LRUCache } from 'lru-cache';
import type { Passes } from '../server/pass';
import { type PoolOptions, WorkerPool } from '../server/pool';
import type { PdfText } from '../standins/pdf';

/** What the thread makes: the stand-ins' PDFs, and passes. */
interface PdfMaker {
  readonly make: MakePdf;
  readonly pass: Passes['draw'];
  readonly close: () => Promise<void>;
}
export type MakePdf = (text: PdfText, signal?: AbortSignal) => Promise<Uint8Array>;

const WAITING = 16;
/** Milliseconds; a PDF takes about a hundred. */
const LIMIT = 5000;
const KEPT_BYTES = 32 << 20;

export async function pdfMaker(options: Pick<PoolOptions, 'script' | 'log'>): Promise<PdfMaker> {
  const pool = await WorkerPool.open({
    ...options,
    workerData: {},
    workers: 1,
    limit: LIMIT,
    queue: WAITING,
  });
  const kept = new LRUCache<string, Uint8Array>({
    maxSize: KEPT_BYTES,
    sizeCalculation: (bytes) => bytes.length,
  });
  const asked = async (method: 'make' | 'pass', text: object, signal?: AbortSignal) => {
    const made = await pool.ask(method, [text], signal);
    if (typeof made === 'string') throw new Error('A PDF is bytes.');
    return made;
  };
  return {
    make: async (text, signal) => {
      const key = JSON.stringify(text);
      const known = kept.get(key);
      if (known) return known;
      const made = await asked('make', text, signal);
      kept.set(key, made);
      return made;
    },
    pass: (text, signal) => asked('pass', text, signal),
    close: () => pool.close(),
  };
}
