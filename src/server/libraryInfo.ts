/** What the interface needs to know of the library: names, hours, statements, the demo's readers and clock. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Campus, Library, Policy, Reader } from '../core/policy/types';

export interface LibraryInfo {
  readonly name: string;
  readonly agency: string;
  readonly campuses: readonly Campus[];
  readonly readers: readonly Reader[];
  readonly holidays: Policy['holidays'];
  readonly copyright: string;
  /** ISO local time at which the demo clock starts. */
  readonly start: string;
}
export function readLibraryInfo(dir: string): LibraryInfo {
  const file = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as { library: Library; readers: readonly Reader[]; start: string };
  const { library, readers, start } = file;
  return { name: library.name, agency: library.agency, campuses: library.campuses, readers, holidays: library.policy.holidays, copyright: library.policy.copyright.statement, start };
}
