/** People in a reference: family and given names, particles, suffixes, bodies, from what the model takes each word for. */
import type { CslName } from '../model/record';
import { trimmed } from '../text';
import { isTurned, type Lean, type SetPerson } from './manner';
import type { NameState } from './nameParts';
import { type Model, nameStates } from './tagger';
import { type Token, tokenise } from './tokens';

/** Letters of a list of people that are read: some three hundred names. */
const READ_AT_MOST = 6000;

const dotted = (initials: string): string => [...initials].map((i) => `${i}.`).join(' ');
/** `J.P.` and `JP` as `J. P.`; what is written out stays. */
function spaced(given: string): string {
  if (/^(?:\p{Lu}\p{M}*\.){2,}$/u.test(given)) return dotted(given.replaceAll('.', ''));
  if (/^\p{Lu}{1,4}$/u.test(given)) return dotted(given);
  if (/^\p{Lu}(?:\s\p{Lu}){0,3}$/u.test(given)) return dotted(given.replaceAll(' ', ''));
  return given;
}
/** Capitals are how some styles write family names, not how they are spelt. */
const lower = (family: string): string =>
  family.length > 2 && family === family.toUpperCase() && /\p{Lu}{3}/u.test(family)
    ? family.replace(/(\p{Lu})([\p{Lu}\p{M}]+)/gu, (_, a: string, b: string) => a + b.toLowerCase())
    : family;
