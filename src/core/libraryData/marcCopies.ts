/**
 * The copies that a MARC record tells of: a field of its own for each place (852 in MARC 21, 9xx in many systems), and
 * where there are such, a field for each piece (876 to 878), linked to its place by the number in $8 (MARC 21 Format
 * for Holdings Data).
 */
import type { MarcField, MarcRecord } from '../formats/marc';
import { type Message, msg } from '../model/message';
import type { CampusId, Copy, CopyStatus } from '../model/record';
import { parseDay } from '../model/time';
import { trimmed } from '../text';
import type { Mapping } from './mapping';

type Places = Omit<NonNullable<Mapping['copies']['items']>, 'field'>;
const sub = (f: MarcField, code: string | undefined): string =>
  code === undefined ? '' : (f.subfields.find(([c, t]) => c === code && t.trim())?.[1].trim() ?? '');
/** The days in which catalogues write: 2026-12-01, 20261201, 1.12.2026, 01/12/2026. */
export function dayIn(text: string): string | null {
  const iso = /^(\d{4})-?(\d{2})-?(\d{2})/.exec(text);
  const other = /^(\d{1,2})[./](\d{1,2})[./](\d{4})/.exec(text);
  const day = iso
    ? `${iso[1]}-${iso[2]}-${iso[3]}`
    : other
      ? `${other[3]}-${(other[2] as string).padStart(2, '0')}-${(other[1] as string).padStart(2, '0')}`
      : '';
  return day && parseDay(day) !== null ? day : null;
}
/** Field link and sequence number: `1.2\a` belongs to what has `1`. */
const linkOf = (f: MarcField): string => /^\d+/.exec(sub(f, '8'))?.[0] ?? '';

/** What a field says of a copy, by the subfields that the library named for it. */
function partsOf(f: MarcField, at: Places) {
  const callNumber = (at.callNumber ?? [])
    .flatMap((code) => f.subfields.filter(([c]) => c === code).map(([, t]) => t.trim()))
    .filter(Boolean)
    .join(' ');
  return {
    campus: sub(f, at.campus),
    level: trimmed(sub(f, at.level), ' ', ' :,;'),
    callNumber: trimmed(callNumber, ' ', ' /:,;'),
    status: sub(f, at.status),
    due: sub(f, at.due),
    queue: sub(f, at.queue),
    rule: sub(f, at.rule),
  };
}
type Parts = ReturnType<typeof partsOf>;

/**
 * @param campuses ids of library.yaml
 * @returns the copies, and a message for each that can't be used
 */
export function copiesOfMarc(
  m: MarcRecord,
  mapping: Mapping,
  campuses: ReadonlySet<string>,
): { readonly copies: readonly Copy[]; readonly problems: readonly Message[] } {
  const { field, items, ...at } = mapping.copies;
  const places = m.fields.filter((f) => f.tag === field && !mapping.leaves.has(f.tag));
  const pieces = items ? m.fields.filter((f) => f.tag === items.field) : [];
  const found: Parts[] = places.flatMap((place) => {
    const own = partsOf(place, at);
    const link = linkOf(place);
    const linked = link ? pieces.filter((f) => linkOf(f) === link) : places.length === 1 ? pieces : [];
    return linked.length && items
      ? linked.map((f) => {
          const piece = partsOf(f, items);
          // What a piece says of itself stands before what its place says.
          return Object.fromEntries(
            Object.entries(own).map(([k, v]) => [k, piece[k as keyof Parts] || v]),
          ) as Parts;
        })
      : [own];
  });
  const [only] = campuses.size === 1 ? [...campuses] : [];
  const [copies, problems]: [Copy[], Message[]] = [[], []];
  for (const { campus, level, callNumber, status, due, queue, rule } of found) {
    const id = mapping.campuses(campus) ?? (campuses.has(campus) ? campus : only);
    if (id === undefined || !campuses.has(id)) {
      problems.push(msg('libraryfolder.copyNowhere', { id: campus.slice(0, 60) }));
      continue;
    }
    const state = mapping.statuses(status) ?? (status ? null : 'in');
    if (state === null) problems.push(msg('libraryfolder.statusUnknown', { status: status.slice(0, 60) }));
    const back = dayIn(due);
    const stands: CopyStatus =
      state === 'out' || state === 'transit'
        ? back === null
          ? { state: 'missing' }
          : state === 'out'
            ? { state, due: back, queue: Number(/^\d{1,3}$/.exec(queue)?.[0] ?? 0) }
            : { state, due: back }
        : { state: state ?? 'missing' };
    if ((state === 'out' || state === 'transit') && back === null)
      problems.push(msg('libraryfolder.copyNoDue', { status: state }));
    copies.push({
      campus: id as CampusId,
      location: mapping.levels(level) ?? level,
      callNumber,
      status: stands,
      rule: mapping.rules(rule) ?? 'loan',
    });
  }
  return { copies, problems };
}
