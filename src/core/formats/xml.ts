/** Writing XML by hand where the shape is small: text is escaped, what XML 1.0 can't carry is dropped. */
import { table } from '../table';

const ESCAPES = table<string>({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' });
/** Text as it stands in XML: the five characters escaped, what XML 1.0 forbids left out. */
export const xmlText = (text: string): string =>
  text
    .replace(/[^\P{Cc}\t\n\r]|[\ufffe\uffff]|\p{Cs}/gu, '')
    .replace(/[&<>"']/g, (c) => ESCAPES.get(c) as string);
/**
 * An element with attributes; `body` is XML already. Elements without content are left out unless `empty`.
 */
export function element(
  name: string,
  body: string,
  attributes: Readonly<Record<string, string | undefined>> = {},
  empty = false,
): string {
  if (body === '' && !empty) return '';
  const list = Object.entries(attributes).flatMap(([k, v]) =>
    v === undefined ? [] : [` ${k}="${xmlText(v)}"`],
  );
  return body === '' ? `<${name}${list.join('')}/>` : `<${name}${list.join('')}>${body}</${name}>`;
}
/** An element with nothing but text in it. */
export const textElement = (
  name: string,
  text: string | undefined,
  attributes: Readonly<Record<string, string | undefined>> = {},
): string => (text ? element(name, xmlText(text), attributes) : '');
