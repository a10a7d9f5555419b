/**
 * What CSL-JSON has no place for, in the `custom` of an item (CSL 1.0.2 data schema: what applications add for
 * themselves), by the names that records have it under.
 */
import { UNKNOWN_OWNERS } from '../access/chance';
import { AUDIENCE_LIST, CARRIER_LIST, KIND_LIST } from '../model/kinds';
import { type Message, msg } from '../model/message';
import { type DiscoveryRecord, MAX_ID, ownerSet, ownersIn } from '../model/record';
import { schemaOf, shapeFault } from '../model/schema';
import {
  closed,
  filled,
  isoDay,
  listOf,
  maybe,
  oneOf,
  type Shaped,
  shape,
  text,
  whole,
  yesOrNo,
} from '../model/shape';

const [SHORT, MANY] = [400, 5000];
const name = () => filled(SHORT);
const id = () => filled(MAX_ID);
const ids = () => maybe(listOf(id(), MANY));
const person = shape({
  family: maybe(text(SHORT)),
  given: maybe(text(SHORT)),
  literal: maybe(text(SHORT)),
});
const status = shape({
  state: oneOf(['in', 'out', 'transit', 'missing']),
  due: maybe(isoDay()),
  queue: maybe(whole(0, 10_000)),
});
const copy = closed({
  campus: id(),
  location: text(SHORT),
  callNumber: text(SHORT),
  status,
  rule: oneOf(['loan', 'short-loan', 'premises']),
});
export const customShape = shape({
  kind: maybe(oneOf(KIND_LIST)),
  carrier: maybe(oneOf(CARRIER_LIST)),
  languages: maybe(listOf(filled(10), 20, 1)),
  subjects: maybe(listOf(name(), MANY)),
  audience: maybe(oneOf(AUDIENCE_LIST)),
  contents: maybe(listOf(filled(4000), MANY)),
  source: maybe(name()),
  added: maybe(isoDay()),
  /** Records of one work share this. */
  work: maybe(id()),
  journal: maybe(id()),
  /** The book that a chapter stands in. */
  host: maybe(id()),
  references: ids(),
  citedBy: ids(),
  about: maybe(listOf(person, MANY)),
  retraction: maybe(closed({ notice: id(), date: isoDay() })),
  retracts: maybe(id()),
  peerReviewed: maybe(yesOrNo()),
  copies: maybe(listOf(copy, MANY)),
  partnerCopies: maybe(listOf(closed({ partner: id(), callNumber: text(SHORT), status }), MANY)),
  openCopies: maybe(
    listOf(
      closed({
        provider: id(),
        version: oneOf(['version-of-record', 'accepted-manuscript', 'preprint']),
        url: maybe(filled(4000)),
      }),
      MANY,
    ),
  ),
  /** Lines of a title list that are of this thing. */
  ebook: maybe(listOf(shape({ provider: id() }), MANY)),
  /** Lenders that own it. */
  owners: maybe(listOf(id(), MANY)),
});
type Custom = Shaped<typeof customShape>;

/** @param lenders ids in the order of lenders.csv */
export function readCustom(
  value: unknown,
  lenders: ReadonlyMap<string, number>,
): { readonly own: Partial<DiscoveryRecord>; readonly problem: Message | null } {
  if (typeof value !== 'object' || value === null) return { own: {}, problem: null };
  const { value: checked, error } = schemaOf(customShape).validate(value, { convert: false });
  const [fault] = error?.details ?? [];
  if (fault) return { own: {}, problem: msg('libraryfolder.custom', { fault: shapeFault(fault) }) };
  const { peerReviewed, owners, ...rest } = checked as Custom;
  const known = Object.keys(customShape.rule.fields);
  return {
    own: {
      ...(Object.fromEntries(
        Object.entries(rest).filter(([name]) => known.includes(name)),
      ) as Partial<DiscoveryRecord>),
      ...(peerReviewed ? { statedPeerReviewed: true } : {}),
      ...(owners
        ? {
            owners: owners.length
              ? ownerSet(
                  owners.flatMap((o) => lenders.get(o) ?? []),
                  lenders.size,
                )
              : '',
          }
        : {}),
    },
    problem: null,
  };
}
/**
 * A record as an item with what is beyond CSL in `custom`; `readCustom` and the reader of CSL make the same record
 * of it again.
 * @param lenders ids by their place in `owners`
 */
export function itemWithCustom(record: DiscoveryRecord, lenders: readonly string[]): object {
  const { id: _, csl, owners, statedPeerReviewed, ...rest } = record;
  return {
    ...csl,
    custom: {
      ...rest,
      ...(statedPeerReviewed ? { peerReviewed: true } : {}),
      // A part without owners has those of its whole; anything else without any is nobody's.
      ...(owners === UNKNOWN_OWNERS || (owners === undefined && (rest.host || rest.journal))
        ? {}
        : { owners: ownersIn(owners).flatMap((n) => lenders[n] ?? []) }),
    },
  };
}
