/**
 * Who is signed in, in a cookie that only the server can read (JWE, A256GCM): nothing is kept here, so that any
 * of several servers with the same secret can answer.
 */
import { createHash } from 'node:crypto';
import { parse, serialize } from 'cookie';
import { EncryptJWT, jwtDecrypt } from 'jose';
import type { SignedIn } from '../core/discovery/ports';
import { readerShape } from '../core/model/readerShapes';
import { filled, maybe, orNull, shape, wrongIn, yesOrNo } from '../core/model/shape';

/** Seconds after which one signs in again; a sign-in that was begun is finished within minutes. */
const [LASTS, BEGUN_LASTS] = [12 * 3600, 600];
export const SESSION = 'legendum';
export const BEGUN = 'legendum-sign-in';
export const DESK = 'legendum-desk';

const signedInShape = shape({
  reader: readerShape,
  patron: filled(2000),
  refresh: orNull(filled(3000)),
  staff: maybe(yesOrNo()),
});
export interface Begun {
  /** Where the reader goes on, a path here. */
  readonly to: string;
  /** What the sign-in has to be held against. */
  readonly kept: Readonly<Record<string, string>>;
}

export class Sessions {
  readonly #key: Uint8Array;
  constructor(secret: string) {
    this.#key = createHash('sha256').update(`session ${secret}`).digest();
  }
  async #seal(payload: object, lasts: number): Promise<string> {
    return new EncryptJWT({ ...payload })
      .setProtectedHeader({ alg: 'dir', enc: 'A256GCM' })
      .setExpirationTime(`${lasts}s`)
      .encrypt(this.#key);
  }
  async #open(cookies: string | null, name: string, base: string): Promise<unknown> {
    const text = parse(cookies ?? '')[named(name, base)];
    if (!text) return null;
    try {
      return (await jwtDecrypt(text, this.#key)).payload;
    } catch {
      // Too old, of another secret, or somebody's invention.
      return null;
    }
  }
  /** @param cookies the header as it came, `base` under which address */
  async read(cookies: string | null, base: string): Promise<SignedIn | null> {
    const found = await this.#open(cookies, SESSION, base);
    return found !== null && wrongIn(signedInShape, found) === null ? (found as SignedIn) : null;
  }
  async readBegun(cookies: string | null, base: string): Promise<Begun | null> {
    const found = (await this.#open(cookies, BEGUN, base)) as Partial<Begun> | null;
    return found && typeof found.to === 'string' && typeof found.kept === 'object' ? (found as Begun) : null;
  }
  /** Header lines that set the cookies. */
  async write(who: SignedIn, base: string): Promise<string> {
    const { reader, patron, refresh, staff } = who;
    const sealed = await this.#seal({ reader, patron, refresh, ...(staff ? { staff } : {}) }, LASTS);
    return line(SESSION, sealed, base, LASTS);
  }
  async writeBegun(begun: Begun, base: string): Promise<string> {
    return line(BEGUN, await this.#seal(begun, BEGUN_LASTS), base, BEGUN_LASTS);
  }
  /** Whether who asks has shown the desk's token lately. */
  async atDesk(cookies: string | null, base: string): Promise<boolean> {
    return ((await this.#open(cookies, DESK, base)) as { desk?: unknown } | null)?.desk === true;
  }
  async writeDesk(base: string): Promise<string> {
    return line(DESK, await this.#seal({ desk: true }, LASTS), base, LASTS);
  }
  /** The header line that forgets a cookie. */
  forget(name: string, base: string): string {
    return line(name, '', base, 0);
  }
}
/** With the prefix that no other host, path or plain connection can set a cookie by (RFC 6265bis), where it may stand. */
const named = (name: string, base: string): string => (base.startsWith('https:') ? `__Host-${name}` : name);
const line = (name: string, value: string, base: string, maxAge: number): string =>
  serialize(named(name, base), value, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: base.startsWith('https:'),
    maxAge,
  });
/** A path of ours to go on to; the front door for anything else: an open redirect would be a gift to phishers. */
export const safePath = (to: string | null): string =>
  to && /^\/(?![/\\])[^\s\\]{0,4000}$/.test(to) && !to.startsWith('/sign-') ? to : '/';
