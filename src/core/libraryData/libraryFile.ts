/**
 * `library.yaml`: what a library says of itself, its places, partners and providers. Rules are in `policy.yaml`,
 * lenders in `lenders.csv`. What is left out has a plain default, so that a name, an agency and one campus are enough
 * to begin with.
 */
import {
  type Appearance,
  type Campus,
  type Elsewhere,
  EXAMPLE_SORTS,
  type Lender,
  type Library,
  type Week,
} from '../model/library';
import { type Message, msg } from '../model/message';
import { type Policy, span, spread } from '../model/policy';
import { schemaOf, shapeFault } from '../model/schema';
import {
  byName,
  closed,
  either,
  filled,
  formed,
  listOf,
  maybe,
  oneOf,
  otherwise,
  type Shaped,
  whole,
  yesOrNo,
} from '../model/shape';
import { tintOf } from './appearance';
import { type ServicesFile, servicesShape } from './services';
import { readWeek } from './week';

const [SHORT, LONG, MANY] = [200, 4000, 500];
const name = () => filled(SHORT);
const said = () => filled(LONG);
/** Ids stand in addresses. */
const id = () => formed(/^[a-z0-9][a-z0-9-]{0,59}$/, 'place');
/** Hours by days, as `week.ts` reads them. */
const hours = () => byName(filled(SHORT));
const minutes = () => byName(whole(0, 100_000));
const days = () => whole(0, 365);
const weekdays = () => listOf(whole(0, 6), 7);
const shelves = () => closed({ from: name(), to: name() });

