/** Which program this is: what another one has worked out is not taken over, whose rules of reading may be others. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';

let known: string | undefined;
/** SHA-1 of the program that was started; the names of its parts stand in it, and those are digests too. */
export function programDigest(): string {
  try {
    known ??= createHash('sha1')
      .update(readFileSync(process.argv[1] as string))
      .digest('hex');
  } catch {
    known = process.version;
  }
  return known;
}
