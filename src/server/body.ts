/**
 * Reading what is sent: counted while it comes, so that nobody fills the memory; and bounded in depth and
 * number.
 */
import { type Message, msg } from '../core/model/message';
import { faultOf } from './faults';

type Ended = { readonly over: true } | { readonly gone: true };
export type Body = { readonly text: string } | Ended;

/**
 * The body of a request as text, in UTF-8.
 * @param most bytes; when there are more the rest is not read
 */
export async function readBody(request: Request, most: number): Promise<Body> {
  const read = await readBytes(request, most);
  return 'bytes' in read ? { text: new TextDecoder().decode(read.bytes) } : read;
}
/**
 * A body’s bytes, counted while they come; `over` when there are more than so many, `gone` when the asker
 * left.
 */
export async function readBytes(
  request: Request,
  most: number,
): Promise<{ readonly bytes: Uint8Array } | Ended> {
  if (Number(request.headers.get('content-length') ?? 0) > most) {
    await request.body?.cancel().catch(unheard);
    return { over: true };
  }
  if (!request.body) return { bytes: new Uint8Array(0) };
  const reader = request.body.getReader();
  const pieces: Uint8Array[] = [];
  let size = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.byteLength;
      if (size > most) {
        await reader.cancel().catch(unheard);
        return { over: true };
      }
      pieces.push(value);
    }
  } catch (error) {
    // The asker left while sending; anything else is a fault of ours.
    if (faultOf(error) || !isAbort(error)) throw error;
    return { gone: true };
  }
  return { bytes: joined(pieces, size) };
}
/** Cancelling what is not wanted any more: whether the other side hears of it changes nothing for us. */
function unheard(): void {}
const ABORTED = new Set([
  'AbortError',
  'ECONNRESET',
  'ERR_STREAM_PREMATURE_CLOSE',
  'ERR_STREAM_DESTROYED',
  'ABORT_ERR',
]);
const isAbort = (error: unknown): boolean =>
  error instanceof Error &&
  (ABORTED.has(error.name) ||
    ABORTED.has((error as NodeJS.ErrnoException).code ?? '') ||
    error.message === 'aborted');
function joined(pieces: readonly Uint8Array[], size: number): Uint8Array {
  const all = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.byteLength;
  }
  return all;
}

const DEPTH = 24;
const VALUES = 100_000;
/**
 * Parsed JSON that is deeper or has more values than anything we take, or has a key that would change an
 * object's prototype when copied; null when it is within bounds. Walks without recursion.
 */
export function beyondBounds(value: unknown): Message | null {
  let level: unknown[] = [value];
  let count = 0;
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEPTH) return msg('http.itIsNestedMoreThanDeep', { depth: DEPTH });
    const next: unknown[] = [];
    for (const one of level) {
      if (typeof one !== 'object' || one === null) continue;
      if (Object.hasOwn(one, '__proto__')) return msg('http.aKeyMayNotBeCalled');
      for (const inner of Object.values(one)) next.push(inner);
    }
    count += next.length;
    if (count > VALUES) return msg('http.itHasMoreThanValues', { values: VALUES });
    level = next;
  }
  return null;
}
