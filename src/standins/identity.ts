/**
 * The university's sign-in, simulated: an OpenID Connect provider (Core 1.0, code flow with PKCE of RFC 7636)
 * that keeps nothing. Codes and refresh tokens are sealed with what they stand for; access tokens are the loan
 * desk's own.
 */
import { createHash, randomUUID } from 'node:crypto';
import { EncryptJWT, exportJWK, generateKeyPair, type JWTPayload, jwtDecrypt, SignJWT } from 'jose';
import { LRUCache } from 'lru-cache';
import type { Reader } from '../core/model/reader';
import { PASSWORD } from './circulation/http';
import { type DeskTokens, LASTS, scopesAsked } from './circulation/tokens';

const CODE_LASTS = '60s';
const REFRESH_LASTS = '30d';
/** Codes that were used, for as long as they would hold. */
const [USED_KEPT, USED_FOR] = [10_000, 120_000];
const MOST_BYTES = 20_000;
export const CLIENT = 'legendum';

interface Asked {
  readonly client: string;
  readonly redirect: string;
  readonly state: string;
  readonly nonce: string;
  readonly challenge: string;
  readonly scope: string;
}
const json = (value: unknown, status = 200): Response =>
  new Response(JSON.stringify(value), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
const fault = (error: string, description: string, status = 400): Response =>
  json({ error, error_description: description }, status);

/** What is asked for in an address or a form; null where something is missing or not served here. */
export function readAsked(params: URLSearchParams): Asked | null {
  const get = (name: string): string => params.get(name) ?? '';
  const asked = {
    client: get('client_id'),
    redirect: get('redirect_uri'),
    state: get('state'),
    nonce: get('nonce'),
    challenge: get('code_challenge'),
    scope: get('scope'),
  };
  const known =
    asked.client === CLIENT &&
    /^https?:\/\/[^/]+\/sign-in\/back$/.test(asked.redirect) &&
    get('response_type') === 'code' &&
    get('code_challenge_method') === 'S256' &&
    /^[\w-]{43}$/.test(asked.challenge) &&
    asked.scope.split(' ').includes('openid');
  return known ? asked : null;
}

export class IdentityProvider {
  readonly #readers: ReadonlyMap<string, Reader>;
  readonly #tokens: DeskTokens;
  readonly #key: Uint8Array;
  readonly #used = new LRUCache<string, true>({ max: USED_KEPT, ttl: USED_FOR });
  #signing: Promise<Awaited<ReturnType<typeof generateKeyPair>> & { readonly kid: string }> | null = null;

  constructor(readers: readonly Reader[], tokens: DeskTokens, secret: string) {
    this.#readers = new Map(readers.map((r) => [r.id, r]));
    this.#tokens = tokens;
    this.#key = createHash('sha256').update(`identity ${secret}`).digest();
  }
  get readers(): readonly Reader[] {
    return [...this.#readers.values()];
  }
  #keys() {
    this.#signing ??= generateKeyPair('ES256', { extractable: true }).then((pair) => ({
      ...pair,
      kid: randomUUID(),
    }));
    return this.#signing;
  }
  #seal(payload: JWTPayload, lasts: string): Promise<string> {
    return new EncryptJWT(payload)
      .setProtectedHeader({ alg: 'dir', enc: 'A256GCM' })
      .setJti(randomUUID())
      .setExpirationTime(lasts)
      .encrypt(this.#key);
  }
  async #open(text: string): Promise<JWTPayload | null> {
    try {
      return (await jwtDecrypt(text, this.#key)).payload;
    } catch {
      return null;
    }
  }

  /**
   * Everything but the page on which an account is chosen.
   * @param issuer this provider's address, as the asker knows it
   * @param path what of the address follows it
   */
  async answer(request: Request, issuer: string, path: string): Promise<Response> {
    switch (path) {
      case '.well-known/openid-configuration':
        return json({
          issuer,
          authorization_endpoint: `${issuer}/authorize`,
          token_endpoint: `${issuer}/token`,
          userinfo_endpoint: `${issuer}/userinfo`,
          jwks_uri: `${issuer}/jwks`,
          end_session_endpoint: `${issuer}/end`,
          response_types_supported: ['code'],
          grant_types_supported: ['authorization_code', 'refresh_token'],
          subject_types_supported: ['public'],
          id_token_signing_alg_values_supported: ['ES256'],
          code_challenge_methods_supported: ['S256'],
          token_endpoint_auth_methods_supported: ['none'],
          scopes_supported: ['openid', 'profile', 'email', 'offline_access'],
        });
      case 'jwks': {
        const { publicKey, kid } = await this.#keys();
        return json({ keys: [{ ...(await exportJWK(publicKey)), kid, alg: 'ES256', use: 'sig' }] });
      }
      case 'login':
        return this.#login(request);
      case 'token':
        return this.#token(request, issuer);
      case 'userinfo':
        return this.#userinfo(request);
      case 'end': {
        const to = new URL(request.url).searchParams.get('post_logout_redirect_uri') ?? '';
        // Only to the front door of who asked: an open redirect would be a gift to phishers.
        return /^https?:\/\/[^/]+\/$/.test(to) && new URL(to).host === new URL(issuer).host
          ? new Response(null, { status: 303, headers: { location: to } })
          : fault('invalid_request', 'post_logout_redirect_uri is not known.');
      }
      default:
        return fault('not_found', 'There is nothing at this address.', 404);
    }
  }

  /** The form was sent: back to who asked, with a code. */
  async #login(request: Request): Promise<Response> {
    const form = await formOf(request);
    const asked = form && readAsked(form);
    if (!form || !asked) return fault('invalid_request', 'This sign-in was not asked for rightly.');
    const reader = this.#readers.get(form.get('username') ?? '');
    if (!reader || form.get('password') !== PASSWORD) {
      const again = new URLSearchParams(form);
      again.delete('password');
      again.set('wrong', '1');
      return new Response(null, { status: 303, headers: { location: `authorize?${again}` } });
    }
    const code = await this.#seal({ ...asked, sub: reader.id }, CODE_LASTS);
    const to = new URL(asked.redirect);
    to.searchParams.set('code', code);
    if (asked.state) to.searchParams.set('state', asked.state);
    return new Response(null, { status: 303, headers: { location: to.href } });
  }

  async #token(request: Request, issuer: string): Promise<Response> {
    const form = await formOf(request);
    if (!form) return fault('invalid_request', 'A form is asked for.');
    if (form.get('client_id') !== CLIENT) return fault('invalid_client', 'There is no such client.', 401);
    const grant = form.get('grant_type');
    if (grant === 'authorization_code') {
      const code = await this.#open(form.get('code') ?? '');
      const verifier = form.get('code_verifier') ?? '';
      const challenge = createHash('sha256').update(verifier).digest('base64url');
      const reader = this.#readers.get(String(code?.sub ?? ''));
      if (
        !code ||
        !reader ||
        this.#used.has(code.jti ?? '') ||
        code.challenge !== challenge ||
        code.redirect !== form.get('redirect_uri')
      )
        return fault('invalid_grant', 'The code does not hold, or was used.');
      this.#used.set(code.jti ?? '', true);
      return this.#grant(reader, issuer, String(code.nonce ?? ''));
    }
    if (grant === 'refresh_token') {
      const held = await this.#open(form.get('refresh_token') ?? '');
      const reader = held?.refresh === true ? this.#readers.get(String(held.sub ?? '')) : undefined;
      return reader
        ? this.#grant(reader, issuer, '')
        : fault('invalid_grant', 'The refresh token does not hold.');
    }
    return fault('unsupported_grant_type', 'authorization_code or refresh_token.');
  }
  async #grant(reader: Reader, issuer: string, nonce: string): Promise<Response> {
    const { privateKey, kid } = await this.#keys();
    const scopes = scopesAsked('');
    return json({
      access_token: await this.#tokens.issue({ patron: reader.id, scopes }),
      token_type: 'Bearer',
      expires_in: LASTS,
      scope: ['openid', ...scopes].join(' '),
      refresh_token: await this.#seal({ sub: reader.id, refresh: true }, REFRESH_LASTS),
      id_token: await new SignJWT({ ...claimsOf(reader), ...(nonce ? { nonce } : {}) })
        .setProtectedHeader({ alg: 'ES256', kid })
        .setIssuer(issuer)
        .setAudience(CLIENT)
        .setSubject(reader.id)
        .setIssuedAt()
        .setExpirationTime('5m')
        .sign(privateKey),
    });
  }
  async #userinfo(request: Request): Promise<Response> {
    const token = /^Bearer\s+(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
    const access = await this.#tokens.read(token);
    const reader = access && this.#readers.get(access.patron);
    return reader
      ? json({ sub: reader.id, ...claimsOf(reader) })
      : fault('invalid_token', 'The token does not hold.', 401);
  }
}
/** Standard claims, and those that a library agrees on with its university: who may do what, and where. */
const claimsOf = ({ id, name, email, address, campus, category, remote, registered }: Reader) => ({
  name,
  email,
  address: { formatted: address },
  patron: id,
  campus,
  category,
  remote,
  registered,
});
async function formOf(request: Request): Promise<URLSearchParams | null> {
  if (!/^application\/x-www-form-urlencoded\b/i.test(request.headers.get('content-type') ?? '')) return null;
  const text = await request.text();
  return text.length > MOST_BYTES ? null : new URLSearchParams(text);
}
