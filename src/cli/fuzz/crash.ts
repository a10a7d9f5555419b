/**
 * A process that dies at a write: from a certain operation of the file system on nothing reaches the disk any more. The
 * operation itself may be torn: a part of its bytes is written. What cleans up after an error does not get to it either.
 */
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';

/** Thrown by the operation at which it dies, and by all that come after it. */
export class Died extends Error {
  override name = 'Died';
}
export interface Death {
  /** Operations that change what is on the disk, from 0. */
  readonly at: number;
  /** How much of what was to be written is there: 0 to 1. */
  readonly torn: number;
  /** Somebody else does something between two operations. */
  readonly meanwhile?: (operation: number) => void;
}

const WRITES = [
  'writeSync',
  'writeFileSync',
  'appendFileSync',
  'renameSync',
  'rmSync',
  'mkdirSync',
  'copyFileSync',
  'ftruncateSync',
  'linkSync',
  'unlinkSync',
] as const;
type Operation = (...args: unknown[]) => unknown;
const kept = new Map(WRITES.map((name) => [name, fs[name] as Operation]));
const opens = fs.openSync as unknown as Operation;
const table = fs as unknown as Record<string, Operation>;

/** Above any that a system gives: nobody works under it any more. */
const FIRST_LIFE = 5_000_000;
let lives = 0;

/** The first part of what was to be written. */
function tear(name: string, args: readonly unknown[], torn: number): void {
  const real = kept.get(name as (typeof WRITES)[number]) as Operation;
  if (name === 'writeSync' && ArrayBuffer.isView(args[1])) {
    const bytes = args[1] as Uint8Array;
    const [from, length] = [Number(args[2] ?? 0), Number(args[3] ?? bytes.length)];
    real(args[0], bytes, from, Math.floor(length * torn), args[4] ?? null);
  } else if (name === 'writeFileSync' || name === 'appendFileSync') {
    const bytes = typeof args[1] === 'string' ? Buffer.from(args[1]) : (args[1] as Uint8Array);
    real(args[0], bytes.subarray(0, Math.floor(bytes.length * torn)));
  }
}

/**
 * Does some work as a process of its own that dies at an operation, if it comes so far.
 * @param death null: it lives
 * @returns how many operations there were, and whether it died
 */
export function living(
  work: () => void,
  death: Death | null,
): { readonly operations: number; readonly died: boolean } {
  const pid = process.pid;
  let operations = 0;
  let meant = true;
  const step =
    (name: string, real: Operation): Operation =>
    (...args) => {
      // The platform does some of these by others of them.
      if (!meant) return real(...args);
      const n = operations++;
      meant = false;
      try {
        death?.meanwhile?.(n);
        if (death && n === death.at) tear(name, args, death.torn);
        if (death && n >= death.at) throw new Died(`Died at operation ${death.at}, ${name}.`);
        return real(...args);
      } finally {
        meant = true;
      }
    };
  for (const [name, real] of kept) table[name] = step(name, real);
  table.openSync = (...args) =>
    /[wax]/.test(String(args[1] ?? 'r')) ? step('openSync', opens)(...args) : opens(...args);
  Object.defineProperty(process, 'pid', { value: FIRST_LIFE + lives++, configurable: true });
  syncBuiltinESMExports();
  try {
    work();
    return { operations, died: false };
  } catch (error) {
    if (death && operations > death.at) return { operations, died: true };
    throw error;
  } finally {
    for (const [name, real] of kept) table[name] = real;
    table.openSync = opens;
    Object.defineProperty(process, 'pid', { value: pid, configurable: true });
    syncBuiltinESMExports();
  }
}
