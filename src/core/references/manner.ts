/**
 * People in one manner. A chain decides word by word, and may take one person of a list for a turned name and the
 * next for two; lists are set in one manner, though: all turned (`Lind, Anna`), all straight, turned without a comma,
 * or by family names alone; often the first turned and the others not. So the best path is looked for among those
 * that spell whole persons out, and a change of manner costs. Constraints on what a chain may say, at little cost
 * beside what is seen: Chang, Ratinov and Roth 2012.
 */
import { table } from '../table';
import type { Chain } from './chain';
import { NAME_STATES, type NameState } from './nameParts';
import type { Token } from './tokens';

/** Turned, with a comma · straight · turned without one · family names alone. */
const MANNERS = ['turned', 'straight', 'bare', 'family'] as const;
const [TURNED, STRAIGHT, BARE] = [0, 1, 2] as const;

/**
 * What a step costs beside what the chain says of it, in the chain's own units: a letter's case weighs some tens of
 * them. Found on styles that the reader was trained with, set with words that it has not met; most could be half or
 * twice as much.
 */
const COSTS = {
  /** Another manner than the person before; after a turned one the others are straight in many styles. */
  change: 100,
  firstTurned: 20,
  oneName: 120,
  /** A family name of one letter. */
  letter: 500,
  /** Nothing but a comma between people, where other marks part people. */
  commaAlone: 150,
  noMark: 200,
  givenAlone: 500,
  oneWordBody: 100,
} as const;
type Cost = keyof typeof COSTS;

/** What a token is. */
type Is =
  | 'word'
  | 'initial'
  | 'particle'
  | 'comma'
  | 'open'
  | 'close'
  /** A mark that may stand within a name, and one that has nothing around it and parts nobody. */
  | 'inner'
  | 'joint'
  | 'mark';
const WORDS = ['word', 'initial', 'particle'] as const;
const WITHIN = ['inner', 'joint'] as const;

interface Place {
  readonly state: number;
  is: readonly Is[];
}
interface Step {
  readonly from: number;
  readonly to: number;
  readonly costs: readonly Cost[];
  /** From one person to another with no mark but commas. */
  readonly weak: boolean;
  /** Where it begins somebody: his manner, an index into MANNERS; else -1. */
  readonly begins: number;
}
/** The places of all manners, and the steps between them. */
class Plan {
  readonly places: Place[] = [];
  readonly steps: Step[] = [];
  /** What stands before the first person. */
  before = -1;
  /** Where a list may begin, and in which manner it does; -1: in none. */
  readonly starts = new Map<number, number>();
  readonly ends: { readonly place: number; readonly costs: readonly Cost[] }[] = [];

