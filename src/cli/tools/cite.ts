/**
 * `tool cite --style NAME | --csl FILE [--locale xx]`: CSL-JSON on standard input (an array, or an item a line),
 * set in a style; one JSON line an entry in the order of the list: `{id, text, html, inText, missing}`. Ends with
 * 1 when an item could not be read, with 2 when nothing could be set.
 */
import { readFileSync } from 'node:fs';
import { citeAll } from '../../core/citing/cite';
import { asHtml, asText } from '../../core/citing/runs';
import { type StyleNode, unpacked } from '../../core/citing/style';
import { styleFromXml } from '../../core/citing/styleXml';
import { CodedError } from '../../core/codedError';
import type { CslItem } from '../../core/model/record';
import { Styles } from '../../server/styles';
import { say } from '../../words/generated/citing';
import { argsOf } from '../args';

const { values } = argsOf('npm run tool -- cite --style NAME|--csl FILE [--locale xx]', {
  options: { style: { type: 'string' }, csl: { type: 'string' }, locale: { type: 'string' } },
});
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const styles = await Styles.open('.cache/styles.json');
function theStyle(): StyleNode {
  if (values.csl) {
    try {
      return styleFromXml(readFileSync(values.csl, 'utf8'));
    } catch (error) {
      return stop(error instanceof CodedError ? say(error.said) : String(error));
    }
  }
  if (!values.style) return stop('tool cite --style NAME | --csl FILE [--locale xx]');
  const packed = styles.style(values.style);
  if (packed) return unpacked(packed);
  const near = styles.find(values.style).map((s) => `  ${s.id}  ${s.title}`);
  return stop([say('citing.noSuchStyle', { name: values.style }), ...near].join('\n'));
}
const style = theStyle();

let odd = 0;
/** Items as they are: the processor is given all that they have. */
function itemsIn(text: string): CslItem[] {
  const read = (json: string, where: string): unknown[] => {
    try {
      const value: unknown = JSON.parse(json);
      return Array.isArray(value) ? value : [value];
    } catch (error) {
      odd++;
      console.error(`${where}: ${error instanceof Error ? error.message : error}`);
      return [];
    }
  };
  const trimmed = text.trim();
  const all = trimmed.startsWith('[')
    ? read(trimmed, '-')
    : trimmed.split('\n').flatMap((line, i) => (line.trim() ? read(line, String(i + 1)) : []));
  const seen = new Set<string>();
  return all.flatMap((value, i): CslItem[] => {
    const item = value as Partial<CslItem> | null;
    const id = typeof item === 'object' && item !== null ? String(item.id ?? `item-${i + 1}`) : '';
    if (typeof item !== 'object' || item === null || seen.has(id)) {
      odd++;
      console.error(`${i + 1}: ${id ? `a second “${id}”` : 'no object'}`);
      return [];
    }
    seen.add(id);
    return [{ title: '', ...item, id, type: typeof item.type === 'string' ? item.type : 'document' }];
  });
}
const items = itemsIn(readFileSync(0, 'utf8'));
const locale = values.locale ?? null;
if (locale && !styles.locale(locale)) stop(`There is no locale “${locale}”: ${styles.locales.join(' ')}`);
const localeOf = (name: string): StyleNode | null => {
  const packed = styles.locale(name);
  return packed ? unpacked(packed) : null;
};
for (const { id, runs, cited, missing } of citeAll(items, { style, locale, localeOf }).entries)
  console.log(
    JSON.stringify({ id, text: asText(runs), html: asHtml(runs), inText: asText(cited ?? []), missing }),
  );
process.exit(odd ? 1 : 0);
