/** The subject librarians of Tarnholm University, and when they sit. All made up. */
import type { Librarian, Sitting } from '../core/model/librarian';
import type { CampusId } from '../core/model/record';
import { DISCIPLINES } from './vocabulary/disciplines';

const subjects = (ids: string): string[] =>
  ids.split(' ').flatMap((id) => DISCIPLINES.filter((d) => d.id === id).map((d) => d.name));
/** `1 10:00-13:00 quayside, 3 14:00-16:00 online`: weekday, hours, place. */
const sits = (text: string): Sitting[] =>
  text.split(', ').map((part) => {
    const [weekday, hours = '', place] = part.split(' ');
    const [from = '', to = ''] = hours.split('-');
    return { weekday: Number(weekday), from, to, campus: place === 'online' ? null : (place as CampusId) };
  });
const librarian = (
  id: string,
  name: string,
  about: string,
  online: boolean,
  of: string,
  week: string,
): Librarian => ({
  id,
  name,
  email: `${id}@library.tarnholm.example`,
  about,
  online,
  subjects: subjects(of),
  sits: sits(week),
});

export const LIBRARIANS: readonly Librarian[] = [
  librarian(
    'oddny',
    'Oddny Farstrand',
    'The sea and what lives in it; systematic searches, data about species.',
    true,
    'phycology aquaculture ecology agriculture environment climate geology',
    '1 09:00-12:00 fellgate, 2 13:00-16:00 fellgate, 4 09:00-12:00 fellgate, 5 10:00-12:00 online',
  ),
  librarian(
    'wendel',
    'Wendel Ashby-Ruud',
    'Health and nursing: review questions, search logs, evidence tables.',
    true,
    'medicine publichealth nursing nutrition psychology',
    '1 13:00-17:00 fellgate, 3 09:00-13:00 fellgate, 4 14:00-17:00 online',
  ),
  librarian(
    'katla',
    'Katla Brennhaug',
    'Numbers and machines: standards, patents, code, preprints.',
    true,
    'mathematics statistics computing physics astronomy chemistry engineering materials',
    '2 09:00-12:00 fellgate, 3 13:00-16:00 online, 5 09:00-12:00 fellgate',
  ),
  librarian(
    'tobiah',
    'Tobiah Merrilund',
    'Law, politics and trade: decisions, treaties, statistics, official papers.',
    false,
    'marinelaw politics international economics business',
    '1 10:00-13:00 quayside, 2 14:00-17:00 quayside, 4 10:00-13:00 quayside',
  ),
  librarian(
    'ysolde',
    'Ysolde Karrow',
    'Society and schools: surveys, interviews, grey literature.',
    true,
    'sociology education anthropology media geography librarianship',
    '2 10:00-13:00 quayside, 3 10:00-13:00 quayside, 5 13:00-15:00 online',
  ),
  librarian(
    'ambrose',
    'Ambrose Tindelvik',
    'The past and what is left of it: archives, maps, newspapers, old prints.',
    false,
    'history archaeology religion philosophy',
    '1 10:30-13:30 saltmarsh, 3 10:30-15:00 saltmarsh, 4 14:00-17:00 quayside',
  ),
  librarian(
    'linnet',
    'Linnet Oxhaven',
    'Words, pictures, stages and scores.',
    true,
    'literature linguistics arthistory music theatre',
    '2 11:00-15:00 saltmarsh, 4 11:00-15:00 saltmarsh, 5 10:00-13:00 saltmarsh',
  ),
];
