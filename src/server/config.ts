/**
 * Configuration from the environment; every setting has a default that works for the demo. Documented in
 * docs/configuration.md.
 */

import { randomBytes } from 'node:crypto';
import { isIP } from 'node:net';
import { say } from '../words/generated/config';
import type { ClusterAddress } from './opensearch/cluster';

export interface Config {
  readonly host: string;
  readonly port: number;
  /** Index directory, as made by `npm run index` or the demo. */
  readonly index: string;
  /** The policy file; beside the index when not set. */
  readonly policy: string;
  /** Where the distributed engine stands; null for the embedded one. */
  readonly cluster: ClusterAddress | null;
  readonly workers: number;
  /** Searches that each worker asks itself once it is ready, a piece at a time, so that the first readers need not wait. */
  readonly warmup: number;
  /** Milliseconds after which a question to the index is given up. */
  readonly timeLimit: number;
  /** Questions that may wait for a worker; more are refused at once. */
  readonly queue: number;
  /**
   * Address under which readers reach the server, without a slash at its end; empty: each request's own Host.
   */
  readonly base: string;
  /** Addresses of proxies whose forwarded headers are believed. */
  readonly proxies: readonly string[];
  /** Questions that one client may ask of the index in a second, and at once; 0 in a second for any number. */
  readonly rate: { readonly perSecond: number; readonly burst: number };
  /** Milliseconds between saying that the server stops, and letting nobody new in. */
  readonly drain: number;
  /** Addresses, beside this machine, that may read `/metrics`. */
  readonly counters: readonly string[];
  readonly log: string;
  /** What sessions are sealed with; servers beside each other have the same. */
  readonly secret: string;
  /** The provider that readers sign in with; null for none, or the demo's. */
  readonly oidc: {
    readonly issuer: string;
    readonly client: string;
    readonly secret: string;
    readonly scope: string;
  } | null;
  /** The loan desk; null for none, or the demo's. */
  readonly desk: {
    readonly core: string;
    readonly daia: string;
    readonly edition: string;
    readonly place: string;
  } | null;
  /** The peer that interlibrary requests go to; null for none, or the demo's. */
  readonly lending: { readonly address: string; readonly secret: string } | null;
  /** Whether requests of that peer are answered: it may borrow from us. */
  readonly supplies: boolean;
  /** The mail server, and the sender that undelivered mail goes back to; null for none, or the demo's. */
  readonly mail: {
    readonly server: string;
    readonly from: string;
    readonly login: { readonly user: string; readonly pass: string } | null;
  } | null;
  /** A librarian's calendar, `{id}` standing for their id; empty for none, or the demo's. */
  readonly calendars: string;
  /** What opens the library desk (`/desk`); drawn at every start where none is said. */
  readonly deskToken: string;
  /** A claim of the sign-in that makes somebody staff, and its value; null for none. */
  readonly staff: { readonly claim: string; readonly value: string } | null;
  /** Whether words of searches that found nothing are counted for the library desk. */
  readonly nothingFound: boolean;
  /** The made-up university: its clock starts on a set day and is moved by hand. */
  readonly demo: boolean;
  /** Whether the language of the tests may be asked for. */
  readonly pseudo: boolean;
}

const ENGINES = ['embedded', 'opensearch'] as const;
const LOG_LEVELS = ['debug', 'info', 'warn', 'error', 'silent'];

