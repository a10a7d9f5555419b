/**
 * A reference as a row of tokens: words, numbers, single punctuation marks, and identifiers whole. Each token
 * has a *shape*, which is all that the tagger knows of most words, so that it reads titles whose words it has
 * never met; only *cues* (in, eds., vol., press, journal, accessed …) are known by name.
 */
export interface Token {
  readonly text: string;
  /** Place in the reference, UTF-16 units, `end` exclusive. */
  readonly start: number;
  readonly end: number;
  readonly shape: string;
  readonly cue: string;
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
const WORD = /[\p{L}\p{M}\p{N}]+(?:['’][\p{L}]+)*/uy;

/** Words known by name, several spellings under one cue. */
const CUES: ReadonlyMap<string, string> = new Map(
  Object.entries({
    in: 'in im dans',
    eds: 'ed eds editor editors edited hrsg hg herausgegeben dir coord',
    trans: 'trans translated translator translators übers trad',
    by: 'by von par',
    vol: 'vol vols volume volumes v bd band jg jahrgang tome',
    no: 'no nr issue number heft núm num n',
    pp: 'pp p pages page s seiten',
    edn: 'edn edition aufl auflage ausgabe',
    ordinal: '1st 2nd 3rd 4th 5th 6th 7th 8th 9th 10th second third fourth fifth revised rev',
    press:
      'press verlag books publishing publishers publisher éditions editions forlag förlag kustantamo editorial edizioni uitgeverij yayınları house print',
    univ: 'university college institute universität université universidad office ministry department bureau agency council centre center committee organisation organization society association',
    journal:
      'journal review annals quarterly proceedings studies transactions bulletin letters papers archives magazine notes questions gazette sentinel herald times courier record chronicle revue zeitschrift jahrbuch rivista quaderni cuadernos revista tidskrift tidsskrift cahiers annales acta studien annali mededelingen dergisi letters',
    series: 'series',
    thesis: 'thesis dissertation phd doctoral master masters diss',
    report: 'report working paper',
    review: 'review reviewed',
    accessed: 'accessed retrieved viewed cited abgerufen consulté visited',
    available: 'available online internet from at',
    doi: 'doi',
    isbn: 'isbn',
    issn: 'issn',
    url: 'url',
    et: 'et',
    al: 'al others',
    and: 'and und y e och og ja ve',
    month:
      'january february march april may june july august september october november december jan feb mar apr jun jul aug sept sep oct nov dec spring summer autumn winter fall',
    the: 'the a an of on for to with der die das le la les de du des el los il lo gli di del della den det',
    nd: 'nd undated forthcoming press',
    video: 'video film dvd cd recording audiobook score map motion picture music',
    particle: 'van von der den ter dos da af av zu',
    paper: 'presented paper conference meeting symposium',
    chapter: 'chapter chap ch',
    newspaper: 'newspaper news',
  }).flatMap(([cue, list]) => list.split(/\s+/).map((w): [string, string] => [w, cue])),
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
    tokens.push({
      text: word,
      start: at,
      end,
      shape: shape || shapeOf(word),
      cue: CUES.get(word.toLowerCase()) ?? '',
      spaced,
    });
    spaced = false;
    at = end;
  }
  return tokens;
}