  place(state: NameState, ...is: Is[]): number {
    return this.places.push({ state: NAME_STATES.indexOf(state), is }) - 1;
  }
  step(from: readonly number[], to: number, costs: readonly Cost[] = [], weak = false, begins = -1): void {
    for (const f of from) this.steps.push({ from: f, to, costs, weak, begins });
  }
  /** Words of a sort, with marks within: the first, further ones, and a mark between. */
  run(first: NameState, further: NameState, from: readonly number[] = []): Run {
    const [begin, more, mark] = [
      this.place(first, ...WORDS),
      this.place(further, ...WORDS),
      this.place('none', ...WITHIN),
    ];
    this.step(from, begin);
    this.step([begin, more, mark], mark);
    this.step([begin, more, mark], more);
    return { begin, more, mark, all: [begin, more, mark] };
  }
  /** The same of a family name, which is more than a letter; `Ó Briain` goes on. */
  family(first: NameState, from: readonly number[] = []): Run & { readonly letter: number } {
    const run = this.run(first, 'family', from);
    (this.places[run.begin] as Place).is = ['word', 'particle'];
    const letter = this.place(first, 'initial');
    this.step(from, letter);
    this.step([letter], run.mark);
    this.step([letter], run.more);
    return { ...run, letter, all: [...run.all, letter] };
  }
}
interface Run {
  readonly begin: number;
  readonly more: number;
  readonly mark: number;
  readonly all: readonly number[];
}
/** Where people of one manner begin and end. */
class Person {
  readonly into: { readonly place: number; readonly costs: readonly Cost[]; readonly begins: number }[] = [];
  readonly out: { readonly place: number; readonly costs: readonly Cost[] }[] = [];
  constructor(
    readonly plan: Plan,
    readonly manner: number,
  ) {}
  begins(place: number, ...costs: Cost[]): void {
    this.into.push({ place, costs, begins: this.manner });
  }
  ends(places: readonly number[], ...costs: Cost[]): void {
    for (const place of places) this.out.push({ place, costs });
  }
  /** `Jr.`, behind a comma or none. */
  suffix(from: readonly number[]): void {
    const mark = this.plan.place('none', 'comma', 'inner');
    const suffix = this.plan.place('suffix', 'word', 'initial');
    this.plan.step(from, mark);
    this.plan.step([mark, ...from, suffix], suffix);
    this.ends([suffix]);
  }
  /** Family name, then given name. */
  turned(comma: boolean): void {
    const { plan } = this;
    const family = plan.family('new family');
    this.begins(family.begin);
    this.begins(family.letter);
    let before = family.all;
    if (comma) {
      const mark = plan.place('none', 'comma', 'open');
      const blank = plan.place('none', 'inner');
      plan.step(family.all, mark);
      plan.step([mark, blank], blank);
      before = [mark, blank];
    }
    let given = plan.run('given', 'given', before).all;
    if (comma) {
      // `Lind (Anna)`
      const shut = plan.place('none', 'close');
      plan.step(given, shut);
      given = [...given, shut];
    }
    // `Oost, N. van ’t`
    const behind = plan.place('family', 'particle');
    const apostrophe = plan.place('none', ...WITHIN);
    plan.step([behind], apostrophe);
    plan.step([...given, behind, apostrophe], behind);
    this.ends([...given, behind]);
    this.suffix([...given, behind]);
    this.ends([family.begin, family.more, family.mark], 'oneName');
    this.ends([family.letter], 'oneName', 'letter');
    this.suffix([family.begin, family.more]);
  }
  straight(): void {
    const { plan } = this;
    const given = plan.run('new given', 'given');
    this.begins(given.begin);
    const family = plan.family('family', given.all);
    this.ends([family.begin, family.more, family.mark]);
    this.ends([family.letter], 'letter');
    this.suffix([family.begin, family.more]);
    this.ends([given.begin, given.more], 'givenAlone');
    const alone = plan.run('new family', 'family');
    (plan.places[alone.begin] as Place).is = ['word', 'particle'];
    this.begins(alone.begin, 'oneName');
    this.ends([alone.begin, alone.more]);
  }
  familyAlone(): void {
    const family = this.plan.family('new family');
    this.begins(family.begin);
    this.begins(family.letter);
    this.ends([family.begin, family.more, family.mark]);
    this.ends([family.letter], 'letter');
    this.suffix([family.begin, family.more]);
  }
  /** Bodies stand among people of whatever manner. */
  body(): void {
    const run = this.plan.run('new literal', 'literal');
    (this.plan.places[run.mark] as Place).is = ['word', 'comma', 'mark', ...WITHIN];
    this.into.push({ place: run.begin, costs: [], begins: -1 });
    this.ends([run.begin], 'oneWordBody');
    this.ends([run.more]);
  }
}
/** What stands between people: commas and stops alone, or a mark or word that parts them for sure. */
function between(plan: Plan) {
  const [comma, blank, stop, sure, after] = [
    plan.place('none', 'comma'),
    plan.place('none', 'inner'),
    plan.place('none', 'inner'),
    plan.place('none', 'word', 'mark'),
    plan.place('none', 'comma', 'inner'),
  ];
  plan.step([comma, stop, blank], comma);
  plan.step([comma, blank], blank);
  plan.step([stop], stop);
  plan.step([comma, blank, stop, sure, after], sure);
  plan.step([sure, after], after);
  return { comma, blank, stop, sure, after };
}
function planned(): Plan {
  const plan = new Plan();
  const before = plan.place('none', 'word', 'mark', 'comma', ...WITHIN);
  plan.step([before], before);
  plan.before = before;
  plan.starts.set(before, -1);
  plan.ends.push({ place: before, costs: [] });
  const all = MANNERS.map((manner, k) => {
    const person = new Person(plan, k);
    if (manner === 'turned' || manner === 'bare') person.turned(manner === 'turned');
    else if (manner === 'straight') person.straight();
    else person.familyAlone();
    person.body();
    return { manner, person, gap: between(plan) };
  });
  for (const { manner, person, gap } of all) {
    for (const { place, costs, begins } of person.into) {
      plan.starts.set(place, begins);
      plan.step([before], place, costs, false, begins);
    }
    for (const { place, costs } of person.out) {
      plan.ends.push({ place, costs });
      for (const to of [gap.comma, gap.stop, gap.sure]) plan.step([place], to, costs);
    }
    for (const place of Object.values(gap)) plan.ends.push({ place, costs: [] });
    for (const next of all) {
      const change: readonly Cost[] =
        next.manner === manner
          ? []
          : manner === 'turned' && next.manner === 'straight'
            ? ['firstTurned']
            : ['change'];
      for (const { place, costs, begins } of next.person.into) {
        const own = [...change, ...costs];
        plan.step([gap.comma, gap.blank], place, own, true, begins);
        // A stop parts nobody.
        plan.step([gap.stop], place, [...own, 'noMark'], true, begins);
        plan.step([gap.sure, gap.after], place, own, false, begins);
        for (const o of person.out) plan.step([o.place], place, [...own, ...o.costs, 'noMark'], true, begins);
      }
    }
  }
  return plan;
}

