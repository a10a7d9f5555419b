/** Says of an answer which index and which rules it is of (`core/discovery/edition`). */
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

/**
 * Puts the edition into an answer's head when it is written.
 * @param now the edition that a question asked now is answered from
 */
export function sayEdition(res: ServerResponse, now: () => string): void {
  const asked = now();
  const write = res.writeHead;
  res.writeHead = function (this: ServerResponse, ...args: unknown[]) {
    if (!res.headersSent) res.setHeader(EDITION, now() === asked ? asked : BETWEEN);
    return (write as (...args: unknown[]) => ServerResponse).apply(this, args);
  } as typeof write;
}
