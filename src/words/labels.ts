/** Labels: what the codes of things, states and choices are called, in the language that is spoken. */

import type { Standing } from '../core/discovery/standing';
import type { PriceWhat, ReaderCategory, Wanted } from '../core/model/codes';
import { editionOf, numbering, peopleOf } from '../core/model/describe';
import { genreOf } from '../core/model/genre';
import { type Audience, type Carrier, isKind, type Kind } from '../core/model/kinds';
import type { MessageCode } from '../core/model/message';
import type { PeerStatus } from '../core/model/peerReview';
import type { CslItem } from '../core/model/record';
import type { SlipMessage } from '../core/model/slip';
import type { SlipState } from '../core/model/slipStates';
import { type Reach, WAIT_CLASSES, type WaitClass } from '../core/model/waits';
import { type FieldName, nameOfCode } from '../core/query/fields';
import type { Group, Sort } from '../core/query/request';
import type { Role } from '../core/references/roles';
import { actOf } from '../core/requests/lifecycle';
import type { CodeKind } from '../core/words/codes';
import { say } from './generated/label';
import { sayDay, sayJoined, sayLanguage, sayList, sayNumber } from './say';

/** `Research article`, by itself. */
export const kindLabel = (kind: Kind): string => say(`label.kind.${kind}`);
/** `research article`, within a sentence. */
export const kindName = (kind: Kind): string => say(`label.kind.${kind}.one`);
/** `Research articles`, by itself. */
export const kindsLabel = (kind: Kind): string => say(`label.kind.${kind}.many`);
/** `research articles`, within a sentence. */
export const kindsName = (kind: string): string => (isKind(kind) ? say(`label.kind.${kind}.all`) : kind);
/** What the record itself calls its genre; by the name that the language has for it. */
export function genreLabel(written: string): string {
  const genre = genreOf(written);
  return typeof genre === 'string' ? genre : say(genre);
}
/** The name of a family of kinds. */
export const familyLabel = (id: string): string => say(`label.family.${id}`);
/** The name of a carrier. */
export const carrierLabel = (carrier: Carrier): string => say(`label.carrier.${carrier}`);
/** A carrier within a sentence, in the singular. */
export const carrierName = (carrier: Carrier): string => say(`label.carrier.${carrier}.one`);
/** The name of an audience. */
export const audienceLabel = (audience: Audience): string => say(`label.audience.${audience}`);
/** The name of a peer review status. */
export const peerLabel = (status: PeerStatus): string => say(`label.peer.${status}`);
/** The name of an ISO 639 code; a code that nobody knows stays as it is. */
export const languageLabel = (code: string): string => sayLanguage(code);
/** The name of a wait class. */
export const waitLabel = (wait: WaitClass): string => say(`label.wait.${wait}`);
/** The name of a role of people. */
export const roleLabel = (role: Role): string => say(`label.role.${role}`);
/** The name of a reference’s standing. */
export const standingLabel = (standing: Standing, n: number): string =>
  say(`label.standing.${standing}`, { n });
/** The name of an order. */
export const sortLabel = (sort: Sort): string => say(`label.sort.${sort}`);
/** The name of a reach. */
export const reachLabel = (reach: Reach): string => say(`label.reach.${reach}`);
/** The name of what is wanted. */
export const wantedLabel = (wanted: Wanted): string => say(`label.wanted.${wanted}`);
/** The name of a slip’s state. */
export const stateLabel = (state: SlipState): string => say(`label.state.${state}`);
/** The name of a price’s line. */
export const priceLabel = (what: PriceWhat): string => say(`label.price.${what}`);
/** The name of a field. */
export const fieldLabel = (name: FieldName): string => say(`label.field.${name}`);
/** The name shown for a code, as in “ISBN 978…”. */
export const codeLabel = (code: CodeKind): string => fieldLabel(nameOfCode(code));

/** `Okonedo-Falk, A. and Vellacott, R. (eds.)`; empty without people. */
export const peopleLabel = (csl: Parameters<typeof peopleOf>[0]): string => {
  const people = peopleOf(csl);
  return people ? say(people) : '';
};
/** What an item is called by in a list, under its title: who, where, which place in it. */
export const itemLine = (
  csl: Parameters<typeof peopleOf>[0] &
    Parameters<typeof numbering>[0] &
    Pick<CslItem, 'container-title' | 'publisher'>,
): string =>
  [peopleLabel(csl), csl['container-title'] ?? csl.publisher, numbering(csl)].filter(Boolean).join(' · ');
/** Names as they stand, one and the other; editors are said to be. */
export function namesLabel(names: readonly string[], role: 'author' | 'editor'): string {
  const people = sayList(names);
  return role === 'editor' ? say('label.editors', { people, n: names.length }) : people;
}
/** `2nd edition`; empty without one. */
export const editionLabel = (edition: string | undefined): string => {
  const said = editionOf(edition);
  return said ? say(said) : '';
};

/**
 * How long so many would take: the classes that occur, soonest first.
 * @example waitsInWords({ now: 0, today: 0, week: 12, 'two-weeks': 180, later: 0, unlikely: 3 }) // '12 this
 *   week, 180 within two weeks, 3 unlikely'
 */
export const waitsInWords = (waits: Readonly<Record<WaitClass, number>>): string =>
  sayJoined(WAIT_CLASSES.filter((c) => waits[c] > 0).map((c) => `${sayNumber(waits[c])} ${waitLabel(c)}`));

const SAID_BY_CODE: Partial<Record<Group, string>> = {
  kind: 'kind',
  carrier: 'carrier',
  audience: 'audience',
  wait: 'wait',
  open: 'open',
};
/** A value of a group in words; what is a name already stays one. */
export function valueLabel(group: Group, value: string): string {
  if (group === 'language') return languageLabel(value);
  const code: MessageCode =
    group === 'peer' ? `label.peer.${value}.short` : `label.${SAID_BY_CODE[group]}.${value}`;
  const said = group === 'peer' || SAID_BY_CODE[group] ? say(code) : value;
  return said === code ? value : said;
}

/** `distance learner`. */
export const categoryLabel = (category: ReaderCategory): string => say(`label.category.${category}`);
/** Who said a message about a slip. */
export const speakerLabel = (m: Pick<SlipMessage, 'by' | 'from'>): string =>
  m.from || say(`label.by.${m.by}`);
/** What a message about a slip says: its own words, or those of the act that it tells. */
export function messageText(m: SlipMessage): string {
  if (m.text) return m.text;
  if (m.status === 'arrived' && m.until)
    return say('label.act.arrived', { place: m.from, day: sayDay(m.until, m.time) });
  if (m.status === 'lapsed') return say('label.act.lapsed');
  const act = m.id.endsWith('|request') ? 'request' : m.status === 'expired' ? 'expired' : actOf(m);
  return act ? say(`label.act.${act}`) : '';
}
