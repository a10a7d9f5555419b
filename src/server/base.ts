/**
 * The address under which a request reached us, for links that leave the page: feeds, OpenSearch, SRU
 * explain, mails. The configured one if there is one; else the request's own Host with its port. What a proxy
 * says of the original request is believed only when it comes from an address that the configuration names.
 */
import type { IncomingHttpHeaders } from 'node:http';

export interface Arrival {
  readonly headers: IncomingHttpHeaders;
  /** Address of the connection's other end. */
  readonly from: string | undefined;
  readonly encrypted: boolean;
}
/** A host name, an IPv4 address or a bracketed IPv6 address, with or without a port. */
const HOST = /^(?:[A-Za-z0-9](?:[A-Za-z0-9.-]{0,251}[A-Za-z0-9])?|\[[0-9A-Fa-f:.]{2,45}\])(?::\d{1,5})?$/;
const first = (header: string | string[] | undefined): string =>
  ((Array.isArray(header) ? header[0] : header) ?? '').split(',')[0]?.trim() ?? '';
/** IPv4 inside IPv6 is the same address. */
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/, '');

/**
 * @param configured without a slash at its end; empty when there is none
 * @param fallback for a request without a Host that can be used
 * @example baseAddress('', { headers: { host: 'read.example:8080' }, from: '::1', encrypted: false }, [], '')
 *   // 'http://read.example:8080'
 */
export function baseAddress(
  configured: string,
  arrival: Arrival,
  proxies: readonly string[],
  fallback: string,
): string {
  if (configured) return configured;
  const { headers, encrypted } = arrival;
  const trusted = isTrusted(arrival, proxies);
  const proto =
    trusted && /^https?$/.test(first(headers['x-forwarded-proto']))
      ? first(headers['x-forwarded-proto'])
      : encrypted
        ? 'https'
        : 'http';
  const forwarded = trusted ? first(headers['x-forwarded-host']) : '';
  const host = HOST.test(forwarded) ? forwarded : (headers.host ?? '');
  return HOST.test(host) ? `${proto}://${host}` : fallback;
}
/**
 * Who asks: the other end of the connection, or whom a trusted proxy names as its own other end, which is the last.
 * @example clientOf({ headers: { 'x-forwarded-for': '192.0.2.7' }, from: '::1' }, ['::1']) // '192.0.2.7'
 */
export function clientOf(arrival: Omit<Arrival, 'encrypted'>, proxies: readonly string[]): string {
  const named = isTrusted(arrival, proxies)
    ? [arrival.headers['x-forwarded-for'] ?? ''].flat().join(',')
    : '';
  return named.split(',').at(-1)?.trim() || plain(arrival.from ?? '');
}
/** Whether a request comes through one of the configured proxies. */
export const isTrusted = ({ from }: Pick<Arrival, 'from'>, proxies: readonly string[]): boolean =>
  from !== undefined && proxies.some((p) => plain(p) === plain(from));
