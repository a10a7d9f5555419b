/** Reads what the interface needs to know of the library from an index directory. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Library, Reader } from '../core/model/library';

export function readLibraryInfo(dir: string): LibraryInfo {
  const file = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
    library: Library;
    readers: readonly Reader[];
    start: string;
  };
  const { library, readers, start } = file;
  return {
    name: library.name,
    agency: library.agency,
    campuses: library.campuses,
    readers,
    partners: library.partners.map(({ id, name, agency }) => ({ id, name, agency })),
    policy: library.policy,
    policyProblem: null,
    start,
  };
}
