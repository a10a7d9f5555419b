/**
 * A library in another language than its own: what it is called, its places and its neighbours, as far as it says so
 * (`words.inOther` of `library.yaml`). What it leaves out is said as in its own.
 */
import { own } from '../table';
import type { Campus, Elsewhere, LibraryWords, OtherCampus, OtherElsewhere, OtherWords } from './library';
import type { Closing, Policy } from './policy';
import type { DiscoveryRecord } from './record';

/** What of a library is said. */
export interface Saying {
  readonly name: string;
  readonly campuses: readonly Campus[];
  readonly partners: readonly { readonly id: string }[];
  readonly elsewhere?: readonly Elsewhere[];
  readonly words?: LibraryWords;
  readonly policy?: Policy;
}
const renamed = <T extends { readonly id: string }>(
  list: readonly T[],
  said: Readonly<Record<string, object>>,
): readonly T[] => list.map((one) => ({ ...one, ...own(said, one.id) }));

type Rules = Readonly<Record<string, string>>;
const spansIn = (spans: readonly Closing[], said: Rules): readonly Closing[] =>
  spans.map((s) => ({ ...s, name: own(said, s.name) ?? s.name }));

function campusIn(campus: Campus, said: OtherCampus | undefined, rules: Rules = {}): Campus {
  const { levels, ...rest } = said ?? {};
  return {
    ...campus,
    ...rest,
    ownName: campus.name,
    ...(campus.closings ? { closings: spansIn(campus.closings, rules) } : {}),
    ...(campus.levels && levels
      ? { levels: campus.levels.map((level, i) => ({ ...level, ...levels[i] })) }
      : {}),
  };
}

function elsewhereIn(place: Elsewhere, said: OtherElsewhere | undefined): Elsewhere {
  const { asks, ...rest } = said ?? {};
  return {
    ...place,
    ...rest,
    ...(place.appointment && asks ? { appointment: { ...place.appointment, asks } } : {}),
  };
}

const policyIn = (policy: Policy, said: Rules): Policy => ({
  ...policy,
  holidays: spansIn(policy.holidays, said),
  terms: spansIn(policy.terms, said),
  files: { ...policy.files, software: own(said, policy.files.software) ?? policy.files.software },
  copyright: {
    ...policy.copyright,
    statement: own(said, policy.copyright.statement) ?? policy.copyright.statement,
  },
});

/** The library as it is said in a language; the others that it speaks are not carried along. */
export function libraryIn<L extends Saying>(library: L, language: string): L {
  if (!library.words) return library;
  const { inOther = {}, ...inItsOwn } = library.words;
  const { name, campuses, partners, elsewhere, rules, ...words }: OtherWords = own(inOther, language) ?? {};
  return {
    ...library,
    ...(name === undefined ? {} : { name }),
    ...(campuses || rules
      ? { campuses: library.campuses.map((c) => campusIn(c, own(campuses ?? {}, c.id), rules)) }
      : {}),
    ...(partners ? { partners: renamed(library.partners, partners) } : {}),
    ...(library.elsewhere && elsewhere
      ? { elsewhere: library.elsewhere.map((e) => elsewhereIn(e, own(elsewhere, e.id))) }
      : {}),
    ...(library.policy && rules ? { policy: policyIn(library.policy, rules) } : {}),
    words: { ...inItsOwn, ...words },
  };
}

/**
 * How a record is said in a language: records have the levels on which their copies stand by the library's own names.
 * @param here the library as it is
 * @param said the same library in that language
 */
export function recordIn(
  here: Pick<Saying, 'campuses'>,
  said: Pick<Saying, 'campuses'>,
): <R extends DiscoveryRecord>(record: R) => R {
  const levels = new Map<string, string>();
  for (const [i, campus] of here.campuses.entries())
    for (const [k, { name }] of (campus.levels ?? []).entries()) {
      const other = said.campuses[i]?.levels?.[k]?.name;
      if (other !== undefined && other !== name) levels.set(`${campus.id}|${name}`, other);
    }
  if (!levels.size) return (record) => record;
  return (record) =>
    record.copies
      ? {
          ...record,
          copies: record.copies.map((c) => ({
            ...c,
            location: levels.get(`${c.campus}|${c.location}`) ?? c.location,
          })),
        }
      : record;
}

/**
 * A term as courses name it, with its year behind the name that the rules have for it.
 * @example termIn(library, 'de')('Autumn term 2026') // 'Herbstsemester 2026'
 */
export function termIn({ words }: Pick<Saying, 'words'>, language: string): (term: string) => string {
  const rules = Object.entries(own(words?.inOther ?? {}, language)?.rules ?? {});
  return (term) => {
    const [name, said] = rules.find(([text]) => term === text || term.startsWith(`${text} `)) ?? [];
    return name === undefined ? term : `${said}${term.slice(name.length)}`;
  };
}

/** What a campus is called by systems that know one language. */
export const ownNameOf = ({ name, ownName }: Pick<Campus, 'name' | 'ownName'>): string => ownName ?? name;
