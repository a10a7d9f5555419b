/**
 * The processor (citeproc-js), with some of its inner ways made shorter. A long list in a long style is millions of
 * small steps; what is here are those of them that took most and could take less with the very same result, which
 * `citing.test.ts` holds against the processor as it comes.
 */
import CSL, { type CslName, type Engine } from 'citeproc';
import type { StyleNode } from './style';

/** Text in which no quotation mark, apostrophe or tag can stand, in whatever language. */
const PLAIN = /^[A-Za-z0-9 .,:;()/&\u00c0-\u024f–—-]*$/;
/**
 * It looks for quotation marks and tags in every piece of text that it sets, with an expression made anew each
 * time: a tenth to a fifth of all its work. Text that has none is passed as it is.
 */
export function passPlainText({ fun: { flipflopper } }: Engine): void {
  const look = flipflopper.processTags;
  flipflopper.processTags = (blob) => {
    if (typeof blob.blobs !== 'string' || !PLAIN.test(blob.blobs)) look.call(flipflopper, blob);
  };
}

/** Processors whose things are set each for itself. */
const apart = new WeakSet<object>();
/** Things are set each for itself: no keys to sort them by, no letters, initials or more names to tell them apart. */
export function tellNobodyApart(engine: Engine): void {
  engine.registry.setsortkeys = () => undefined;
  engine.disambiguate.modes.length = 0;
  apart.add(engine);
}
/** Nothing to be seen: with it a text is no member that every object has. */
const JOINER = '\u2060';
/** It looks things up by their text in plain objects; nobody's book is called as what every object has. */
const asKey = (text: string): string => (text in Object.prototype ? text + JOINER : text);
/** What is told apart is first set as it is cited, to see whose citations are alike. */
function knowNobodyApart(): void {
  const { getAmbiguousCite } = CSL;
  CSL.getAmbiguousCite = function (item, ...how) {
    return apart.has(this) ? item.id : asKey(getAmbiguousCite.call(this, item, ...how));
  };
}
/** A part of a name as the processor looks it up: without its stops. */
const namePart = (part: string | undefined): string | undefined =>
  part && asKey(part.replace(/\./g, ' ').trim()).endsWith(JOINER) ? part + JOINER : part;
/** The same for the names that it keeps, by family and by given name. */
export function keepOddNames({ registry: { namereg } }: Engine): void {
  const { addname, evalname } = namereg;
  const safe = (name: CslName): CslName => {
    const [family, given] = [namePart(name.family), namePart(name.given)];
    return family === name.family && given === name.given ? name : { ...name, family, given };
  };
  namereg.addname = (id, name, ...how) => addname.call(namereg, id, safe(name), ...how);
  namereg.evalname = (id, name, ...how) => evalname.call(namereg, id, safe(name), ...how);
}
/** A thing of the list is asked for again, and takes the place of what was read of it. */
export function readAnew(engine: Engine, id: string): void {
  delete engine.tmp.loadedItemIDs[id];
  engine.registry.refhash[id] = engine.retrieveItem(id);
}

/** Languages whose small letters are not everybody's (Unicode, SpecialCasing). */
const OWN_CASE = /^(?:az|lt|tr)\b/i;
/** Text in which HTML has to say nothing otherwise, and no raised letter stands. */
const AS_IT_IS = /^(?!.*\s\s)[A-Za-z0-9 .,:;()/'\u00c0-\u024f\u2013-\u201d-]*$/;
/** The same for small letters, asked of the platform language by language, and for what HTML escapes: five passes. */
function passPlainLetters(): void {
  const { toLocaleLowerCase } = CSL;
  CSL.toLocaleLowerCase = function (text) {
    return (this.tmp.lang_array ?? [this.opt?.lang ?? '']).some((l) => OWN_CASE.test(l))
      ? toLocaleLowerCase.call(this, text)
      : text.toLowerCase();
  };
  const { html } = CSL.Output.Formats;
  const escaped = html.text_escape;
  html.text_escape = (text) => (text && AS_IT_IS.test(text) ? text : escaped(text));
}

/** By style: its macros by name. */
const macros = new WeakMap<StyleNode, ReadonlyMap<string, StyleNode[]>>();
function byName(list: readonly StyleNode[]): ReadonlyMap<string, StyleNode[]> {
  const out = new Map<string, StyleNode[]>();
  for (const one of list) {
    const name = one.attrs.name ?? '';
    out.set(name, [...(out.get(name) ?? []), one]);
  }
  return out;
}
/** Each use of a macro goes through the whole style for it; styles of the larger sort use theirs a thousand times. */
function knowMacros(): void {
  const { getNodesByName } = CSL.XmlJSON.prototype;
  CSL.XmlJSON.prototype.getNodesByName = function (node, name, called, found) {
    if (name !== 'macro' || !called || found || node?.name !== 'style')
      return getNodesByName.call(this, node, name, called, found);
    const known = macros.get(node) ?? byName(getNodesByName.call(this, node, name));
    macros.set(node, known);
    return known.get(called) ?? [];
  };
}
/** Every element is asked for each of eleven forms of type by the position of its name in a list. */
function decorateInOrder(): void {
  const sequence = CSL.FORMAT_KEY_SEQUENCE;
  CSL.setDecorations = (_state, attributes) => {
    const decorations: [string, string][] = [];
    for (const key of sequence) {
      const value = attributes[key];
      if (!value) continue;
      decorations.push([key, value]);
      delete attributes[key];
    }
    return decorations;
  };
}
/** What lies on top of its stacks is asked for at every step, and was cut off into a list of its own each time. */
function lookAtTop(): void {
  CSL.Stack.prototype.value = function () {
    return this.mystack[this.mystack.length - 1];
  };
}
/**
 * What is told apart is set again for it, also what is cited like nothing else in the list, which is nearly all of
 * a list, and comes out as it was.
 */
function leaveLoneOnes(): void {
  const { run } = CSL.Disambiguation.prototype;
  CSL.Disambiguation.prototype.run = function (cited) {
    if (this.ambigcites[cited]?.length !== 1) run.call(this, cited);
  };
}
passPlainLetters();
knowMacros();
decorateInOrder();
lookAtTop();
knowNobodyApart();
leaveLoneOnes();

export { CSL };
