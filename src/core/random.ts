/**
 * Seeded randomness: the same seed makes the same world on every machine. sfc32 (public domain generator by
 * C. Doty-Humphrey).
 */
export interface Random {
  (): number;
  int(lo: number, hi: number): number;
  pick<T>(list: readonly T[]): T;
  chance(p: number): boolean;
  /** Small numbers are likelier: floor(n · u^k). */
  skew(n: number, k: number): number;
}

/** Chance by seed: the same seed draws the same. */
export function random(seed: number): Random {
  let [a, b, c, d] = [seed | 0, 0x9e3779b9 | 0, 0x243f6a88 | 0, 1];
  const next = (): number => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (((c << 21) | (c >>> 11)) + t) | 0;
    return (t >>> 0) / 4294967296;
  };
  for (let i = 0; i < 15; i++) next();
  const r = next as Random;
  r.int = (lo, hi) => lo + Math.floor(next() * (hi - lo + 1));
  r.pick = (list) => list[Math.floor(next() * list.length)] as (typeof list)[number];
  r.chance = (p) => next() < p;
  r.skew = (n, k) => Math.floor(n * next() ** k);
  return r;
}

/**
 * A number in [0, 1) that belongs to a text: for outcomes that must come out the same whenever they are asked
 * for.
 */
export function fraction(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  h ^= h >>> 15;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}
