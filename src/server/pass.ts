/**
 * A pass for a visit to another library: what it says, signed so that whoever stands at the other door can see
 * that it is ours and holds. Nothing of it is kept; the pass carries itself.
 */
import { createHash } from 'node:crypto';
import { jwtVerify, SignJWT } from 'jose';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Elsewhere } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import { addDays, dayOf, isoDay, type Minutes, parseLocal } from '../core/model/time';
import type { PassText } from './passPdf';

export interface Pass {
  /** Id of the place it opens. */
  readonly place: string;
  readonly name: string;
  /** The reader's number. */
  readonly patron: string;
  /** ISO days, both included. */
  readonly from: string;
  readonly until: string;
}
const USE = 'legendum-pass';

/** The pass of a reader from today on, for as long as the place takes it. Null where no pass opens the door. */
export function passFor(place: Elsewhere, reader: Reader, patron: string, at: string): Pass | null {
  if (place.passDays === undefined) return null;
  const today = dayOf(parseLocal(at) as Minutes);
  return {
    place: place.id,
    name: reader.name,
    patron,
    from: isoDay(today),
    until: isoDay(addDays(today, place.passDays - 1)),
  };
}
/** Signs passes, reads them, and draws them. */
export class Passes {
  readonly #key: Uint8Array;
  /** A pass as a PDF. */
  readonly draw: (text: PassText, signal?: AbortSignal) => Promise<Uint8Array>;
  /** @param secret that servers beside each other share */
  constructor(secret: string, draw: Passes['draw']) {
    this.#key = createHash('sha256').update(`${USE}:${secret}`).digest();
    this.draw = draw;
  }
  /** @returns the pass as a JWS in its short form (RFC 7515, 7.1) */
  sign(pass: Pass): Promise<string> {
    return new SignJWT({ ...pass }).setProtectedHeader({ alg: 'HS256', typ: USE }).sign(this.#key);
  }
  /** What a code says; null for one that is not ours. Whether it holds today is another question. */
  async read(code: string): Promise<Pass | null> {
    try {
      const { payload } = await jwtVerify(code, this.#key, { typ: USE, algorithms: ['HS256'] });
      const { place, name, patron, from, until } = payload as Partial<Record<keyof Pass, unknown>>;
      const all = [place, name, patron, from, until];
      return all.every((v) => typeof v === 'string') ? (payload as unknown as Pass) : null;
    } catch {
      // jose throws whatever is wrong with it: cut, changed, signed by somebody else.
      return null;
    }
  }
}
/** A few letters of it to compare by eye, on paper and on the page: `K7QM-2XPA`. */
export function shortCode(code: string): string {
  const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
  const text = [...createHash('sha256').update(code).digest().subarray(0, 8)]
    .map((b) => letters[b % letters.length])
    .join('');
  return `${text.slice(0, 4)}-${text.slice(4)}`;
}
export const placeOf = (info: LibraryInfo, id: string | null): Elsewhere | undefined =>
  info.elsewhere.find((e) => e.id === id);
