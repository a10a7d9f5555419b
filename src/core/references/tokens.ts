/**
 * A reference as a row of tokens: words, numbers, single punctuation marks, and identifiers whole. Each token
 * has a *shape*, which is all that the tagger knows of most words, so that it reads titles whose words it has
 * never met; only *cues* (in, eds., vol., press, journal, accessed …) are known by name.
 */
import { textNumber } from './chain';

export interface Token {
  readonly text: string;
  /** Place in the reference, UTF-16 units, `end` exclusive. */
  readonly start: number;
  readonly end: number;
  readonly shape: string;
  readonly cue: string;
  /** In small letters, without accents. */
  readonly key: string;
  /** White space before it. */
  readonly spaced: boolean;
}

const IDENTIFIERS: readonly (readonly [shape: string, pattern: RegExp])[] = [
  ['DOI', /(?:https?:\/\/(?:dx\.)?doi\.[a-z]+\/|doi:\s*)?10\.\d{4,9}\/[^\s"<>]+[^\s"<>.,;)\]]/iy],
  ['URL', /(?:https?:\/\/|www\.)[^\s<>"]+[^\s<>".,;)\]]/iy],
  // Digits first: looking behind at every mark of `isbn: : : :` would take the square of its length.
  ['ISBN', /(?=\d)(?<=isbn(?:-1[03])?[:\s]{0,4})[\d][\d\s-]{8,15}[\dXx]/iy],
  ['ISSN', /(?=\d)(?<=issn[:\s]{0,4})\d{4}-?\d{3}[\dXx]/iy],
];
/** A word; where nothing was set between two parts (`desafiosProc. World Congress`, `fictionsVol. 1`) it ends there. */
const WORD = /(?:[\p{L}\p{M}\p{N}](?!(?<=\p{Ll}{4})\p{Lu}\p{M}*\p{Ll}))*[\p{L}\p{M}\p{N}](?:['’][\p{L}]+)*/uy;

/** A word as it is known by: small letters without accents and apostrophes. */
function keyOf(word: string): string {
  return word
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\p{M}'’]/gu, '');
}
/** Words known by name, several spellings under one cue. */
const CUES: ReadonlyMap<string, string> = new Map(
  Object.entries({
    in: 'in im dans en em inn i teoksessa içinde dalam',
    eds: 'ed eds éd éds editor editors edited edit hrsg hg hgg hrsgg herausgegeben herausgeber dir dirs coord coords coordinateur org orgs organizador red redaktör redigeret utg curatela comp compiler comps compiled editores editado éditeurs édité coordinador coordinadores coordinado directeur directeurs organizadores organizado redaktører redaktörer redigerad redigert redaktor redaktorzy redakcja redacteur redacteuren redactie bewerkt editat editori editoval curatore curatori cura toim toimetaja toimetajad toimetanud toimittaja toimittajat toimittanut szerk szerkesztő szerkesztette urednik urednici uredniki uredil uredio ured zost zostavil sudarytojas sudarytojai derleyen editör',
    trans:
      'trans transl tr translated translation translator translators übers übersetzt trad traduit traducido traduzione tradução övers overs oversat vert trads traducteur traducteurs traductor traductores tradutor tradutores traduttore traduttori tradotto traduzido traducere oversætter oversættere oversetter oversettere oversatt översättare översatt vertaler vertalers vertaald tłum tłumacz przetłumaczone přeložil překladatel přel kääntäjä kääntäjät kääntänyt kään fordította fordító prevoditelj preveo prevedel prevajalec çeviren çev tõlkija tõlk tõlkinud',
    by: 'by von par por av af door',
    vol: 'vol vols volume volumes v bd bde band jg jahrgang tome t tomo årg årgång deel årgang volum volums volumen volumenes volym volymer ročník ročníky roč letnik svezak vuosikerta vsk kötet cilt ciltler bände köide',
    no: 'no nos nr issue number heft h núm num n número numéro nº iss fasc nummer nummern nummers numéros números číslo čísla numer numery nro fascicolo fascicoli sayı szám številka zenb',
    pp: 'pp p pages page pg pgs s seiten seite str sid sidor pág págs side sider blz página páginas pagina pagine pàgina pàgines strana strany stran strani strona strony sivu sivut oldal lk lehekülg sayfa sayfalar hlm halaman lpp bladsy ss',
    edn: 'edn edition aufl auflage ausgabe édition edición edição upplaga udgave utgave druk izd edizione edizioni edició auflagen vydání vydanie vyd wydanie wyd painos upplagor uppl udg baskı kiadás kiad väljaanne',
    ordinal:
      '1st 2nd 3rd 4th 5th 6th 7th 8th 9th 10th first second third fourth fifth revised rev überarb erw 2e 3e 4e 2a 3a',
    press:
      'press verlag publishing publishers publisher publications éditions editions éditeur forlag förlag kustantamo editorial editora editore edizioni ediciones edições uitgeverij yayınları presses librairie wydawnictwo nakladatelství',
    univ: 'university univ college institute universität université universidad universidade università universitet universiteit office ministry department bureau agency council centre center committee organisation organization society association academy ministère ministerio ministério amt institut instituto school faculty',
    journal:
      'journal review rev annals ann quarterly q proceedings proc studies stud transactions bulletin bull letters lett papers archives arch magazine mag gazette sentinel herald times courier chronicle revue zeitschrift z jahrbuch jb rivista riv quaderni cuadernos cuad revista tidskrift tidsskrift cahiers annales acta studien annali mededelingen dergisi adv res sci int am eur archiv beiträge mitteilungen boletín boletim tijdschrift commun',
    series: 'series ser reihe collection colección coleção serie',
    thesis:
      'thesis dissertation phd doctoral master masters diss thèse tesis tese habilitationsschrift diplomarbeit msc bachelor bachelors doktorarbeit avhandling afhandling inaugural',
    report:
      'report working paper technical rapport bericht informe relatório discussion preprint arbeitspapier tech',
    review: 'reviewed',
    accessed:
      'accessed retrieved viewed cited abgerufen consulté visited consultado acesso accès access zugriff besucht hämtad hentet citado accedido geraadpleegd lest visto aufgerufen cit consultato consulta recuperado obtido acedido zugegriffen geciteerd citováno viděno dostęp cytowane pobrano vaadatud viitattu noudettu erişim åtkomstdatum citerad sitert henta henvist pristupljeno preuzeto skatīts accesat opgehaal',
    available:
      'available online internet from at disponible disponível verfügbar ligne línea tillgänglig tilgængelig web website url disponibile disponibel dostupné dostupno dostopno dostępne saatavissa verkossa beschikbaar tilgjengelig tilgjengeleg elérhető çevrimiçi internetu adresi',
    doi: 'doi',
    isbn: 'isbn',
    issn: 'issn',
    et: 'et',
    al: 'al others outros otros andere autres a altri altres alii další flere inni drugi eraill ym vd',
    and: 'and und y e och og ja ve & et',
    month:
      'january february march april may june july august september october november december jan feb mar apr jun jul aug sept sep oct nov dec spring summer autumn winter fall januar februar märz mai juni juli oktober dezember janvier février mars avril juin juillet août septembre octobre novembre décembre enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre janeiro fevereiro março maio junho julho setembro outubro dezembro januari februari augusti maj marts okt dez déc févr juil abr ago set dic gennaio febbraio aprile maggio giugno luglio settembre ottobre dicembre maart mei ene out leden únor březen duben květen červen červenec srpen září říjen listopad prosinec styczeń luty marzec kwiecień czerwiec lipiec sierpień wrzesień październik grudzień tammikuuta helmikuuta maaliskuuta huhtikuuta toukokuuta kesäkuuta heinäkuuta elokuuta syyskuuta lokakuuta marraskuuta joulukuuta gener febrer març maig juny juliol agost setembre desembre ocak şubat mart nisan mayıs haziran temmuz ağustos eylül ekim kasım aralık január február március április május június július augusztus szeptember jaanuar veebruar aprill juuni juuli oktoober detsember siječanj veljača ožujak travanj svibanj lipanj srpanj kolovoz rujan studeni prosinac janv avr juill novembro decembro',
    the: 'the a an of on for to with der die das le la les de du des el los il lo gli di del della den det het zur zum des',
    nd: 'nd undated forthcoming press oj sd sf od',
    video: 'video film dvd cd recording audiobook score map motion picture music movie directed director',
    particle: 'van von der den ter dos da af av zu mac mc ní ó bin ibn al el ben st',
    paper:
      'presented conference conf meeting symposium symp workshop congress tagung congreso congresso kongress conférence int proceedings presentado presentato apresentado gepresenteerd presenterad presentert',
    chapter:
      'chapter chap ch kap capítulo chapitre kapitel capitolo capitoli capítulos chapitres hoofdstuk rozdział poglavje poglavlje peatükk kapittel kapitola luku',
    newspaper: 'newspaper news times zeitung daily post tribune courrier',
    patent: 'patent patents us ep wo',
    software:
      'software version data dataset set computer program versione versie verze wersja versão versión versjon versiyon',
    standard: 'iso din std standard',
    numbered: 'article art paper id e',
    junior: 'jr sr junior filho neto ii iii iv',
    none: 'sl sn anon anonymous',
  }).flatMap(([cue, list]) => list.split(/\s+/).map((w): [string, string] => [keyOf(w), cue])),
);

function shapeOf(text: string): string {
  if (/^\p{N}/u.test(text)) {
    if (/^(1[4-9]|20)\d\d$/.test(text)) return 'YEAR';
    if (/^(1[4-9]|20)\d\d[a-z]$/.test(text)) return 'YEARx';
    if (/^\d+$/.test(text)) return text.length > 4 ? 'NNNN+' : 'NNNN'.slice(0, text.length);
    return /^\d+(st|nd|rd|th)$/i.test(text) ? 'ORD' : 'Nx';
  }
  if (!/[\p{L}]/u.test(text)) return text;
  if (/^[ivxlcdm]+$/.test(text) && text.length < 7) return 'roman';
  if (/^[IVXLCDM]{2,6}$/.test(text)) return 'ROMAN';
  if (/^\p{Lu}$/u.test(text)) return 'I';
  if (/^\p{Lu}{2,3}$/u.test(text)) return 'II';
  if (/^\p{Lu}+$/u.test(text)) return 'CAPS';
  if (/^\p{Lu}/u.test(text)) return text.length > 3 ? 'Cap' : 'Cp';
  if (/^[eS]\d+$/.test(text)) return 'eN';
  return text.length > 3 ? 'low' : 'lo';
}

/** @example tokenise('Lind, A. (2019)').map((t) => t.shape) // ['Cap', ',', 'I', '.', '(', 'YEAR', ')'] */
export function tokenise(text: string): Token[] {
  const tokens: Token[] = [];
  let spaced = false;
  for (let at = 0; at < text.length; ) {
    const c = text[at] as string;
    if (/\s/.test(c)) {
      spaced = true;
      at++;
      continue;
    }
    let end = 0;
    let shape = '';
    for (const [name, pattern] of IDENTIFIERS) {
      pattern.lastIndex = at;
      const m = pattern.exec(text);
      if (!m) continue;
      end = at + m[0].length;
      shape = name;
      break;
    }
    if (!end) {
      WORD.lastIndex = at;
      const m = WORD.exec(text);
      end =
        at +
        (m
          ? m[0].length
          : c.codePointAt(0) !== undefined && (text.codePointAt(at) as number) > 0xffff
            ? 2
            : 1);
    }
    const word = text.slice(at, end);
    const key = shape ? shape : keyOf(word);
    tokens.push({
      text: word,
      key,
      start: at,
      end,
      shape: shape || shapeOf(word),
      cue: CUES.get(key) ?? '',
      spaced,
    });
    spaced = false;
    at = end;
  }
  return tokens;
}

/**
 * The tokens as a model knows them: words that it has not learnt, and that are no cue, are but of their shape. What
 * it has never met must weigh nothing, or it weighs what chance gives it.
 * @param words numbers of the words that it has learnt (`textNumber`)
 */
export const asKnown = (tokens: readonly Token[], words: ReadonlySet<number>): Token[] =>
  tokens.map((t) =>
    t.cue || !/^(?:Cap|Cp|CAPS|II|low|lo)$/.test(t.shape) || words.has(textNumber(t.key))
      ? t
      : { ...t, key: `~${t.shape}` },
  );
