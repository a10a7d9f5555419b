/** Which program this is: what another one has worked out is not taken over, whose rules of reading may be others. */

/** SHA-1 of what reading and building is made of, put in where the program is bundled (scripts/bundle.mjs). */
declare const PROGRAM_DIGEST: string | undefined;
export const programDigest = (): string =>
  typeof PROGRAM_DIGEST === 'string' ? PROGRAM_DIGEST : 'unbundled';