/** Reads the environment. Throws with the variable's name when a value can't be used. */
export function readConfig(env: Readonly<Record<string, string | undefined>>): Config {
  const whole = (name: string, otherwise: number, low: number, high: number): number => {
    const text = env[name];
    if (text === undefined || text === '') return otherwise;
    const n = Number(text);
    if (!Number.isInteger(n) || n < low || n > high)
      throw new Error(say('config.notWhole', { name, said: text, low, high }));
    return n;
  };
  const log = env.LEGENDUM_LOG || 'info';
  if (!LOG_LEVELS.includes(log))
    throw new Error(
      say('config.notAmong', { name: 'LEGENDUM_LOG', said: log, list: { joined: LOG_LEVELS, by: ', ' } }),
    );
  const base = (env.LEGENDUM_BASE ?? '').replace(/\/$/, '');
  if (base && !/^https?:\/\/[^/\s?#]+$/.test(base))
    throw new Error(say('config.notAddress', { name: 'LEGENDUM_BASE', said: base }));
  const address = (name: string): string => {
    const said = (env[name] ?? '').replace(/\/$/, '');
    if (said && !/^https?:\/\/[^/\s?#]+(\/[^\s?#]*)?$/.test(said))
      throw new Error(say('config.notAddress', { name, said }));
    return said;
  };
  /** What names a thing by its id. */
  const template = (name: string): string => {
    const said = env[name] || '{id}';
    if (said.split('{id}').length !== 2) throw new Error(say('config.noId', { name, said, what: '{id}' }));
    return said;
  };
  const [issuer, core] = [address('LEGENDUM_OIDC'), address('LEGENDUM_PAIA')];
  const lending = address('LEGENDUM_LENDING');
  // Without it anybody could speak to us as the supplier.
  if (lending && !env.LEGENDUM_LENDING_SECRET)
    throw new Error(say('config.needs', { name: 'LEGENDUM_LENDING', other: 'LEGENDUM_LENDING_SECRET' }));
  const addresses = (name: string): readonly string[] => {
    const list = (env[name] ?? '').split(/[\s,]+/).filter(Boolean);
    const strange = list.find((p) => isIP(p) === 0);
    if (strange) throw new Error(say('config.notIp', { name, said: strange }));
    return list;
  };
  return {
    base,
    proxies: addresses('LEGENDUM_PROXIES'),
    rate: {
      perSecond: whole('LEGENDUM_RATE', 50, 0, 100_000),
      burst: whole('LEGENDUM_BURST', 500, 1, 1_000_000),
    },
    drain: whole('LEGENDUM_DRAIN', 0, 0, 60_000),
    counters: addresses('LEGENDUM_METRICS'),
    queue: whole('LEGENDUM_QUEUE', 100, 1, 10_000),
    host: env.HOST || '127.0.0.1',
    port: whole('PORT', 4321, 1, 65535),
    index: env.LEGENDUM_INDEX || 'data/demo-100000',
    policy: env.LEGENDUM_POLICY || '',
    cluster: clusterOf(env, whole('LEGENDUM_TIME_LIMIT', 5000, 100, 60_000)),
    workers: whole('LEGENDUM_WORKERS', 2, 1, 16),
    warmup: whole('LEGENDUM_WARMUP', 150, 0, 10_000),
    timeLimit: whole('LEGENDUM_TIME_LIMIT', 5000, 100, 60_000),
    log,
    secret: env.LEGENDUM_SECRET || randomBytes(32).toString('hex'),
    oidc: issuer
      ? {
          issuer,
          client: env.LEGENDUM_OIDC_CLIENT || 'legendum',
          secret: env.LEGENDUM_OIDC_SECRET ?? '',
          scope: env.LEGENDUM_OIDC_SCOPE || 'openid profile email offline_access',
        }
      : null,
    desk: core
      ? {
          core,
          daia: address('LEGENDUM_DAIA') || `${core}/daia`,
          edition: template('LEGENDUM_DESK_EDITION'),
          place: template('LEGENDUM_DESK_PLACE'),
        }
      : null,
    lending: lending ? { address: lending, secret: env.LEGENDUM_LENDING_SECRET ?? '' } : null,
    supplies: env.LEGENDUM_SUPPLIES === '1',
    mail: mailOf(env),
    calendars: address('LEGENDUM_CALENDARS') && template('LEGENDUM_CALENDARS'),
    deskToken: env.LEGENDUM_DESK_TOKEN || randomBytes(18).toString('base64url'),
    staff: staffOf(env.LEGENDUM_STAFF ?? ''),
    nothingFound: env.LEGENDUM_NOTHING_FOUND === '1',
    demo: env.LEGENDUM_DEMO === '1',
    pseudo: env.LEGENDUM_PSEUDO === '1',
  };
}
/** Throws where the engine is none of those there are, or stands nowhere. */
export function clusterOf(
  env: Readonly<Record<string, string | undefined>>,
  limit: number,
): ClusterAddress | null {
  const engine = env.LEGENDUM_ENGINE || ENGINES[0];
  if (!(ENGINES as readonly string[]).includes(engine))
    throw new Error(
      say('config.notAmong', { name: 'LEGENDUM_ENGINE', said: engine, list: { joined: ENGINES, by: ', ' } }),
    );
  if (engine !== 'opensearch') return null;
  const nodes = (env.LEGENDUM_OPENSEARCH ?? '')
    .split(',')
    .map((n) => n.trim())
    .filter(Boolean);
  if (nodes.length === 0)
    throw new Error(say('config.needs', { name: 'LEGENDUM_ENGINE', other: 'LEGENDUM_OPENSEARCH' }));
  const odd = nodes.find((n) => !/^https?:\/\/[^/\s?#@]+\/?$/.test(n));
  if (odd) throw new Error(say('config.notAddress', { name: 'LEGENDUM_OPENSEARCH', said: odd }));
  const alias = env.LEGENDUM_OPENSEARCH_ALIAS || 'legendum';
  if (!/^[a-z][a-z0-9_]{0,60}$/.test(alias))
    throw new Error(say('config.notAlias', { name: 'LEGENDUM_OPENSEARCH_ALIAS', said: alias }));
  const user = env.LEGENDUM_OPENSEARCH_USER ?? '';
  return {
    nodes,
    login: user ? { username: user, password: env.LEGENDUM_OPENSEARCH_SECRET ?? '' } : null,
    authority: env.LEGENDUM_OPENSEARCH_CA || null,
    alias,
    limit,
  };
}
/** Throws where the server is named otherwise than `smtp://host:25`, or without a sender. */
function mailOf(env: Readonly<Record<string, string | undefined>>): Config['mail'] {
  const server = env.LEGENDUM_SMTP ?? '';
  if (!server) return null;
  if (!/^smtps?:\/\/[\w.-]+(:\d{1,5})?\/?$/.test(server))
    throw new Error(say('config.notMailServer', { name: 'LEGENDUM_SMTP', said: server }));
  const from = env.LEGENDUM_MAIL_FROM ?? '';
  if (!/^\S+@\S+$/.test(from))
    throw new Error(say('config.needs', { name: 'LEGENDUM_SMTP', other: 'LEGENDUM_MAIL_FROM' }));
  const user = env.LEGENDUM_SMTP_USER ?? '';
  return { server, from, login: user ? { user, pass: env.LEGENDUM_SMTP_SECRET ?? '' } : null };
}
/** `groups=library-staff`. Throws where it is neither that nor nothing. */
function staffOf(said: string): Config['staff'] {
  if (!said) return null;
  const [, claim, value] = /^([\w:./-]{1,200})=(.{1,200})$/.exec(said) ?? [];
  if (!claim || !value) throw new Error(say('config.notClaim', { name: 'LEGENDUM_STAFF', said }));
  return { claim, value };
}
