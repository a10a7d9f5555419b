/**
 * Reading the policy file: checked when an index is built and whenever the file changes, trusted everywhere
 * after. What is wrong is said with the path of the value, the rule it breaks and what stands there.
 */

import type Joi from 'joi';
import { type Message, msg } from '../model/message';
import { type Policy, policyShape } from '../model/policy';
import { schemaOf, shapeFault } from '../model/schema';
import { own } from '../table';
import { errorText } from '../text';

const NAMED_AT_MOST = 5;
/** What is wrong with each value at fault; the first few of them. */
const unusable = (faults: readonly Message[]): Message =>
  msg('policyfile.cantBeUsed', {
    said: { joined: faults.slice(0, NAMED_AT_MOST), by: '. ' },
    more: Math.max(0, faults.length - NAMED_AT_MOST),
  });
const found = (fault: Message, value: unknown): Message =>
  value === undefined || typeof value === 'object'
    ? fault
    : msg('policyfile.found', { fault, value: JSON.stringify(value) });

/**
 * Returns the policy, or a message that names every value at fault by its path, at most five of them.
 * @example say(readPolicy({ ...policy, openSlips: 0 }).problem) // 'The policy file can’t be used: openSlips
 *   must be at least 1; it is 0.'
 */
export function readPolicy(value: unknown): { policy: Policy } | { problem: Message } {
  const { value: policy, error }: Joi.ValidationResult = schemaOf(policyShape).validate(value, {
    abortEarly: false,
    convert: false,
  });
  if (!error) return { policy: policy as Policy };
  return { problem: unusable(error.details.map((d) => found(shapeFault(d), d.context?.value))) };
}

/**
 * What the policy must say of the places there are, and does not: a road from every campus and partner to
 * every campus, a desk that is one of the campuses. Null when nothing is missing.
 */
export function placesProblem(
  policy: Policy,
  places: { readonly campuses: readonly Place[]; readonly partners: readonly Place[] },
): Message | null {
  const { campuses, partners } = places;
  const gaps: Message[] = [];
  for (const from of [...campuses, ...partners])
    for (const to of campuses)
      if (from.id !== to.id && !own(own(policy.courier.transit, from.id) ?? {}, to.id))
        gaps.push(msg('shape.missing', { label: `courier.transit.${from.id}.${to.id}` }));
  if (!campuses.some((c) => c.id === policy.lending.desk))
    gaps.push(
      found(
        msg('shape.oneOf', { label: 'lending.desk', list: { joined: campuses.map((c) => c.id), by: ', ' } }),
        policy.lending.desk,
      ),
    );
  return gaps.length ? unusable(gaps) : null;
}
interface Place {
  readonly id: string;
}

/** As `readPolicy`, from the file's text. */
export function parsePolicy(text: string): { policy: Policy } | { problem: Message } {
  try {
    return readPolicy(JSON.parse(text));
  } catch (error) {
    return {
      problem: msg('policyfile.notJson', { said: errorText(error) }),
    };
  }
}
