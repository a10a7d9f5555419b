/** The policy as a table of paths and values, for the page on which staff read it. Nothing is left out. */

import { type Message, msg } from '../model/message';
import type { Policy } from '../model/policy';

export interface PolicyRow {
  /** Path in the file, like `copyright.shareOfPages`. */
  readonly path: string;
  readonly value: string | Message;
}
/** One entry a section of the file; lists and spreads are written on one line. */
export function policyTable(policy: Policy): { section: string; rows: PolicyRow[] }[] {
  const sections: { section: string; rows: PolicyRow[] }[] = [];
  const general: PolicyRow[] = [];
  for (const [name, value] of Object.entries(policy)) {
    if (typeof value !== 'object' || Array.isArray(value) || isSpread(value))
      general.push({ path: name, value: written(value) });
    else sections.push({ section: name, rows: rowsOf(name, value as Record<string, unknown>) });
  }
  return [{ section: 'general', rows: general }, ...sections];
}
const isSpread = (v: unknown): boolean =>
  typeof v === 'object' && v !== null && Object.keys(v).sort().join() === 'likely,median';
function rowsOf(path: string, value: Record<string, unknown>): PolicyRow[] {
  return Object.entries(value).flatMap(([key, v]) => {
    const here = `${path}.${key}`;
    if (typeof v === 'object' && v !== null && !Array.isArray(v) && !isSpread(v))
      return rowsOf(here, v as Record<string, unknown>);
    return [{ path: here, value: written(v) }];
  });
}
const BETWEEN = '; ';
function written(v: unknown): string | Message {
  if (isSpread(v)) {
    const { median, likely } = v as { median: number; likely: number };
    return median === likely
      ? msg('policyfile.workingDays', { median })
      : msg('policyfile.spread', { median, likely });
  }
  if (Array.isArray(v)) {
    if (v.length === 0) return msg('policyfile.none');
    if (v.every((x) => typeof x !== 'object')) return v.join(BETWEEN);
    return msg('label.joined', {
      parts: { joined: v.map((x) => spanText(x as Record<string, string>)), by: BETWEEN },
    });
  }
  return typeof v === 'boolean' ? msg(v ? 'policyfile.yes' : 'policyfile.no') : String(v);
}
const spanText = ({ name, from, to }: Record<string, string>): Message =>
  from === to ? msg('policyfile.day', { name, from }) : msg('policyfile.span', { name, from, to });
