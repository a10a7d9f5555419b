/**
 * Writes an index's records in a thread of its own: packing them is a fifth of a build, and hangs together with
 * nothing else in it. Few records, and a program that was not bundled, do without.
 */
import { existsSync } from 'node:fs';
import { MessageChannel, type MessagePort, receiveMessageOnPort, Worker } from 'node:worker_threads';
import { RecordWriter } from './recordFile';

/** Records behind each other, and where each ends; an empty one is the last. */
export interface Batch {
  readonly bytes: Uint8Array;
  readonly ends: Uint32Array;
}
/** What the thread begins with. */
export interface Order {
  readonly path: string;
  /** By `STATE`: how many batches are written, and whether all are, or nothing more will be. */
  readonly state: SharedArrayBuffer;
  readonly port: MessagePort;
}
export const STATE = { written: 0, ended: 1 } as const;
/** What is said when it has ended: a digest of the file, or what went wrong. */
export type Ended =
  | { readonly digest: string }
  | { readonly failed: { readonly message: string; readonly code: string | undefined } };

/** Bytes that are handed over at once, and how many such may wait. */
const [BATCH, AHEAD] = [1 << 20, 16];
/** Milliseconds without a sign of life. */
const PATIENCE = 120_000;
/** Beside whatever program this is bundled into (scripts/bundle.mjs). */
const SCRIPT = new URL('./recordThread.mjs', import.meta.url);

export class RecordsAside {
  readonly #path: string;
  readonly #script: URL;
  #waiting: Buffer[] = [];
  #bytes = 0;
  #here: RecordWriter | null = null;
  #thread: Thread | null = null;

  constructor(path: string, script: URL = SCRIPT) {
    this.#path = path;
    this.#script = script;
  }
  /**
   * @param text a record's JSON, on one line that is ended
   * @throws Error what went wrong with those before
   */
  write(text: Buffer): void {
    if (this.#here) this.#here.write(text);
    else {
      this.#waiting.push(text);
      this.#bytes += text.length;
      if (this.#bytes >= BATCH) this.#hand();
    }
  }
  #hand(): void {
    // Where programs run as if they were a page's (tests of views), nothing stands beside them.
    if (!this.#thread && this.#script.protocol === 'file:' && existsSync(this.#script))
      this.#thread = new Thread(this.#path, this.#script);
    if (this.#thread) this.#thread.take(this.#waiting, this.#bytes);
    else this.#writeHere();
    this.#waiting = [];
    this.#bytes = 0;
  }
  #writeHere(): RecordWriter {
    this.#here ??= new RecordWriter(this.#path);
    for (const text of this.#waiting) this.#here.write(text);
    return this.#here;
  }
  /** Writes what is left, and waits for it. @returns a digest that no other file of records has */
  finish(): { readonly digest: string } {
    if (!this.#thread) return this.#writeHere().finish();
    if (this.#waiting.length) this.#hand();
    return this.#thread.finish();
  }
  /** Whatever has become of it; after `finish` it does nothing. */
  stop(): void {
    this.#thread?.stop();
  }
}

class Thread {
  readonly #told = new Int32Array(new SharedArrayBuffer(8));
  readonly #port: MessagePort;
  readonly #worker: Worker;
  #handed = 0;
  constructor(path: string, script: URL) {
    const { port1, port2 } = new MessageChannel();
    this.#port = port1;
    const order: Order = { path, state: this.#told.buffer as SharedArrayBuffer, port: port2 };
    this.#worker = new Worker(script, { workerData: order, transferList: [port2] });
    // What it says of itself it says through its port; it keeps nobody from ending.
    this.#worker.unref();
  }
  take(texts: readonly Buffer[], size: number): void {
    const batch: Batch = { bytes: new Uint8Array(size), ends: new Uint32Array(texts.length) };
    let at = 0;
    texts.forEach((text, i) => {
      batch.bytes.set(text, at);
      at += text.length;
      batch.ends[i] = at;
    });
    this.#post(batch);
    this.#until((written) => this.#handed - written <= AHEAD);
  }
  finish(): { readonly digest: string } {
    this.#post({ bytes: new Uint8Array(0), ends: new Uint32Array(0) });
    const digest = this.#until(() => false);
    this.stop();
    return { digest };
  }
  stop(): void {
    this.#port.close();
    void this.#worker.terminate();
  }
  #post(batch: Batch): void {
    this.#port.postMessage(batch, [batch.bytes.buffer as ArrayBuffer, batch.ends.buffer as ArrayBuffer]);
    this.#handed++;
  }
  /** Waits until it has written enough, or all. @returns the digest once it has written all, else nothing */
  #until(enough: (written: number) => boolean): string {
    for (;;) {
      const written = Atomics.load(this.#told, STATE.written);
      if (Atomics.load(this.#told, STATE.ended)) return this.#ended();
      if (enough(written)) return '';
      if (Atomics.wait(this.#told, STATE.written, written, PATIENCE) === 'timed-out')
        throw new Error('The thread that packs records says nothing any more.');
    }
  }
  #ended(): string {
    const ended = receiveMessageOnPort(this.#port)?.message as Ended;
    if ('digest' in ended) return ended.digest;
    // As if it had happened here: a full disk is told by its code.
    throw Object.assign(new Error(ended.failed.message), { code: ended.failed.code });
  }
}