const campus = closed({
  id: id(),
  name: name(),
  about: otherwise(filled(SHORT), ''),
  hours: hours(),
  vacationHours: maybe(hours()),
  closings: maybe(listOf(span, MANY)),
  scanWeekdays: maybe(weekdays()),
  courierWeekdays: maybe(weekdays()),
  address: maybe(said()),
  directions: maybe(said()),
  levels: maybe(
    listOf(
      closed({ name: name(), about: otherwise(said(), ''), shelves: maybe(listOf(shelves(), MANY)) }),
      MANY,
    ),
  ),
  pickup: maybe(said()),
  seats: maybe(whole(0, 100_000)),
  access: maybe(said()),
  travel: otherwise(minutes(), {}),
  fetchesHolds: otherwise(yesOrNo(), true),
  agency: maybe(name()),
});
const partner = closed({
  id: id(),
  name: name(),
  agency: name(),
  loanDays: otherwise(spread(), { median: 2, likely: 4 }),
  copyDays: otherwise(spread(), { median: 1, likely: 3 }),
  access: otherwise(said(), ''),
});
const provider = closed({
  id: id(),
  name: name(),
  /** all · open · the campuses that have it. */
  entitlement: otherwise(either(oneOf(['all', 'open']), listOf(id(), MANY, 1)), 'all'),
  repository: maybe(yesOrNo()),
  link: maybe(said()),
  /** How the simulated provider behaves, for trying out. */
  habit: maybe(oneOf(['pdf', 'page', 'sign-in', 'faulty'])),
});
const elsewhere = closed({
  id: id(),
  name: name(),
  sort: oneOf(['library', 'archive']),
  partner: maybe(id()),
  address: said(),
  directions: maybe(said()),
  hours: hours(),
  travel: otherwise(minutes(), {}),
  bring: otherwise(listOf(said(), MANY), []),
  conditions: otherwise(listOf(said(), MANY), []),
  passDays: maybe(whole(1, 3660)),
  appointment: maybe(closed({ email: name(), days: days(), asks: otherwise(listOf(said(), MANY), []) })),
});
const otherCampus = closed({
  name: maybe(name()),
  about: maybe(said()),
  address: maybe(said()),
  directions: maybe(said()),
  pickup: maybe(said()),
  access: maybe(said()),
  levels: maybe(listOf(closed({ name: maybe(name()), about: maybe(said()) }), MANY)),
});
const words = closed({
  country: otherwise(name(), ''),
  partnership: otherwise(name(), ''),
  desk: otherwise(name(), ''),
  counter: maybe(said()),
  footer: otherwise(said(), ''),
  about: otherwise(listOf(said(), MANY), []),
  examples: otherwise(
    closed(
      Object.fromEntries([...EXAMPLE_SORTS, 'bibliography' as const].map((sort) => [sort, maybe(said())])),
    ),
    {},
  ),
  inOther: maybe(
    byName(
      closed({
        name: maybe(name()),
        country: maybe(name()),
        partnership: maybe(name()),
        footer: maybe(said()),
        about: maybe(listOf(said(), MANY)),
        campuses: maybe(byName(otherCampus)),
        partners: maybe(byName(closed({ name: maybe(name()), access: maybe(said()) }))),
        rules: maybe(byName(said())),
        elsewhere: maybe(
          byName(
            closed({
              name: maybe(name()),
              address: maybe(said()),
              directions: maybe(said()),
              bring: maybe(listOf(said(), MANY)),
              conditions: maybe(listOf(said(), MANY)),
              asks: maybe(listOf(said(), MANY)),
            }),
          ),
        ),
      }),
    ),
  ),
});
/** Where records are gathered from (OAI-PMH 2.0). */
const harvested = closed({
  id: id(),
  address: formed(/^https?:\/\/\S{3,2000}$/, 'web'),
  prefix: otherwise(oneOf(['oai_dc', 'marcxml']), 'oai_dc'),
  set: maybe(name()),
});
/** `#0b4f5c`; and a file that stands beside `library.yaml`. */
const colour = () => formed(/^#[0-9a-f]{6}$/i, 'colour');
const file = () => formed(/^[\w-]{1,60}\.(?:svg|png)$/, 'logo');
export type HarvestedSource = Shaped<typeof harvested>;
export const libraryFileShape = closed({
  name: name(),
  agency: name(),
  language: maybe(formed(/^[a-z]{2}$/, 'language')),
  campuses: listOf(campus, 200, 1),
  partners: otherwise(listOf(partner, MANY), []),
  providers: otherwise(listOf(provider, MANY), []),
  elsewhere: otherwise(listOf(elsewhere, MANY), []),
  links: maybe(closed({ doi: maybe(said()), proxy: maybe(said()) })),
  words: maybe(words),
  harvest: otherwise(listOf(harvested, 50), []),
  appearance: maybe(closed({ light: maybe(colour()), dark: maybe(colour()), logo: maybe(file()) })),
  services: otherwise(servicesShape, {}),
  /** More problems than these end a check with status 1. */
  check: otherwise(closed({ warnings: otherwise(whole(0, 1_000_000), 0) }), { warnings: 0 }),
});
export type LibraryFile = Shaped<typeof libraryFileShape>;

/** What of it can be read; what can't is said, and ours stands there. */
function appearanceOf(
  { light, dark, logo }: NonNullable<LibraryFile['appearance']>,
  problems: Message[],
): Appearance {
  const tint = (theme: 'light' | 'dark', said: string | undefined): Appearance => {
    const made = said === undefined ? null : tintOf(said, theme);
    if (made && 'code' in made) problems.push(made);
    return made && 'tint' in made ? { [theme]: made } : {};
  };
  return { ...tint('light', light), ...tint('dark', dark), ...(logo ? { logo } : {}) };
}
/** The first of each id, and a word for the others. */
function once<T extends { readonly id: string }>(list: readonly T[], what: string, problems: Message[]): T[] {
  const seen = new Set<string>();
  return list.filter((one) => {
    const again = seen.has(one.id);
    if (again) problems.push(msg('libraryfolder.idTwice', { what, id: one.id }));
    seen.add(one.id);
    return !again;
  });
}

/**
 * The library that the file describes.
 * @param value what YAML made of the file
 * @returns null instead of a library where the file can't be used; what is wrong, by its path
 */
export function readLibraryFile(
  value: unknown,
  policy: Policy,
  lenders: readonly Lender[],
): {
  readonly library: Library | null;
  readonly warnings: number;
  readonly harvest: readonly HarvestedSource[];
  readonly services: ServicesFile;
  readonly problems: readonly Message[];
} {
  const { value: checked, error } = schemaOf(libraryFileShape).validate(value, {
    abortEarly: false,
    convert: false,
  });
  if (error)
    return { library: null, warnings: 0, harvest: [], services: {}, problems: error.details.map(shapeFault) };
  const file = checked as LibraryFile;
  const problems: Message[] = [];
  const week = (written: Readonly<Record<string, string>>, where: string): Week => {
    const read = readWeek(written, where);
    problems.push(...read.problems);
    return read.week;
  };
  const campuses = once(file.campuses, 'campuses', problems).map(
    (c) =>
      ({
        ...c,
        agency: c.agency ?? file.agency,
        hours: week(c.hours, `campuses.${c.id}.hours`),
        ...(c.vacationHours
          ? { vacationHours: week(c.vacationHours, `campuses.${c.id}.vacationHours`) }
          : {}),
      }) as unknown as Campus,
  );
  const elsewheres = once(file.elsewhere, 'elsewhere', problems).map(
    (e) => ({ ...e, hours: week(e.hours, `elsewhere.${e.id}.hours`) }) as unknown as Elsewhere,
  );
  return {
    warnings: file.check.warnings,
    harvest: once(file.harvest, 'harvest', problems),
    services: file.services,
    library: {
      name: file.name,
      agency: file.agency,
      ...(file.language ? { language: file.language } : {}),
      campuses,
      partners: once(file.partners, 'partners', problems) as unknown as Library['partners'],
      providers: once(file.providers, 'providers', problems) as unknown as Library['providers'],
      lenders,
      policy,
      ...(file.links ? { links: file.links } : {}),
      ...(file.words ? { words: file.words } : {}),
      elsewhere: elsewheres,
      ...(file.appearance ? { appearance: appearanceOf(file.appearance, problems) } : {}),
    },
    problems,
  };
}