const sum = (costs: readonly Cost[]): number => costs.reduce((n, c) => n + COSTS[c], 0);
const PLAN = planned();
const [PLACES, STARTS, ENDS] = [PLAN.places, PLAN.starts, PLAN.ends];
const STEPS = [...PLAN.steps].sort((a, b) => a.to - b.to);
/** Costs of the steps, and of the same where people are parted by other marks than commas. */
const PLAIN = Float64Array.from(STEPS, (s) => sum(s.costs));
const PARTED = Float64Array.from(STEPS, (s) => sum(s.costs) + (s.weak ? COSTS.commaAlone : 0));
const LAST = ENDS.map((e) => sum(e.costs));
/** Where the steps to a place begin in the list of all. */
const BEGIN = Int32Array.from({ length: PLACES.length + 1 }, (_, k) => STEPS.filter((s) => s.to < k).length);
const FROM = Int16Array.from(STEPS, (s) => s.from);
const STATE = Uint8Array.from(PLACES, (p) => p.state);
/** By step: the manner of the person whom it begins, -1 where it begins nobody; and whether he is the first. */
const BEGINS = Int8Array.from(STEPS, (s) => s.begins);
const IS_FIRST = STEPS.map((s) => s.from === PLAN.before);
/** By place: the manner of the person who begins there. */
const BEGUN = new Int8Array(PLACES.length).fill(-1);
for (const { to, begins } of STEPS) if (begins >= 0) BEGUN[to] = begins;
/** What may stand at a place, a bit a sort. */
const SORTS: readonly Is[] = [...WORDS, 'comma', 'open', 'close', ...WITHIN, 'mark'];
const bits = (list: readonly Is[]): number => list.reduce((n, x) => n | (1 << SORTS.indexOf(x)), 0);
const MAY = Uint16Array.from(PLACES, (p) => bits(p.is));

