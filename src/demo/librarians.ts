/** The subject librarians of Tarnholm University, and when they sit. All made up. */
import type { Librarian, Sitting } from '../core/model/librarian';
import type { CampusId } from '../core/model/record';
import { own } from '../core/table';
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
/** By id, what they are asked about, in the other languages. */
const ABOUT_IN: Readonly<Record<string, Librarian['inOther']>> = {
  oddny: {
    de: { about: 'Das Meer und was darin lebt; systematische Suchen, Daten über Arten.' },
    fr: { about: 'La mer et ce qui y vit ; recherches systématiques, données sur les espèces.' },
    es: { about: 'El mar y lo que vive en él; búsquedas sistemáticas, datos sobre especies.' },
    pt: { about: 'O mar e o que vive nele; buscas sistemáticas, dados sobre espécies.' },
    tr: { about: 'Deniz ve içinde yaşayanlar; sistematik aramalar, tür verileri.' },
    ar: { about: 'البحر وما يعيش فيه؛ عمليات البحث المنهجية وبيانات الأنواع.' },
  },
  wendel: {
    de: { about: 'Gesundheit und Pflege: Fragen für Übersichten, Suchprotokolle, Evidenztabellen.' },
    fr: { about: 'Santé et soins : questions de revue, journaux de recherche, tableaux de preuves.' },
    es: { about: 'Salud y enfermería: preguntas de revisión, registros de búsqueda, tablas de evidencia.' },
    pt: { about: 'Saúde e enfermagem: perguntas de revisão, registros de busca, tabelas de evidência.' },
    tr: { about: 'Sağlık ve hemşirelik: derleme soruları, arama kayıtları, kanıt tabloları.' },
    ar: { about: 'الصحة والتمريض: أسئلة المراجعات وسجلات البحث وجداول الأدلة.' },
  },
  katla: {
    de: { about: 'Zahlen und Maschinen: Normen, Patente, Programme, Preprints.' },
    fr: { about: 'Nombres et machines : normes, brevets, code, prépublications.' },
    es: { about: 'Números y máquinas: normas, patentes, código, preprints.' },
    pt: { about: 'Números e máquinas: normas, patentes, código, preprints.' },
    tr: { about: 'Sayılar ve makineler: standartlar, patentler, kod, ön baskılar.' },
    ar: { about: 'الأعداد والآلات: المعايير وبراءات الاختراع والبرمجة والمسودات الأولية.' },
  },
  tobiah: {
    de: { about: 'Recht, Politik und Handel: Entscheidungen, Verträge, Statistik, Amtliches.' },
    fr: { about: 'Droit, politique et commerce : décisions, traités, statistiques, documents officiels.' },
    es: { about: 'Derecho, política y comercio: decisiones, tratados, estadísticas, documentos oficiales.' },
    pt: { about: 'Direito, política e comércio: decisões, tratados, estatísticas, documentos oficiais.' },
    tr: { about: 'Hukuk, siyaset ve ticaret: kararlar, antlaşmalar, istatistikler, resmî belgeler.' },
    ar: { about: 'القانون والسياسة والتجارة: أحكام ومعاهدات وإحصاءات ووثائق رسمية.' },
  },
  ysolde: {
    de: { about: 'Gesellschaft und Schule: Umfragen, Interviews, graue Literatur.' },
    fr: { about: 'Société et école : enquêtes, entretiens, littérature grise.' },
    es: { about: 'Sociedad y escuela: encuestas, entrevistas, literatura gris.' },
    pt: { about: 'Sociedade e escola: pesquisas de opinião, entrevistas, literatura cinzenta.' },
    tr: { about: 'Toplum ve okullar: anketler, görüşmeler, gri yazın.' },
    ar: { about: 'المجتمع والمدارس: استبيانات ومقابلات وأدبيات رمادية.' },
  },
  ambrose: {
    de: { about: 'Das Vergangene und was davon blieb: Archive, Karten, Zeitungen, alte Drucke.' },
    fr: { about: 'Le passé et ce qu’il en reste : archives, cartes, journaux, imprimés anciens.' },
    es: { about: 'El pasado y lo que queda de él: archivos, mapas, periódicos, impresos antiguos.' },
    pt: { about: 'O passado e o que resta dele: arquivos, mapas, jornais, impressos antigos.' },
    tr: { about: 'Geçmiş ve ondan kalanlar: arşivler, haritalar, gazeteler, eski baskılar.' },
    ar: { about: 'الماضي وما بقي منه: محفوظات وخرائط وصحف ومطبوعات قديمة.' },
  },
  linnet: {
    de: { about: 'Wörter, Bilder, Bühnen und Noten.' },
    fr: { about: 'Mots, images, scènes et partitions.' },
    es: { about: 'Palabras, imágenes, escenarios y partituras.' },
    pt: { about: 'Palavras, imagens, palcos e partituras.' },
    tr: { about: 'Sözcükler, resimler, sahneler ve notalar.' },
    ar: { about: 'كلمات وصور ومسارح ونوتات.' },
  },
};
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
  inOther: own(ABOUT_IN, id) ?? {},
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
