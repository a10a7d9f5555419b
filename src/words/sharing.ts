/** A mail about things: what each is, and where it stands for good. */
import type { Letter } from '../core/formats/letters';
import { recordHref } from '../core/model/address';
import type { ReferenceItem } from '../core/model/record';
import { say } from './generated/share';
import { itemLine } from './labels';
import { quoted } from './within';

export interface Mailed {
  readonly record: string;
  readonly csl: ReferenceItem;
  readonly note?: string;
}
/** Addresses typed one after the other, parted by commas, semicolons or blanks; those that are none apart. */
export function addressesIn(text: string): {
  readonly good: readonly string[];
  readonly odd: readonly string[];
} {
  const all = text.split(/[\s,;]+/).filter(Boolean);
  const good = all.filter((a) => /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>".]+$/.test(a));
  return { good, odd: all.filter((a) => !good.includes(a)) };
}
/** @param origin of the app: `https://read.example` */
export function letterOf(
  things: readonly Mailed[],
  {
    to,
    note,
    name,
    origin,
    link,
  }: { to: string; note: string; name: string; origin: string; link?: string | null },
): Letter {
  const what = things.map(({ record, csl, note: own }) =>
    [
      csl.title,
      itemLine({ id: '', ...csl }),
      own ? quoted(own) : '',
      record ? `${origin}${recordHref(record)}` : '',
    ]
      .filter(Boolean)
      .join('\n'),
  );
  return {
    to,
    subject:
      name ||
      (things.length === 1 ? (things[0]?.csl.title ?? '') : say('share.subject', { n: things.length })),
    text: [note.trim(), ...what, link ? `${say('share.wholePile')}\n${link}` : '']
      .filter(Boolean)
      .join('\n\n'),
  };
}
