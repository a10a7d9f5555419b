/**
 * Plausible text for a made document: paragraphs about the item's own subjects, the same every time for the
 * same item. It says of itself that it is invented; nobody should take it for the work.
 */
import type { DiscoveryRecord } from '../core/model/record';
import { random } from '../core/random';

const OPENINGS = [
  'It has long been held that',
  'Little is known about how',
  'In the years that followed',
  'Our informants agreed that',
  'The sources leave no doubt that',
  'Measured over three seasons',
  'Against this stands the finding that',
  'Nothing in the record suggests that',
];
const MIDDLES = [
  'was shaped by',
  'cannot be told apart from',
  'depends less on custom than on',
  'changed together with',
  'was weighed against',
  'owes more than is usually said to',
  'varied with',
  'came to stand for',
];
const ENDS = [
  'the harbour towns',
  'what the islands could spare',
  'the price of salt',
  'the length of the winter',
  'who kept the accounts',
  'the distance to market',
  'a habit of reckoning',
  'the law of the shore',
];
const HEADINGS = [
  'Introduction',
  'Background',
  'Sources and method',
  'Findings',
  'Discussion',
  'Limits',
  'Conclusion',
];

export interface TextSection {
  readonly heading: string;
  readonly paragraphs: readonly string[];
}
export function fullTextOf(
  record: Pick<DiscoveryRecord, 'id' | 'csl'> & { readonly subjects?: readonly string[] },
): TextSection[] {
  let seed = 7;
  for (const c of record.id + record.csl.title) seed = (Math.imul(seed, 31) + c.charCodeAt(0)) | 0;
  const r = random(seed);
  const topics = [...(record.subjects ?? []), ...record.csl.title.split(/[:,;–]/)]
    .map((t) => t.trim().toLowerCase())
    .filter((t) => t.length > 3);
  const topic = () => (topics.length ? r.pick(topics) : 'the matter');
  const sentence = () =>
    `${r.pick(OPENINGS)} ${topic()} ${r.pick(MIDDLES)} ${r.chance(0.5) ? topic() : r.pick(ENDS)}.`;
  return HEADINGS.map((heading) => ({
    heading,
    paragraphs: Array.from({ length: r.int(2, 4) }, () =>
      Array.from({ length: r.int(4, 8) }, sentence).join(' '),
    ),
  }));
}
