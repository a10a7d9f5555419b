/** Journals, proceedings, newspapers, series, publishers that do not exist, under the sort of names they have. */
import type { Random } from '../../../core/random';
import { abbreviated } from '../../../core/references/iso4';
import { body, type Half, person, place } from './people';
import { matter, title } from './titles';

export interface Journal {
  readonly name: string;
  readonly short: string;
}
const FOREIGN: readonly ((m: string, p: string) => string)[] = [
  (m) => `Zeitschrift für ${m}`,
  (_, p) => `Archiv für ${p}er Geschichte`,
  (m) => `Jahrbuch der ${m}`,
  (_, p) => `${p}er Beiträge zur Küstenforschung`,
  (_, p) => `Mitteilungen des Vereins für ${p}er Kunde`,
  (_, p) => `Revue ${p}ienne de sociologie`,
  () => 'Revue d’histoire des littoraux',
  (_, p) => `Annales de l’Académie de ${p}`,
  (_, p) => `Cahiers de ${p}`,
  (m) => `Bulletin de la Société de ${m}`,
  (_, p) => `Revista ${p}ana de Educación`,
  (_, p) => `Anales de la Facultad de ${p}`,
  () => 'Cuadernos de Estudios Costeros',
  (_, p) => `Revista de Saúde de ${p}`,
  () => 'Cadernos de Pesca',
  (_, p) => `Rivista di studi ${p.toLowerCase()}esi`,
  () => 'Quaderni di storia marittima',
  (_, p) => `Tidskrift för ${p}s historia`,
  (m) => `Nordisk tidsskrift for ${m.toLowerCase()}`,
  (_, p) => `Acta ${p}ica`,
  (m) => `Acta ${m}ica`,
  (_, p) => `Tijdschrift voor ${p}se geschiedenis`,
  (_, p) => `Folia ${p}ica`,
];
const initialsOf = (text: string): string =>
  text
    .split(/[\s-]+/)
    .filter((w) => /^\p{Lu}/u.test(w))
    .map((w) => w.charAt(0))
    .join('');

