/**
 * The desk's access tokens: signed, and kept nowhere. They hold who and for what, and run out.
 */
import { createHash, randomUUID } from 'node:crypto';
import { jwtVerify, SignJWT } from 'jose';
import { LRUCache } from 'lru-cache';
import { SCOPES, type Scope } from '../../core/circulation/paia';

/** Seconds that a token holds. */
export const LASTS = 3600;
const ENDED_KEPT = 10_000;
export interface Access {
  readonly patron: string;
  readonly scopes: readonly Scope[];
}
const ISSUER = 'urn:x-desk';

export class DeskTokens {
  readonly #key: Uint8Array;
  /** Given up before they ran out. */
  readonly #ended = new LRUCache<string, true>({ max: ENDED_KEPT, ttl: LASTS * 1000 });
  constructor(secret: string) {
    this.#key = createHash('sha256').update(`desk ${secret}`).digest();
  }
  issue({ patron, scopes }: Access): Promise<string> {
    return new SignJWT({ scope: scopes.join(' ') })
      .setProtectedHeader({ alg: 'HS256' })
      .setIssuer(ISSUER)
      .setSubject(patron)
      .setJti(randomUUID())
      .setIssuedAt()
      .setExpirationTime(`${LASTS}s`)
      .sign(this.#key);
  }
  /** Null for one that is none, has run out, or was given up. */
  async read(token: string): Promise<Access | null> {
    try {
      const { payload } = await jwtVerify(token, this.#key, { issuer: ISSUER, algorithms: ['HS256'] });
      if (!payload.sub || this.#ended.has(payload.jti ?? '')) return null;
      const said = String(payload.scope ?? '').split(' ');
      return { patron: payload.sub, scopes: SCOPES.filter((s) => said.includes(s)) };
    } catch {
      return null;
    }
  }
  async end(token: string): Promise<void> {
    try {
      const { payload } = await jwtVerify(token, this.#key, { issuer: ISSUER });
      if (payload.jti) this.#ended.set(payload.jti, true);
    } catch {
      // It holds no more as it is.
    }
  }
}
/** Scopes asked for by name; all of them where none is named. */
export const scopesAsked = (text: string): readonly Scope[] =>
  text.trim() === '' ? SCOPES : SCOPES.filter((s) => text.split(/\s+/).includes(s));
