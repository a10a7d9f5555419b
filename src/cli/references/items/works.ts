/**
 * What bibliographies have and nobody thinks of who makes things up: works of antiquity, known by a name and a title
 * alone; proceedings cited as books, with their days and town in the title; publishers with their street.
 */
import type { CslName } from '../../../core/model/record';
import type { Random } from '../../../core/random';
import { conference } from './containers';
import { type Half, people, person, place } from './people';

const LATIN = (
  'carmina elegiae historiae fabulae orationes dialogi sermones quaestiones hymni tractatus commentarii disputationes ' +
  'epigrammata idyllia metaphysica physica politica poetica ethica georgica eclogae tragoediae comoediae vitae'
).split(' ');
const OF_LATIN =
  'rebus moribus legibus civitatibus animalibus plantis sideribus ventis portubus piscibus'.split(' ');
/** `Melanthos`, or `Ostorius Varrus, Quintus`. */
function ancient(r: Random, half: Half): CslName {
  const stem = place(r, half).replace(/\p{L}{2}$/u, '');
  const greek = stem + r.pick(['os', 'on', 'es', 'ias', 'os', 'eus', 'ides']);
  if (r.chance(0.65)) return r.chance(0.8) ? { family: greek } : { literal: greek };
  const roman = `${stem}ius ${place(r, half).slice(0, 4)}${r.pick(['us', 'o', 'inus', 'anus'])}`;
  return r.chance(0.7)
    ? { family: roman, given: r.pick(['Marcus', 'Quintus', 'M.', 'L.', 'Gnaeus', 'P.']) }
    : { family: roman };
}
/** The fields of a work that has neither a year, most often, nor a publisher. */
export function antique(r: Random, half: Half): Record<string, unknown> {
  const text = r.pick<() => string>([
    () => r.pick(LATIN),
    () => `de ${r.pick(OF_LATIN)}`,
    () => `${r.pick(['de', 'pro', 'ad', 'contra', 'in'])} ${place(r, half)}${r.pick(['o', 'um', 'em'])}`,
    () => `bellum ${place(r, half).toLowerCase()}icum`,
    () => `${r.pick(LATIN)} ${place(r, half).toLowerCase()}icae`,
    () => ancient(r, half).family ?? 'Dialogus',
  ])();
  return {
    title: r.chance(0.5) ? text : text.charAt(0).toUpperCase() + text.slice(1),
    author: r.chance(0.92) ? [ancient(r, half)] : undefined,
    ...(r.chance(0.2) ? { editor: people(r, half, 2) } : {}),
    ...(r.chance(0.25) ? { issued: { 'date-parts': [[r.int(1500, 2010)]] } } : {}),
  };
}

const MONTHS = 'January March April May June July August September October November'.split(' ');
/** The title of a volume of proceedings that is cited as a book. */
export function proceedingsTitle(r: Random, half: Half, town: string): string {
  const { event } = conference(r, half);
  const [day, month, year] = [r.int(1, 26), r.pick(MONTHS), r.int(1965, 2024)];
  const days = `${day}–${day + r.int(1, 4)}`;
  const when = r.pick([
    '',
    '',
    `, ${town}, ${month} ${days}, ${year}`,
    `, ${days} ${month} ${year}, ${town}`,
    `, ${month} ${year}`,
    `. ${town}, ${days} ${month} ${year}`,
    `, held in ${town} on ${month} ${days}, ${year}`,
    ` (${town}), ${month} ${days}, ${year}`,
  ]);
  const acronym = event.replace(/[^\p{Lu}]+/gu, '').slice(0, 6);
  const of = r.pick([
    `Proceedings of the ${event}`,
    `Proc. ${event}`,
    `Proceedings, ${event}`,
    `${acronym} ’${String(year).slice(2)}: Proceedings of the ${event}`,
    `${acronym} ${r.pick(['II', 'III', 'IV', 'VI'])}: Proceedings of the ${event}`,
    `Papers of the ${event}`,
    `Actes du colloque de ${place(r, half)}`,
  ]);
  return of + when;
}
/** Where a publisher is, to the door. */
export const streetAddress = (r: Random, half: Half): string => {
  const number = r.chance(0.25) ? `${r.int(2, 60)}–${r.int(61, 99)}` : String(r.int(1, 9999));
  const road = `${person(r, half).family ?? 'Lind'} ${r.pick(['Street', 'Road', 'Rd', 'Ave.', 'Avenue', 'Drive', 'Square'])}`;
  const zip = `${r.pick(['MA', 'CA', 'NJ', 'TX'])} ${r.int(10_000, 99_999)}`;
  return `${number} ${road}, ${place(r, half)}, ${r.pick(['UK', 'USA', `${zip}, USA`, zip, 'Germany'])}`;
};
