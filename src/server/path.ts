/**
 * The parts of an address, each decoded by itself: an id may hold a slash, a question mark, or letters of any
 * script.
 */

/**
 * @param pathname as it was sent, percent signs and all
 * @param ending left off the last part (`.pdf`)
 * @returns null when it is not encoded as it should be
 * @example partsOf('/records/a%2Fb') // ['records', 'a/b']
 */
export function partsOf(pathname: string, ending = ''): readonly string[] | null {
  const path = pathname.endsWith('/') ? pathname.slice(0, -1) : pathname;
  const bare = ending && path.endsWith(ending) ? path.slice(0, -ending.length) : path;
  try {
    return bare.split('/').slice(1).map(decodeURIComponent);
  } catch {
    // A percent sign that begins no letter: no address of ours has one, so it leads nowhere.
    return null;
  }
}
