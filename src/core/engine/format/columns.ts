/**
 * The groups with few values, packed: each record has the number of its combination, and the table of
 * combinations holds sixteen bits a group. Value lists are closed (kinds, carriers …) or small (languages,
 * sources); `place` is the number of a set of campuses, and a table of its own holds the sets, a bit a
 * campus.
 */
import { AUDIENCE_LIST, CARRIER_LIST, KIND_LIST } from '../../model/kinds';
import { PEER_LIST } from '../../model/peerReview';
import type { Group } from '../../query/request';

export const COMBO_GROUPS = [
  'kind',
  'language',
  'peer',
  'carrier',
  'audience',
  'source',
  'place',
] as const satisfies readonly Group[];
export type ComboGroup = (typeof COMBO_GROUPS)[number];
export const COMBO_WIDTH = COMBO_GROUPS.length;
/** Whether a group is counted through combinations. */
export const isComboGroup = (c: string): c is ComboGroup => (COMBO_GROUPS as readonly string[]).includes(c);
/** The place of a group in a combination. */
export const comboSlot = (group: ComboGroup): number => COMBO_GROUPS.indexOf(group);
/** In a combination: the record has no such value. */
export const NONE = 0xffff;

export const CLOSED_LISTS: Partial<Record<Group, readonly string[]>> = {
  kind: KIND_LIST,
  peer: PEER_LIST,
  carrier: CARRIER_LIST,
  audience: AUDIENCE_LIST,
};
