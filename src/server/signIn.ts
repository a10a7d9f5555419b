/** Signing in with any OpenID Connect provider: code flow with PKCE, tokens held in memory. */
import { LRUCache } from 'lru-cache';
import * as oidc from 'openid-client';
import type { SignedIn, SignIn } from '../core/discovery/ports';
import { CATEGORIES, type ReaderCategory } from '../core/model/codes';
import type { Campus } from '../core/model/library';
import type { Reader } from '../core/model/reader';
import type { CampusId } from '../core/model/record';

export interface Provider {
  /** Its address as an issuer; it may depend on ours, where the provider is a stand-in. */
  issuer(base: string): string;
  readonly client: string;
  /** Empty for a public client. */
  readonly secret: string;
  readonly scope: string;
  /** How it is reached, where not by the network. */
  readonly fetch?: typeof fetch;
  /** It may be reached without encryption: on this machine. */
  readonly insecure?: boolean;
  /** A claim that makes somebody staff, and what it, or one of its values, has to be. */
  readonly staff?: { readonly claim: string; readonly value: string } | null;
}
interface Held {
  readonly token: string;
  readonly until: number;
  /** What brings the next: some providers give another each time. */
  readonly refresh: string | null;
}
const [PROVIDERS_KEPT, TOKENS_KEPT] = [20, 50_000];
/** Milliseconds before its end at which a token is not used any more. */
const EARLY = 30_000;
const BACK = '/sign-in/back';

export class OidcSignIn implements SignIn {
  readonly #provider: Provider;
  readonly #campuses: () => readonly Campus[];
  readonly #found = new LRUCache<string, Promise<oidc.Configuration>>({ max: PROVIDERS_KEPT });
  /** Access tokens by the refresh token that brings the next. */
  readonly #tokens = new LRUCache<string, Held>({ max: TOKENS_KEPT });

  constructor(provider: Provider, campuses: () => readonly Campus[]) {
    this.#provider = provider;
    this.#campuses = campuses;
  }
  /** What the provider says of itself: asked once; a question that failed is asked again. */
  #config(base: string): Promise<oidc.Configuration> {
    const { issuer, client, secret, insecure, fetch: own } = this.#provider;
    const at = issuer(base);
    let found = this.#found.get(at);
    if (!found) {
      found = oidc.discovery(
        new URL(at),
        client,
        undefined,
        secret ? oidc.ClientSecretBasic(secret) : oidc.None(),
        {
          ...(own ? { [oidc.customFetch]: own as oidc.CustomFetch } : {}),
          ...(insecure ? { execute: [oidc.allowInsecureRequests] } : {}),
        },
      );
      found.catch(() => this.#found.delete(at));
      this.#found.set(at, found);
    }
    return found;
  }

  async begin(base: string) {
    const config = await this.#config(base);
    const kept = {
      verifier: oidc.randomPKCECodeVerifier(),
      state: oidc.randomState(),
      nonce: oidc.randomNonce(),
    };
    const address = oidc.buildAuthorizationUrl(config, {
      redirect_uri: `${base}${BACK}`,
      scope: this.#provider.scope,
      code_challenge: await oidc.calculatePKCECodeChallenge(kept.verifier),
      code_challenge_method: 'S256',
      state: kept.state,
      nonce: kept.nonce,
    });
    return { address: address.href, kept };
  }
  async complete(base: string, answer: URL, kept: Readonly<Record<string, string>>): Promise<SignedIn> {
    const config = await this.#config(base);
    const at = new URL(`${base}${BACK}`);
    at.search = answer.search;
    const tokens = await oidc.authorizationCodeGrant(config, at, {
      pkceCodeVerifier: kept.verifier ?? '',
      expectedState: kept.state ?? '',
      expectedNonce: kept.nonce ?? '',
      idTokenExpected: true,
    });
    const claims = tokens.claims();
    if (!claims) throw new Error('The sign-in said nobody.');
    const refresh = tokens.refresh_token ?? null;
    this.#keep(refresh ?? claims.sub, tokens);
    const { reader, patron } = this.#readerOf(claims);
    return { reader, patron, refresh, ...(this.#isStaff(claims) ? { staff: true } : {}) };
  }
  #isStaff(claims: Readonly<Record<string, unknown>>): boolean {
    const { staff } = this.#provider;
    return staff ? [claims[staff.claim]].flat().includes(staff.value) : false;
  }
  #keep(
    key: string,
    tokens: {
      readonly access_token: string;
      readonly refresh_token?: string;
      expiresIn(): number | undefined;
    },
    before: string | null = null,
  ): void {
    const seconds = tokens.expiresIn() ?? 300;
    this.#tokens.set(key, {
      token: tokens.access_token,
      until: Date.now() + seconds * 1000,
      refresh: tokens.refresh_token ?? before,
    });
  }
  /** Who the claims say it is; what they leave out is as little as can be. */
  #readerOf(claims: Readonly<Record<string, unknown>> & { readonly sub: string }): {
    reader: Reader;
    patron: string;
  } {
    const text = (value: unknown): string => (typeof value === 'string' ? value : '');
    const campuses = this.#campuses();
    const campus = campuses.find((c) => c.id === claims.campus)?.id ?? campuses[0]?.id;
    const { address } = claims as { address?: { formatted?: unknown } };
    return {
      patron: text(claims.patron) || claims.sub,
      reader: {
        id: claims.sub,
        name: text(claims.name) || text(claims.preferred_username) || claims.sub,
        email: text(claims.email),
        address: text(address?.formatted),
        campus: (campus ?? '') as CampusId,
        category: CATEGORIES.includes(claims.category as ReaderCategory)
          ? (claims.category as ReaderCategory)
          : 'undergraduate',
        remote: claims.remote === true,
        registered: claims.registered === true,
      },
    };
  }
  async token(base: string, who: SignedIn): Promise<string | null> {
    const key = who.refresh ?? who.reader.id;
    const held = this.#tokens.get(key);
    if (held && held.until - EARLY > Date.now()) return held.token;
    const refresh = held?.refresh ?? who.refresh;
    if (!refresh) return null;
    try {
      const tokens = await oidc.refreshTokenGrant(await this.#config(base), refresh);
      this.#keep(key, tokens, refresh);
      return tokens.access_token;
    } catch (error) {
      if (error instanceof oidc.ResponseBodyError) return null;
      throw error;
    }
  }
  async leave(base: string): Promise<string | null> {
    const config = await this.#config(base);
    if (!config.serverMetadata().end_session_endpoint) return null;
    return oidc.buildEndSessionUrl(config, { post_logout_redirect_uri: `${base}/` }).href;
  }
}
