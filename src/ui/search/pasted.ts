/** Long, with a year and marks between its parts: somebody pasted a reference. */
export const looksLikeReference = (q: string): boolean =>
  q.trim().split(/\s+/).length >= 8 &&
  /\b(1[5-9]|20)\d\d\b/.test(q) &&
  (q.match(/[.,:;]/g) ?? []).length >= 3;
