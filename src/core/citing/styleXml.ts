/** A style from a file of the reader's own: looked over, then made into the tree that the processor takes. */
import CSL from 'citeproc';
import { XMLValidator } from 'fast-xml-parser';
import { CodedError } from '../codedError';
import { msg } from '../model/message';
import type { StyleNode } from './style';

const NAMESPACE = 'http://purl.org/net/xbiblio/csl';
/** Longer than any style there is, several times over. */
const LONGEST = 1_000_000;

const inside = function* (node: StyleNode): Generator<StyleNode> {
  yield node;
  for (const child of node.children) if (typeof child !== 'string') yield* inside(child);
};
const refuse = (code: string, values: Readonly<Record<string, string | number>> = {}): never => {
  throw new CodedError(msg(`citing.${code}`, values));
};

/** The processor's own reader takes apart what the check lets pass, and stumbles over what no style has. */
function parsed(xml: string): StyleNode {
  try {
    return CSL.parseXml(xml);
  } catch {
    return refuse('noStyle');
  }
}
/**
 * Reads a CSL 1.0 style. Throws a CodedError that says what is wrong with a file that is none.
 */
export function styleFromXml(xml: string): StyleNode {
  if (xml.length > LONGEST) refuse('tooLong', { most: LONGEST });
  // Entities of its own are nothing that a style needs, and a way to make much of little.
  if (/<!(?:DOCTYPE|ENTITY)/i.test(xml)) refuse('doctype');
  const well = XMLValidator.validate(xml);
  if (well !== true) refuse('notXml', { line: well.err.line, what: well.err.msg });
  const style = parsed(xml);
  if (style.name !== 'style' || style.attrs.xmlns !== NAMESPACE) refuse('noStyle');
  if (!/^1\.\d/.test(style.attrs.version ?? '')) refuse('version', { version: style.attrs.version ?? '' });
  const all = [...inside(style)];
  const top = (name: string): StyleNode | undefined =>
    style.children.find((c): c is StyleNode => typeof c !== 'string' && c.name === name);
  const parent = all.find((n) => n.name === 'link' && n.attrs.rel === 'independent-parent');
  if (!top('citation')) {
    if (parent) refuse('dependent', { parent: parent.attrs.href ?? '' });
    refuse('noCitation');
  }
  const macros = new Set(all.filter((n) => n.name === 'macro').map((n) => n.attrs.name ?? ''));
  for (const { name, attrs } of all)
    if ((name === 'text' || name === 'key') && attrs.macro !== undefined && !macros.has(attrs.macro))
      refuse('noMacro', { macro: attrs.macro });
  for (const name of ['citation', 'bibliography']) {
    const part = top(name);
    if (part && ![...inside(part)].some((n) => n.name === 'layout')) refuse('noLayout', { part: name });
  }
  return style;
}