export function journal(r: Random, half: Half): Journal {
  const [m, n, p] = [matter(r, half), matter(r, half), place(r, half)];
  const [fm, fp] = [matter(r, half), place(r, half)];
  const name = r.chance(0.12)
    ? r.pick(FOREIGN)(fm, fp)
    : r.pick<() => string>([
        () => `Journal of ${m}`,
        () => `Journal of ${m} and ${n}`,
        () => `Journal of ${m}, ${n} and ${matter(r, half)}`,
        () => `Journal of the ${p} ${r.pick(['Academy', 'Society', 'Association', 'Institute'])} of ${m}`,
        () => `The Journal of ${m}`,
        () => `${p} Journal of ${m}`,
        () => `The ${p} Journal of ${m}`,
        () => `International Journal of ${m}`,
        () => `International Journal of ${m} & ${n}`,
        () => `European Journal of ${m}`,
        () => `American Journal of ${m} ${n}`,
        () => `${m} Review`,
        () => `${m} and ${n} Review`,
        () => `Annual Review of ${m}`,
        () => `Critical Reviews in ${m}`,
        () => `${m} Letters`,
        () => `${m} Today`,
        () => `${m} Research`,
        () => `Research in ${m}`,
        () => `Advances in ${m}`,
        () => `Trends in ${m}`,
        () => `Frontiers in ${m}`,
        () => `Current Opinion in ${m}`,
        () => `Progress in ${m} and ${n}`,
        () => `Studies in ${m}`,
        () => `${m} Studies`,
        () => `${m} Quarterly`,
        () => `${p} Quarterly`,
        () => `Annals of ${m}`,
        () => `Archives of ${m}`,
        () => `Bulletin of ${m}`,
        () => `Bulletin of the ${p} ${m} Society`,
        () => `Proceedings of the ${p} Academy of ${m}`,
        () => `Proceedings of the Royal ${p} Society ${r.pick(['A', 'B', 'Series A'])}`,
        () => `Transactions of the ${p} ${m} Society`,
        () => `Philosophical Transactions of ${p}`,
        () => `${m} & ${n}`,
        () => `${m} and ${n}`,
        () => `${m}, ${n} & ${matter(r, half)}`,
        () => `${m}: An International Journal`,
        () =>
          `${m.replace(/^.* /, '')}: ${r.pick(['The Magazine', 'A Journal', 'The Journal', 'A Quarterly'])} of ${n}`,
        () => `${p}: ${r.pick(['The Magazine', 'A Review', 'Revue', 'Journal'])} of ${m} and ${n}`,
        () => `${m}: Interdisciplinary Studies in ${n}`,
        () => `${m} ${r.pick(['A', 'B', 'C', 'D: ', 'Part B: ', 'Section C: '])}${n}`,
        () => `${p} ${m}`,
        () => m,
        () => `The ${m}`,
        () => `${p} Review`,
        () => p,
        () => `${m} Communications`,
        () => `${m} Magazine`,
        () => `${initialsOf(`${p} ${m} ${n}`)} ${m}`,
        () => `${initialsOf(`${p} ${m} ${n} Society`)} Transactions on ${m}`,
        () => `${initialsOf(`Journal of ${p} ${m} ${n}`)}`,
        () => `${initialsOf(`${p} ${m} ${n}`)} Bulletin`,
        () => `e${m}`,
        () => `${m.replace(/^.* /, '')}${r.pick(['work', 'scope', 'ONE', 'X', 'World', 'Boat'])}`,
        () => `${m} (New Series)`,
        () => `${p}ics`,
        () => `${m.replace(/^.* /, '')} Magazine`,
        () => `${p} Journal`,
        () => `Applied ${m}`,
        () => `Computers & ${m}`,
        () => `British Journal of ${m} and ${p} Affairs`,
        () => `New ${p} Journal`,
        () => `Clinical ${m}`,
        () => `Nordic Journal of ${m}`,
        () => `Notes and Records of ${p}`,
      ])();
  // Sources know the short form with stops, without them, or as its initials.
  const short = r.chance(0.06) && name.split(' ').length > 2 ? initialsOf(name) : abbreviated(name);
  return { name, short: r.chance(0.35) ? short.replaceAll('.', '') : short };
}
const ORDINALS = [
  '1st',
  '2nd',
  '3rd',
  '4th',
  '5th',
  '12th',
  '21st',
  '33rd',
  'First',
  'Second',
  'Third',
  'Tenth',
  'Twenty-Fifth',
];
export function conference(
  r: Random,
  half: Half,
): { readonly container: string; readonly event: string; readonly short: string } {
  const [m, n, p] = [matter(r, half), matter(r, half), place(r, half)];
  const year = r.int(1970, 2025);
  const code = initialsOf(`${p} ${m} ${n} Conference`);
  const event = r.pick<() => string>([
    () => `${r.pick(ORDINALS)} International Conference on ${m}`,
    () => `${r.pick(ORDINALS)} ${p} Symposium on ${m} and ${n}`,
    () => `International Workshop on ${m} (${code} ’${String(year).slice(2)})`,
    () => `${year} ${initialsOf(`${p} ${m} Union`)} International Conference on ${m} and ${n} (${code})`,
    () => `${code} ${year}`,
    () => `Annual Meeting of the ${p} ${m} Society`,
    () => `European Conference on ${m}`,
    () => `World Congress on ${m} ${n}`,
    () => `Conference on ${m} ${n} Systems`,
  ])();
  const container = r.pick<() => string>([
    () => `Proceedings of the ${event}`,
    () => `Proc. ${event}`,
    () => `Proceedings of ${code}`,
    () => event,
    () => event,
    () => `Advances in ${m}`,
    () => `${m}: ${event}`,
    () => `Lecture Notes in ${m}`,
    () => `Tagungsband ${m}`,
  ])();
  return { container, event, short: r.chance(0.5) ? code : abbreviated(container) };
}
export const newspaper = (r: Random, half: Half): string => {
  const p = place(r, half);
  return r.pick([
    `The ${p} Times`,
    `${p} Herald`,
    `The ${p} Post`,
    `${p} Daily News`,
    `The Daily ${p}`,
    `${p}er Zeitung`,
    `Le Courrier de ${p}`,
    `El Diario de ${p}`,
    `${p} Gazette`,
    `The Sunday ${p}`,
    `${p} Observer`,
    `Corriere di ${p}`,
    `${p}bladet`,
    `Folha de ${p}`,
    `The ${p}er`,
    `${p} Magazine`,
    `The ${p} Review of Books`,
    `${p} Weekly`,
    `Tribune`,
    `${p} Chronicle-Journal`,
  ]);
};
export const publisher = (r: Random, half: Half): string => {
  const [a, b, p] = [person(r, half).family ?? 'Lind', person(r, half).family ?? 'Ost', place(r, half)];
  return r.pick<() => string>([
    () => `${p} University Press`,
    () => `University of ${p} Press`,
    () => `${a} Press`,
    () => `${a} & ${b}`,
    () => a,
    () => `${a} Verlag`,
    () => `Verlag ${a}`,
    () => `${a} Publishing`,
    () => `${a} Publishers`,
    () => `${a}, ${b} & Co.`,
    () => `Éditions ${a}`,
    () => `Presses universitaires de ${p}`,
    () => `Editorial ${p}`,
    () => `Ediciones ${p}`,
    () => `Editora ${p}`,
    () => `${a} Editore`,
    () => `${p} Forlag`,
    () => `${p} förlag`,
    () => `Uitgeverij ${p}`,
    () => `${a} Books`,
    () => `${p} House`,
    () => `${a} and Sons`,
    () => `${a}-${b}`,
    () => `${p} Academic`,
    () => `${a} International Publishing`,
    () => `${p} Scientific`,
    () => `J. ${a}`,
    () => `${p} Academy of Sciences`,
    () => body(r, half),
    () => `${a} Brothers`,
    () => `The ${p} Press`,
    () => `${p}`,
  ])();
};
const CITIES = [
  'London',
  'New York',
  'New York, NY',
  'Berlin',
  'Paris',
  'Oxford',
  'Cambridge',
  'Cambridge, MA',
  'Chicago',
  'Boston',
  'Leipzig',
  'München',
  'Wien',
  'Zürich',
  'Madrid',
  'Barcelona',
  'México',
  'Buenos Aires',
  'Lisboa',
  'São Paulo',
  'Rio de Janeiro',
  'Roma',
  'Milano',
  'Amsterdam',
  'Dordrecht',
  'Leiden',
  'Stockholm',
  'København',
  'Oslo',
  'Helsinki',
  'Praha',
  'Warszawa',
  'Moskva',
  'Tokyo',
  'Beijing',
  'Singapore',
  'New Delhi',
  'Sydney',
  'Toronto',
  'Geneva',
  'Washington, DC',
  'Washington, D.C.',
  'San Francisco',
  'Los Angeles',
  'Philadelphia',
  'Edinburgh',
  'Dublin',
  'Berlin; Heidelberg',
  'Berlin, Heidelberg',
  'Frankfurt am Main',
  'Stuttgart',
  'Hamburg',
  'Göttingen',
  'Princeton, NJ',
  'Hoboken, N.J',
  'Thousand Oaks',
  'Baltimore',
  'Bristol',
  'Manchester',
  'Aldershot, England',
  'Cham',
  'Brussels',
  'Bruxelles',
  'Copenhagen',
  'Munich',
  'Vienna',
  'Rome',
  'Cape Town',
  'Nairobi',
  'Cairo',
  'Istanbul',
  'Athens',
  'Budapest',
  'Reading, MA',
  'Englewood Cliffs',
];
export const city = (r: Random, half: Half): string => {
  if (r.chance(0.4)) return r.pick(CITIES);
  const p = place(r, half);
  return r.chance(0.2)
    ? `${p}, ${r.pick(['MA', 'NJ', 'UK', 'England', 'CA', 'Germany', 'ON', 'VIC', 'IL, USA', 'NY, USA', 'WA, USA', 'Mass.', 'Calif.', 'USA', 'The Netherlands'])}`
    : r.chance(0.1)
      ? `${p} ; ${place(r, half)}`
      : r.chance(0.1)
        ? `${r.pick(['New', 'Port', 'St.', 'Bad', 'San', 'Le'])} ${p}`
        : p;
};
export const seriesName = (r: Random, half: Half): string => {
  const [m, p] = [matter(r, half), place(r, half)];
  return r.pick([
    `Studies in ${m}`,
    `${p} Studies in ${m}`,
    `Lecture Notes in ${m}`,
    `${p} Series in ${m}`,
    `Beiträge zur ${m}`,
    `${m} Library`,
    `Collection ${p}`,
    `Advances in ${m}`,
    `${p} Monographs`,
    `Biblioteca de ${p}`,
    `${p} Texts in ${m}`,
    `Contributions to ${m}`,
    `Discussion Paper Series`,
  ]);
};
/** A book that something stands in. */
export const collected = (r: Random, half: Half): string =>
  r.chance(0.45)
    ? r.pick([
        `Handbook of ${matter(r, half)}`,
        `The ${place(r, half)} Handbook of ${matter(r, half)}`,
        `The ${place(r, half)} Companion to ${matter(r, half)}`,
        `Encyclopedia of ${matter(r, half)}`,
        `${matter(r, half)} in ${place(r, half)}`,
        `Essays on ${matter(r, half)} and ${matter(r, half)}`,
        `Readings in ${matter(r, half)}`,
        `Festschrift für ${person(r, half).given} ${person(r, half).family}`,
        `Handbuch ${matter(r, half)}`,
        `Lexikon der ${matter(r, half)}`,
        `New Perspectives on ${matter(r, half)}`,
        `Methods in ${matter(r, half)}`,
      ])
    : title(r, half).text;
