/** What the second made-up library writes about: sixteen subjects by Dewey class, in German. */

export interface Subject {
  readonly id: string;
  readonly name: string;
  /** Dewey class. */
  readonly dewey: string;
  readonly topics: readonly string[];
  readonly headings: readonly string[];
}
const subject = (id: string, dewey: string, name: string, topics: string, headings: string): Subject => ({
  id,
  dewey,
  name,
  topics: topics.split(';'),
  headings: headings.split(';'),
});
export const SUBJECTS: readonly Subject[] = [
  subject(
    'wasserbau',
    '627',
    'Wasserbau',
    'Deichbau;Küstenschutz;Siele und Schöpfwerke;Sturmflutsperren;Hafenbecken;Sandvorspülungen;Lahnungsfelder;Bemessungswasserstände',
    'Küstenschutz;Deichbau;Wasserbau;Sturmflut',
  ),
  subject(
    'oekologie',
    '577',
    'Ökologie',
    'Wattflächen;Seegraswiesen;Salzwiesen;Brutvögel der Marsch;Miesmuschelbänke;Moorböden;Neophyten;Nahrungsnetze im Gezeitenstrom',
    'Wattenmeer;Ökosystem;Naturschutz;Küstenvegetation',
  ),
  subject(
    'pflege',
    '610.73',
    'Pflege',
    'Pflegeberatung;Nachtdienste;Sturzvorbeugung;Palliativversorgung;Pflegedokumentation;Ausbildung am Lernort Praxis;Demenzbegleitung;Wundversorgung',
    'Krankenpflege;Altenpflege;Pflegewissenschaft;Patientensicherheit',
  ),
  subject(
    'ernaehrung',
    '641',
    'Ernährung',
    'Meeresalgen als Lebensmittel;Schulverpflegung;Fischkonserven;Brot und Getreide;Kantinenküchen;Räuchern und Salzen;Kohlgerichte;Trinkwasser im Haushalt',
    'Ernährung;Lebensmittel;Kochen;Meeresalgen',
  ),
  subject(
    'fischerei',
    '639.2',
    'Fischerei',
    'Krabbenfischerei;Kutterflotten;Muschelzucht;Fangquoten;Fischauktionen;Netzbau;Aquakultur in Binnenhäfen;Beifang',
    'Fischerei;Aquakultur;Krabbenfang;Fischereirecht',
  ),
  subject(
    'informatik',
    '004',
    'Informatik',
    'Verteilte Systeme;Datenbanken;Maschinelles Lernen;Barrierefreie Webseiten;Betriebssysteme;Rechnernetze;Softwaretests;Suchverfahren',
    'Informatik;Software;Datenbank;Maschinelles Lernen',
  ),
  subject(
    'sozialarbeit',
    '361.3',
    'Soziale Arbeit',
    'Jugendhilfe auf dem Land;Schuldnerberatung;Gemeinwesenarbeit;Streetwork;Fallbesprechungen;Hilfeplanung;Wohnungslosenhilfe;Supervision',
    'Sozialarbeit;Jugendhilfe;Beratung;Gemeinwesenarbeit',
  ),
  subject(
    'wirtschaft',
    '330',
    'Wirtschaft',
    'Genossenschaften;Hafenwirtschaft;Regionale Wertschöpfung;Tarifverträge;Bilanzierung;Preisbildung;Kleinbetriebe;Fremdenverkehr',
    'Wirtschaft;Genossenschaft;Tourismus;Betriebswirtschaftslehre',
  ),
  subject(
    'recht',
    '340',
    'Recht',
    'Deichrecht;Verwaltungsverfahren;Sozialrecht;Datenschutz;Urheberrecht in der Lehre;Vergaberecht;Arbeitsrecht;Strandrecht',
    'Recht;Verwaltungsrecht;Sozialrecht;Deichrecht',
  ),
  subject(
    'paedagogik',
    '370',
    'Pädagogik',
    'Zwergschulen;Mehrsprachiger Unterricht;Leseförderung;Erwachsenenbildung;Prüfungsgespräche;Lernen mit Karten;Ganztagsschulen;Unterrichtsbesuche',
    'Pädagogik;Schule;Unterricht;Erwachsenenbildung',
  ),
  subject(
    'energie',
    '621.4',
    'Energietechnik',
    'Windparks vor der Küste;Wärmepumpen;Speicherkraftwerke;Netzanschlüsse;Wasserstoff;Gezeitenkraftwerke;Nahwärme;Rotorblätter',
    'Windenergie;Energietechnik;Wasserstoff;Energiespeicher',
  ),
  subject(
    'psychologie',
    '150',
    'Psychologie',
    'Belastung im Schichtdienst;Aufmerksamkeit;Entscheiden unter Zeitdruck;Gruppen und Führung;Gedächtnis im Alter;Prüfungsangst;Vertrauen;Ruhepausen',
    'Psychologie;Belastung;Gedächtnis;Arbeitspsychologie',
  ),
  subject(
    'geschichte',
    '943',
    'Landesgeschichte',
    'Deichverbände;Walfänger;Hafenstädte der Neuzeit;Landgewinnung;Auswanderung;Kirchspiele;Sturmfluten vor 1800;Lotsenwesen',
    'Landesgeschichte;Seefahrt;Landgewinnung;Auswanderung',
  ),
  subject(
    'sprache',
    '430',
    'Sprache',
    'Niederdeutsch im Alltag;Ortsnamen der Marsch;Fachsprachen;Grußformeln;Wörterbücher;Leichte Sprache;Schreibberatung;Seemannssprache',
    'Sprachwissenschaft;Niederdeutsch;Ortsname;Fachsprache',
  ),
  subject(
    'musik',
    '780',
    'Musik',
    'Dorforgeln;Chorwesen;Shantys;Musikunterricht;Glockengüsse;Blaskapellen;Klaviermusik um 1900;Liedersammlungen',
    'Musik;Orgel;Volkslied;Musikunterricht',
  ),
  subject(
    'geologie',
    '551',
    'Geologie',
    'Marschböden;Grundwasser und Salz;Dünen;Strömung und Sediment;Findlinge;Torf;Küstenlinien der Vorzeit;Bodensenkung',
    'Geologie;Sediment;Grundwasser;Düne',
  ),
];
export const ASPECTS =
  'Befunde und Folgerungen;Erfahrungen aus der Praxis;eine Bestandsaufnahme;Fragen, Verfahren, Grenzen;Planung und Alltag;ein Vergleich;Quellen und Deutungen;Ergebnisse einer Befragung;Wandel in drei Jahrzehnten;Aufgaben und Zuständigkeiten'.split(
    ';',
  );
