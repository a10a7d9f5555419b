/**
 * A directory put in the place of another, so that whenever it is interrupted one of the two is there whole:
 * what was there is set beside, the new one moved in, then the old one removed.
 */
import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';

const MAKING = '.making-';
const BEFORE = '.before-';
/** Where a directory is made before it takes its place. */
export const makingPlace = (dir: string, pid = process.pid): string => `${dir}${MAKING}${pid}`;

const beside = (dir: string, mark: string): string[] =>
  existsSync(dirname(dir))
    ? readdirSync(dirname(dir))
        .filter((name) => name.startsWith(`${basename(dir)}${mark}`))
        .map((name) => join(dirname(dir), name))
    : [];
/** Does the program still run that works there? */
const isAtWork = (path: string, mark: string): boolean =>
  isRunning(Number(path.slice(path.lastIndexOf(mark) + mark.length)));
/** Is there a program of this number on this machine? */
export function isRunning(pid: number): boolean {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // Not ours to ask, but there.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Brings back a directory that was set beside when its replacement was interrupted. */
export function recover(dir: string): void {
  if (existsSync(dir)) return;
  const [kept] = beside(dir, BEFORE).filter((path) => !isAtWork(path, BEFORE));
  if (kept) renameSync(kept, dir);
}
/** Removes what interrupted builds have left. */
export function tidy(dir: string): void {
  recover(dir);
  for (const mark of [MAKING, BEFORE])
    for (const path of beside(dir, mark))
      if (!isAtWork(path, mark)) rmSync(path, { recursive: true, force: true });
}
/**
 * Puts a folder in another’s place; the old one is moved aside first, and removed when the new one stands.
 */
export function replaceWith(dir: string, made: string): void {
  const old = `${dir}${BEFORE}${process.pid}`;
  if (existsSync(dir)) renameSync(dir, old);
  renameSync(made, dir);
  rmSync(old, { recursive: true, force: true });
}