const MARKS = table<number>({
  ',': bits(['comma']),
  '(': bits(['open', 'mark']),
  ')': bits(['close', 'mark']),
});
const [JOINT, INNER, OTHER] = [bits(['joint']), bits(['inner']), bits(['mark'])] as const;
const JOINS = /^[-‐‑'’·]$/u;
const TELLING = bits(['initial', 'particle']);
const [NONE, LITERAL] = [NAME_STATES.indexOf('none'), NAME_STATES.indexOf('new literal')];
const GIVEN: ReadonlySet<number> = new Set(
  (['new given', 'given'] as const).map((s) => NAME_STATES.indexOf(s)),
);
/** Marks that part people for sure. */
const PARTS = /^[;/]$/;
function whatIs(t: Token, next: Token | undefined): number {
  if (/[\p{L}\p{N}]/u.test(t.text)) {
    const kind = t.shape === 'I' ? 'initial' : 'word';
    return t.cue === 'particle' || t.cue === 'the' || /^\p{Ll}/u.test(t.text)
      ? bits([kind, 'particle'])
      : bits([kind]);
  }
  if (JOINS.test(t.text)) return t.spaced || next?.spaced !== false ? INNER : JOINT;
  return MARKS.get(t.text) ?? (t.text === '.' ? INNER : OTHER);
}

/** What the first person of a list costs, and each after him, by their manner. */
export interface Lean {
  readonly first: Float64Array;
  readonly next: Float64Array;
  /** What given names are: initials where nobody has one written out, words where many have. */
  readonly given: 'initials' | 'words' | null;
}
/** Whether a family name without a comma comes first, for all that is known. */
export const isTurned = (costs: Float64Array | undefined): boolean =>
  costs !== undefined && (costs[BARE] as number) < (costs[STRAIGHT] as number);
/** Whether a manner says of the first of a list, too, that the family name comes first: only he is ever turned alone. */
export const turnsTheFirst = (manner: number): boolean => manner === TURNED || manner === BARE;
export const MANNERS_KNOWN = MANNERS.length;
const UPRIGHT: Lean = {
  first: new Float64Array(MANNERS_KNOWN),
  next: new Float64Array(MANNERS_KNOWN),
  given: null,
};
export interface Spelt {
  readonly states: Uint8Array;
  /** The people in their order. */
  readonly people: readonly SetPerson[];
}
/**
 * How somebody is set: an index into MANNERS, -1 for a body; whether an initial, a particle or a comma says so; what
 * the given names are, null where there are none, or both.
 */
export interface SetPerson {
  readonly manner: number;
  readonly telling: boolean;
  readonly given: 'initials' | 'words' | null;
}
/**
 * The best path of states of a list of people.
 * @param scores of each state at each token, as the chain gives them
 * @param lean what is known of the manner beforehand
 * @returns null where no persons can be spelt out of it
 */
export function inOneManner(
  tokens: readonly Token[],
  scores: Float32Array,
  { states, steps }: Pick<Chain, 'states' | 'steps'>,
  lean: Lean = UPRIGHT,
): Spelt | null {
  const [n, width] = [tokens.length, PLACES.length];
  if (!n) return { states: new Uint8Array(), people: [] };
  const plain = tokens.some((t) => PARTS.test(t.text)) ? PARTED : PLAIN;
  const price =
    lean === UPRIGHT
      ? plain
      : plain.map((p, e) => {
          const begins = BEGINS[e] as number;
          return begins < 0 ? p : p + ((IS_FIRST[e] ? lean.first : lean.next)[begins] as number);
        });
  const back = new Int16Array(n * width);
  let last = new Float64Array(width);
  let next = new Float64Array(width);
  for (let i = 0; i < n; i++) {
    const is = whatIs(tokens[i] as Token, tokens[i + 1]);
    for (let k = 0; k < width; k++) {
      next[k] = Number.NEGATIVE_INFINITY;
      if (!((MAY[k] as number) & is)) continue;
      const state = STATE[k] as number;
      const own = scores[i * states + state] as number;
      if (i === 0) {
        const begins = STARTS.get(k);
        if (begins === undefined) continue;
        next[k] = own + (steps[states * states + state] as number) - (lean.first[begins] ?? 0);
        continue;
      }
      let [best, from] = [Number.NEGATIVE_INFINITY, 0];
      for (let e = BEGIN[k] as number; e < (BEGIN[k + 1] as number); e++) {
        const f = FROM[e] as number;
        const before = last[f] as number;
        if (before === Number.NEGATIVE_INFINITY) continue;
        const v = before + (steps[(STATE[f] as number) * states + state] as number) - (price[e] as number);
        if (v > best) {
          best = v;
          from = f;
        }
      }
      next[k] = best + own;
      back[i * width + k] = from;
    }
    [last, next] = [next, last];
  }
  let [best, most] = [-1, Number.NEGATIVE_INFINITY];
  for (const [e, { place }] of ENDS.entries()) {
    const v = (last[place] as number) - (LAST[e] as number);
    if (v > most) [best, most] = [place, v];
  }
  if (best < 0) return null;
  const path = new Uint8Array(n);
  const people: SetPerson[] = [];
  let telling = false;
  let [initials, words] = [0, 0];
  for (let i = n - 1; i >= 0; i--) {
    const own = STATE[best] as number;
    path[i] = own;
    telling ||= own !== NONE && (whatIs(tokens[i] as Token, undefined) & TELLING) > 0;
    if (GIVEN.has(own)) {
      if (/^\p{Lu}{1,3}$/u.test(tokens[i]?.text ?? '')) initials++;
      else words++;
    }
    const manner = BEGUN[best] as number;
    if (manner >= 0 || own === LITERAL) {
      const given = !initials === !words ? null : initials ? 'initials' : 'words';
      people.unshift({ manner, telling: telling || manner === TURNED, given });
      [telling, initials, words] = [false, 0, 0];
    }
    best = back[i * width + best] as number;
  }
  return { states: path, people };
}
