/** Says of an answer which index and which rules it is of (`core/discovery/edition`). */
import { AsyncLocalStorage } from 'node:async_hooks';
import { readFileSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import { BETWEEN, EDITION } from '../core/discovery/edition';
import type { Policy } from '../core/model/policy';
import { digestOfText, MANIFEST } from './manifest';

/** What the index in a directory is, by its manifest; empty while the directory is being replaced. */
export function indexMark(dir: string): string {
  try {
    return readFileSync(join(dir, MANIFEST), 'utf8');
  } catch {
    return '';
  }
}
/**
 * The same at every server that has the same index and the same rules.
 * @param before the index’s mark before it was opened
 * @param after the mark when it was: another one where the directory was replaced meanwhile, which is an edition of its own
 */
export const editionOf = (before: string, after: string, policy: Policy): string =>
  digestOfText(before + after + JSON.stringify(policy)).slice(0, 16);

/** What an engine that stands elsewhere was, by each of its answers to the question that is at work. */
const answering = new AsyncLocalStorage<Set<string>>();
/**
 * Takes down what the engine was that answered: each worker goes over to what was filled anew by itself, so that
 * nobody but the answer knows. To be called while a question is asked; what it gives, when it is answered.
 */
export function hearEngine(): (mark: string | undefined) => void {
  const marks = answering.getStore();
  return (mark) => {
    if (mark !== undefined) marks?.add(mark);
  };
}
/** @param rest the edition without the engine */
function withEngine(rest: string, marks: ReadonlySet<string>): string {
  const [mark, other] = marks;
  if (mark === undefined) return rest;
  return other === undefined ? digestOfText(rest + mark).slice(0, 16) : BETWEEN;
}
/**
 * Puts the edition into an answer's head when it is written.
 * @param now the edition that a question asked now is answered from
 * @returns in which the question is to be answered
 */
export function sayEdition(res: ServerResponse, now: () => string): <T>(work: () => T) => T {
  const asked = now();
  const marks = new Set<string>();
  const write = res.writeHead;
  res.writeHead = function (this: ServerResponse, ...args: unknown[]) {
    if (!res.headersSent) res.setHeader(EDITION, now() === asked ? withEngine(asked, marks) : BETWEEN);
    return (write as (...args: unknown[]) => ServerResponse).apply(this, args);
  } as typeof write;
  return (work) => answering.run(marks, work);
}