const ALL_SMALL = /^[\p{Ll}\p{M}'’\s-]+$/u;

interface Run {
  readonly from: number;
  readonly to: number;
}
interface Person {
  readonly family: Run[];
  readonly given: Run[];
  readonly literal: Run[];
  readonly suffix: Run[];
}
/** Adds a word to what it belongs to: to the run before it, where only a mark or nothing stands between. */
function add(runs: Run[], t: Token, text: string, mark: RegExp): void {
  const last = runs.at(-1);
  if (last && mark.test(text.slice(last.to, t.start))) runs[runs.length - 1] = { from: last.from, to: t.end };
  else runs.push({ from: t.start, to: t.end });
}
const JOINS = /^[\s\-‐‑'’]*$/u;
const JOINS_GIVEN = /^[\s.\-‐‑'’]*$/u;
const JOINS_BODY = /^[^;]*$/u;

/** Words that no person is called by: whoever has one of them is a body. A language a line. */
const BODY_WORDS = [
  'universit(?:y|ies)|ministry|department|institute|committee|commission|council|agency|association|society|organi[sz]ation|federation|secretariat',
  'universität|ministerium|institut|kommission|agentur|gesellschaft|verband|verein|behörde|amt|\\p{L}{3,}amt|(?:bundes|landes)(?:anstalt|ministerium|behörde|institut|verband)',
  'université|ministère|département|comité|conseil|agence|société|fédération|secrétariat',
  'universidad|ministerio|departamento|instituto|comité|comisi[oó]n|consejo|agencia|asociaci[oó]n|sociedad|federaci[oó]n|secretaría',
  'universidade|ministério|comissão|conselho|agência|associação|sociedade|federação',
  'università|ministero|dipartimento|istituto|commissione|consiglio|agenzia|associazione|società|federazione',
  'universitet(?:et)?|institut(?:t|tet|et)|kommissionen|direktorat(?:et)?|statens|nämnden|(?:\\p{L}{3,})?styrelsen?|\\p{L}{3,}(?:verket|rådet|kontoret)',
  'universiteit|ministerie|uniwersytet|ministerstwo|instytut|univerzita|ministerstvo',
];
/** Words that speak for a body where one is thought of already. */
const BODY_HINTS = [
  'universi\\p{L}+|minist\\p{L}+|institut\\p{L}*|office|bureau|cent(?:re|er)|library|board|foundation|group|network|team',
  'union|trust|services?|authority|programme|consortium|company|collaboration|alliance|forum|academy|college|press',
  'inc|ltd|gmbh|corporation|labs|of|for|the|and|des|für',
];
const anyOf = (words: readonly string[]): RegExp =>
  new RegExp(`(?<!\\p{L})(?:${words.join('|')})(?!\\p{L})`, 'iu');
const BODY_ALWAYS = anyOf(BODY_WORDS);
/** Whether words name a body, whatever stands around them. */
export const isBody = (text: string): boolean => BODY_ALWAYS.test(text);
const BODY = new RegExp(`${anyOf([...BODY_WORDS, ...BODY_HINTS]).source}|&|\\d`, 'iu');
/** `Anna B`: the stop behind it is the initial's. */
const ENDS_IN_INITIAL = /[\s.-]\p{Lu}$/u;
/** What stands behind a name and is no initial of it. */
const GENERATION = /^(?:I{2,3}|IV|[JS]r\.?)$/u;
/** A few words among people are one of them: `Qiang Can`, `Can, Qiang`, `Can Q`. */
function asPerson(text: string, beside: boolean, turned: boolean): CslName {
  const words = text.split(/\s+/);
  const [family, given, more] = text.split(/,\s*/);
  // `de Ordín Quinués, Felipe`: no body is called so.
  const byComma = more === undefined && given !== undefined && /^\p{Ll}/u.test(text) && words.length < 6;
  if ((words.length > (beside ? 4 : 3) && !byComma) || words.length < 2) return { literal: text };
  if (given) return { family: lower(family as string), given: spaced(given) };
  const last = words.at(-1) as string;
  if (GENERATION.test(last) && words.length > 2)
    return { ...asPerson(words.slice(0, -1).join(' '), beside, turned), suffix: last };
  if (turned) {
    const to = 1 + words.findIndex((w) => !ALL_SMALL.test(w));
    if (to && to < words.length)
      return { family: lower(words.slice(0, to).join(' ')), given: spaced(words.slice(to).join(' ')) };
  }
  return /^(?:\p{Lu}\.?){1,3}$/u.test(last)
    ? { family: lower(words.slice(0, -1).join(' ')), given: spaced(last) }
    : { family: lower(last), given: spaced(words.slice(0, -1).join(' ')) };
}
/** Words, and initials behind them with no comma between: `Amares Esteiro B`, `Lo Ferraldi TF`. */
const WORDS_THEN_INITIALS =
  /^(\p{L}[\p{L}\p{M}’'‐-]*\p{Ll}(?:\s+\p{L}[\p{L}\p{M}’'‐-]*\p{Ll})*)\s+(\p{Lu}\.?(?:[\s-]?\p{Lu}\.?){0,2})$/u;
/**
 * Who has initials has no names written out before them: what stands before is of the family name, unless somebody
 * beside has given names written out.
 * @param sure whether all of the list have initials alone
 */
function beforeInitials(
  person: Person,
  text: string,
  sure: boolean,
): { readonly family: string; readonly given: string } | null {
  const [first] = person.given;
  const last = person.family.at(-1);
  if (!last || (first && (first.from < last.to || /[,;(]/.test(text.slice(last.to, first.from)))))
    return null;
  const from = person.family[0]?.from ?? 0;
  const to = person.given.at(-1)?.to ?? last.to;
  const whole = text.slice(from, to).replace(/\s+/g, ' ');
  const own = WORDS_THEN_INITIALS.exec(whole);
  if (!own || /\p{Lu}{3}/u.test(whole.split(' ')[0] ?? '')) return null;
  const [, family = '', given = ''] = own;
  // `Grisveen Asger M.`: one initial with a stop stands behind given names as often as behind a double one.
  if (!sure && text[to] === '.' && /^\p{Lu}$/u.test(given)) return null;
  return GENERATION.test(given) || !family.includes(' ') ? null : { family, given: spaced(given) };
}
/**
 * @param beside whether there are others that are people
 * @param given what given names are here: `words` where somebody beside has one written out, or many of the whole list
 */
function nameOf(
  person: Person,
  text: string,
  {
    beside,
    turned,
    given: manner,
  }: { readonly beside: boolean; readonly turned: boolean; readonly given: Lean['given'] },
): CslName | null {
  const of = (runs: readonly Run[]): string[] =>
    runs.map((r) => text.slice(r.from, r.to).replace(/\s+/g, ' '));
  if (person.literal.length) {
    const body = trimmed(of(person.literal).join(' '), ' ,;.&', ' ,;&');
    return BODY.test(body) ? { literal: body } : asPerson(body, beside, turned);
  }
  const runs = [...person.family, ...person.given].sort((a, b) => a.from - b.from);
  const whole = runs.length > 1 ? text.slice(runs[0]?.from, runs.at(-1)?.to) : '';
  if (BODY_ALWAYS.test(whole) && !/[,;]/.test(whole)) return { literal: whole.replace(/\s+/g, ' ') };
  const parts = of(person.family);
  // `Oost, N. van der`: particles that stand behind belong before the name.
  const behind = parts.length > 1 ? parts.slice(1).filter((p) => ALL_SMALL.test(p)) : [];
  const family = [...behind, ...parts.filter((p) => !behind.includes(p)).map(lower)].join(' ');
  const given = of(
    person.given.map((r) => ({
      from: r.from,
      to:
        text[r.to] === '.' && (r.to - r.from <= 4 || ENDS_IN_INITIAL.test(text.slice(r.from, r.to)))
          ? r.to + 1
          : r.to,
    })),
  )
    .map(spaced)
    .join(' ');
  const suffix = of(person.suffix).join(' ');
  const double = manner === 'words' ? null : beforeInitials(person, text, manner === 'initials');
  if (double) return { ...double, ...(suffix ? { suffix } : {}) };
  // `Søren Nielhaug II`: who has a namesake is told from him by the given name.
  if (suffix && !given && /^\p{Lu}\S+\s\p{Lu}\S+$/u.test(family))
    return { ...asPerson(family, beside, turned), suffix };
  if (!family)
    return given ? (beside && given.includes(' ') ? asPerson(given, true, turned) : { family: given }) : null;
  return { family, ...(given ? { given } : {}), ...(suffix ? { suffix } : {}) };
}
/** What styles and catalogues write where nobody is named. */
const NOBODY = /^(?:anon|anonym(?:e|us|ous)?|an[óo]nim[oa]|anônimo|s\.?\s?n\.?)\.?$/iu;
const isNobody = ({ family, given, literal }: Person, text: string): boolean => {
  const own = [...family, ...given, ...literal];
  return own.length === 1 && own.every((r) => NOBODY.test(text.slice(r.from, r.to)));
};
const emptyPerson = (): Person => ({ family: [], given: [], literal: [], suffix: [] });

/** The names that tokens make, by what each is taken for. */
export function namesOf(
  text: string,
  tokens: readonly Token[],
  states: readonly NameState[],
  lean?: Lean,
): CslName[] {
  const people: Person[] = [];
  let own = emptyPerson();
  const begin = (): void => {
    people.push(own);
    own = emptyPerson();
  };
  const isEmpty = (): boolean => !own.family.length && !own.given.length && !own.literal.length;
  for (const [i, t] of tokens.entries()) {
    const state = states[i] ?? 'none';
    if (state === 'none') continue;
    if (state.startsWith('new ') && !isEmpty()) begin();
    const part = state.replace('new ', '');
    // A body beside a family name is somebody else.
    if ((part === 'literal') !== own.literal.length > 0 && !isEmpty() && part !== 'suffix') begin();
    if (part === 'family') add(own.family, t, text, JOINS);
    else if (part === 'given') add(own.given, t, text, JOINS_GIVEN);
    else if (part === 'literal') add(own.literal, t, text, JOINS_BODY);
    else own.suffix.push({ from: t.start, to: t.end });
  }
  begin();
  const named = people.filter((p) => !isNobody(p, text));
  const beside = named.some((p) => p.family.length > 0 && p.given.length > 0);
  const writtenOut = named.some(
    ({ given }) => given.length > 0 && given.every((g) => /\p{Ll}{2}$/u.test(text.slice(g.from, g.to))),
  );
  const given = writtenOut ? 'words' : (lean?.given ?? null);
  return named.flatMap(
    (p, k) => nameOf(p, text, { beside, turned: isTurned(k ? lean?.next : lean?.first), given }) ?? [],
  );
}

const cut = (text: string): string => text.slice(0, READ_AT_MOST);
/**
 * @param lean how the lists beside it are set, where that is known
 * @example readNames('Lindqvarn, T., & Ostholt, N.', model) // [{ family: 'Lindqvarn', given: 'T.' }, { family:
 *   'Ostholt', given: 'N.' }]
 */
export function readNames(text: string, model: Model, lean?: Lean): CslName[] {
  const tokens = tokenise(cut(text));
  return namesOf(cut(text), tokens, nameStates(tokens, model, lean).states, lean);
}
/** How each of the people is set. */
export const howSet = (text: string, model: Model): readonly SetPerson[] =>
  nameStates(tokenise(cut(text)), model).people;
