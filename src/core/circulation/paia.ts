/**
 * What a loan desk says over HTTP and JSON (Patrons Account Information API, PAIA 1.3): a patron's account,
 * documents, fees. Shapes of the wire, and their reading: a document that is none costs the others nothing.
 */
import {
  filled,
  listOf,
  maybe,
  type Shape,
  type Shaped,
  shape,
  text,
  type Value,
  whole,
  wrongIn,
  yesOrNo,
} from '../model/shape';

/** `status` of a document, by its number. */
export const PAIA_STATUS = ['none', 'reserved', 'ordered', 'held', 'provided', 'rejected'] as const;
export type PaiaStatus = (typeof PAIA_STATUS)[number];
/** `status` of a patron, by its number: what each lets them do. */
export const PATRON_STATUS = ['active', 'inactive', 'expired', 'fees', 'expired-fees'] as const;
export type PatronStatus = (typeof PATRON_STATUS)[number];
export const SCOPES = ['read_patron', 'read_items', 'write_items', 'read_fees'] as const;
export type Scope = (typeof SCOPES)[number];

const [URI, LONG] = [2000, 10_000];
const uri = () => filled(URI);
const said = () => text(LONG);
/** A day or a moment; what of it is no day is not listened to. */
const when = () => text(40);
/** PAIA 1.3, 5.2 *document*. */
export const paiaDocumentShape = shape({
  status: whole(0, PAIA_STATUS.length - 1),
  /** URI of the copy, of the edition that was asked for, of the copy that was asked for. */
  item: maybe(text(URI)),
  edition: maybe(text(URI)),
  requested: maybe(text(URI)),
  about: maybe(said()),
  /** The call number. */
  label: maybe(said()),
  /** Requests for it; of what is reserved: those before this one. */
  queue: maybe(whole(0, 1e6)),
  renewals: maybe(whole(0, 1e6)),
  reminder: maybe(whole(0, 1e6)),
  starttime: maybe(when()),
  endtime: maybe(when()),
  duedate: maybe(when()),
  cancancel: maybe(yesOrNo()),
  canrenew: maybe(yesOrNo()),
  error: maybe(said()),
  /** Where it is: held there, or to be fetched there. */
  storage: maybe(said()),
  storageid: maybe(text(URI)),
});
export type PaiaDocument = Shaped<typeof paiaDocumentShape>;
export const paiaPatronShape = shape({
  name: filled(LONG),
  email: maybe(said()),
  address: maybe(said()),
  expires: maybe(when()),
  status: maybe(whole(0, PATRON_STATUS.length - 1)),
  type: maybe(listOf(uri(), 100)),
});
export type PaiaPatron = Shaped<typeof paiaPatronShape>;
/** An amount is a text: `3.50 EUR`. */
export const paiaFeeShape = shape({
  amount: filled(40),
  date: maybe(when()),
  about: maybe(said()),
  item: maybe(text(URI)),
  edition: maybe(text(URI)),
  feetype: maybe(said()),
});
export type PaiaFee = Shaped<typeof paiaFeeShape>;
export interface PaiaFees {
  readonly amount: string | null;
  readonly fee: readonly PaiaFee[];
}
/** RFC 6749, 5.1, with the patron that PAIA auth adds. */
export const paiaTokenShape = shape({
  access_token: filled(LONG),
  token_type: filled(100),
  patron: filled(URI),
  expires_in: maybe(whole(0, 1e9)),
  scope: maybe(said()),
});
export type PaiaToken = Shaped<typeof paiaTokenShape>;
/** What an error says (PAIA 1.3, 4.3). */
export const paiaErrorShape = shape({
  error: filled(200),
  code: maybe(whole(100, 999)),
  error_description: maybe(said()),
});

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** Of a list under a name what has a shape; null where there is no such list. */
function listed<T>(json: unknown, name: string, of: Shape<T>): readonly T[] | null {
  const list = isObject(json) ? json[name] : undefined;
  return Array.isArray(list) ? list.filter((v): v is T => wrongIn(of, v) === null) : null;
}
const one = <T>(json: unknown, of: Value<T>): T | null => (wrongIn(of, json) === null ? (json as T) : null);
/** The documents of an answer; null where it is no such answer. */
export const readDocuments = (json: unknown): readonly PaiaDocument[] | null =>
  listed(json, 'doc', paiaDocumentShape);
export const readPatron = (json: unknown): PaiaPatron | null => one(json, paiaPatronShape);
export const readToken = (json: unknown): PaiaToken | null => one(json, paiaTokenShape);
export function readFees(json: unknown): PaiaFees | null {
  const fee = listed(json, 'fee', paiaFeeShape);
  const amount = isObject(json) && typeof json.amount === 'string' ? json.amount : null;
  return fee || amount !== null ? { amount, fee: fee ?? [] } : null;
}
/**
 * An amount in hundredths, and its currency; null for what is none.
 * @example readAmount('3.50 EUR') // { cents: 350, currency: 'EUR' }
 */
export function readAmount(amount: string): { readonly cents: number; readonly currency: string } | null {
  const found = /^(-?\d{1,9})(?:\.(\d{1,2}))?\s+([A-Z]{3})$/.exec(amount.trim());
  if (!found) return null;
  const [, whole, part = '', currency = ''] = found;
  const size = Math.abs(Number(whole)) * 100 + Number(part.padEnd(2, '0'));
  return { cents: whole?.startsWith('-') ? -size : size, currency };
}
/** @example writeAmount(350, 'EUR') // '3.50 EUR' */
export const writeAmount = (cents: number, currency: string): string =>
  `${(cents / 100).toFixed(2)} ${currency}`;