export const PLACES =
  'Gralsund;Hohensiel;Ostervoog;Wremerkoog;Altengroden;Süderhafen;Lüttmoor;Brakensiel;Nordergast;Tiefensand'.split(
    ';',
  );
export const BOOK_TITLES = [
  '{T}: eine Einführung',
  '{T} und {U}',
  '{T} im Wandel',
  'Handbuch {T}',
  '{T} für die Praxis',
  '{T} in {P}',
  'Grundlagen: {T}',
  '{T}: {A}',
  'Streitfall {T}',
] as const;
export const ARTICLE_TITLES = [
  '{T} in {P}: {A}',
  '{T} und {U}: {A}',
  'Wer entscheidet über {T}?',
  '{T} – {A}',
  'Neues zu: {T}',
  '{T}. Notizen aus {P}',
] as const;
export const SENTENCES = [
  'Der Beitrag untersucht {T} am Beispiel von {P}.',
  'Ausgewertet wurden Akten, Gespräche und Messungen aus zwölf Jahren.',
  'Dabei zeigt sich, dass {U} mehr Gewicht hat als bisher angenommen.',
  'Zum Schluss werden Folgen für die Ausbildung an Hochschulen benannt.',
] as const;
export const PUBLISHERS = 'Deichverlag;Marschbuch;Kleine Sielpresse;Verlag am Koog;Ostervoog Akademie'.split(
  ';',
);
const FAMILIES =
  'Arfken Behnsen Carstolt Dirkmaat Eilsund Folkmer Gerdholt Habbing Ippensiel Jürkens Kluthmann Lührwohl Meenholt Nannsen Ohmkoog Pottfleth Quadbeck Rickleff Siefhusen Tjadbeck Ubbinga Vosshörn Wiardsen Yndholm Zoberbier'.split(
    ' ',
  );
const GIVEN =
  'Anke Bernd Cornelia Detlef Elske Frerk Gesa Hauke Imke Jörn Karin Lübbe Momme Nele Okke Petra Renke Swantje Tamme Uwe Wiebke Yvonne'.split(
    ' ',
  );
/** Person number `k`: always the same one. */
export const person = (k: number): { readonly family: string; readonly given: string } => ({
  family: FAMILIES[k % FAMILIES.length] as string,
  given: GIVEN[(k * 7 + Math.floor(k / FAMILIES.length)) % GIVEN.length] as string,
});
