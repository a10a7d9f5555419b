/**
 * Citation styles of our own, written as CSL 1.0.2, to make references with a CSL processor that the reader
 * of references is measured against. They follow the families that courses ask for (author and date,
 * numbered, notes, humanities) in the variants of order, punctuation and abbreviation that matter for
 * reading.
 */
interface Manner {
  /** Family names first for all, for the first only, or for nobody. */
  readonly invert: 'all' | 'first' | 'none';
  readonly initials: '' | '. ' | '.' | 'bare';
  readonly and: '&' | 'and' | '';
  readonly between?: string;
  readonly etAlMin?: number;
  readonly caps?: boolean;
  readonly date: 'after-author' | 'after-author-plain' | 'end' | 'before-volume' | 'after-volume';
  readonly quotes: boolean;
  readonly numbered?: boolean;
  /** Between container and volume, volume and issue, and before the pages. */
  readonly volume: string;
  readonly issue: readonly [before: string, after: string];
  readonly pages: string;
  readonly chapter: 'in-editors' | 'in-title-editors' | 'in-plain';
  readonly imprint: 'publisher' | 'place-publisher' | 'publisher-place';
  readonly stop: '. ' | ', ';
  readonly doi: 'url' | 'label' | 'none';
}
const BASE: Manner = {
  invert: 'all',
  initials: '. ',
  and: '&',
  date: 'after-author',
  quotes: false,
  volume: ', ',
  issue: ['(', ')'],
  pages: ', ',
  chapter: 'in-editors',
  imprint: 'publisher',
  stop: '. ',
  doi: 'url',
};
/** Twelve styles by what they are. */
export const STYLES: Readonly<Record<string, Manner>> = {
  'author-date, initials': BASE,
  'author-date, plain year': {
    ...BASE,
    and: 'and',
    date: 'after-author-plain',
    quotes: true,
    imprint: 'place-publisher',
    issue: [' (', ')'],
    pages: ': ',
    doi: 'none',
  },
  'author-date, pp.': {
    ...BASE,
    and: 'and',
    initials: '.',
    quotes: true,
    stop: ', ',
    pages: ', pp. ',
    imprint: 'place-publisher',
    chapter: 'in-title-editors',
  },
  'numbered, bare initials': {
    ...BASE,
    numbered: true,
    initials: 'bare',
    and: '',
    etAlMin: 7,
    date: 'before-volume',
    volume: ';',
    pages: ':',
    imprint: 'place-publisher',
    doi: 'label',
  },
  'numbered, given first': {
    ...BASE,
    numbered: true,
    invert: 'none',
    and: 'and',
    quotes: true,
    stop: ', ',
    date: 'end',
    volume: ', vol. ',
    issue: [', no. ', ''],
    pages: ', pp. ',
    imprint: 'place-publisher',
    doi: 'label',
  },
  'notes, full names': {
    ...BASE,
    invert: 'none',
    initials: '',
    and: 'and',
    quotes: true,
    stop: ', ',
    date: 'after-volume',
    volume: ' ',
    issue: [', no. ', ''],
    pages: ': ',
    chapter: 'in-title-editors',
    imprint: 'place-publisher',
  },
  'bibliography, first inverted': {
    ...BASE,
    invert: 'first',
    initials: '',
    and: 'and',
    quotes: true,
    date: 'after-volume',
    volume: ' ',
    issue: [', no. ', ''],
    pages: ': ',
    chapter: 'in-title-editors',
    imprint: 'place-publisher',
  },
  'humanities, vol. and no.': {
    ...BASE,
    invert: 'first',
    initials: '',
    and: 'and',
    quotes: true,
    etAlMin: 3,
    date: 'end',
    volume: ', vol. ',
    issue: [', no. ', ''],
    pages: ', pp. ',
    chapter: 'in-title-editors',
    doi: 'url',
  },
  'humanities, dots': {
    ...BASE,
    initials: '',
    and: 'and',
    quotes: true,
    stop: ', ',
    date: 'after-volume',
    volume: ', ',
    issue: ['.', ''],
    pages: ', ',
    imprint: 'place-publisher',
    doi: 'none',
  },
  'sciences, terse': {
    ...BASE,
    numbered: true,
    initials: 'bare',
    and: '',
    between: ', ',
    date: 'end',
    volume: ' ',
    issue: ['(', ')'],
    pages: ', ',
    imprint: 'publisher-place',
    doi: 'none',
  },
  'continental, capitals': {
    ...BASE,
    initials: '',
    and: '',
    between: '; ',
    caps: true,
    date: 'end',
    volume: ', ',
    issue: ['/', ''],
    pages: ', S. ',
    chapter: 'in-editors',
    imprint: 'place-publisher',
    doi: 'none',
  },
  'law, given first': {
    ...BASE,
    invert: 'none',
    initials: '',
    and: '&',
    date: 'after-author',
    quotes: true,
    volume: ' ',
    issue: ['(', ')'],
    pages: ' ',
    chapter: 'in-plain',
    doi: 'none',
  },
};

const esc = (t: string): string =>
  t.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
const text = (what: string, more = ''): string => `<text ${what} ${more}/>`;

export function cslStyle(name: string, m: Manner): string {
  const nameAttributes = [
    m.invert === 'all'
      ? 'name-as-sort-order="all"'
      : m.invert === 'first'
        ? 'name-as-sort-order="first"'
        : '',
    m.initials ? `initialize-with="${m.initials === 'bare' ? '' : m.initials}"` : '',
    m.and === '&' ? 'and="symbol"' : m.and === 'and' ? 'and="text"' : '',
    `delimiter="${m.between ?? ', '}"`,
    `sort-separator="${m.initials === 'bare' ? ' ' : ', '}"`,
    m.etAlMin
      ? `et-al-min="${m.etAlMin}" et-al-use-first="${m.etAlMin > 3 ? 6 : 1}"`
      : 'et-al-min="21" et-al-use-first="19"',
  ].join(' ');
  const caps = m.caps ? '<name-part name="family" text-case="uppercase"/>' : '';
  const people = (variable: string, label = ''): string =>
    `<names variable="${variable}"><name ${nameAttributes}>${caps}</name>${label}</names>`;
  const plainPeople = (variable: string, label = ''): string =>
    `<names variable="${variable}"><name ${nameAttributes.replace(/name-as-sort-order="\w+"/, '')}/>${label}</names>`;
  const year = (around = ''): string => `<date variable="issued" ${around}><date-part name="year"/></date>`;
  const whole = (around = ''): string =>
    `<choose><if type="article-newspaper"><date variable="issued" ${around} delimiter=" "><date-part name="day"/><date-part name="month"/><date-part name="year"/></date></if><else>${year(around)}</else></choose>`;
  const early =
    m.date === 'after-author'
      ? whole('prefix=" (" suffix=")"')
      : m.date === 'after-author-plain'
        ? whole(`prefix="${m.stop}"`)
        : '';
  const title = text('variable="title"', m.quotes ? 'quotes="true"' : '');
  const bookTitle = text('variable="title"', 'font-style="italic"');
  const volume = `<group><text variable="volume"/><text variable="issue" prefix="${esc(m.issue[0])}" suffix="${esc(m.issue[1])}"/></group>`;
  const yearLate = m.date === 'after-volume' ? year('prefix=" (" suffix=")"') : '';
  const journal = `<group><text variable="container-title" font-style="italic"/>${m.date === 'before-volume' ? year('prefix=". "') : ''}<group prefix="${esc(m.volume)}">${volume}</group>${yearLate}<text variable="page" prefix="${esc(m.pages)}"/></group>`;
  const imprint =
    m.imprint === 'publisher'
      ? text('variable="publisher"')
      : m.imprint === 'place-publisher'
        ? '<group delimiter=": "><text variable="publisher-place"/><text variable="publisher"/></group>'
        : '<group delimiter=", "><text variable="publisher"/><text variable="publisher-place"/></group>';
  const end = ['end', 'before-volume', 'after-volume'].includes(m.date)
    ? whole(m.date === 'before-volume' ? 'prefix="; "' : 'prefix=", "')
    : '';
  const edition = '<group><number variable="edition" form="ordinal" prefix=" (" suffix=" ed.)"/></group>';
  const eds = `<label form="short" prefix=" (" suffix=")"/>`;
  const container = text('variable="container-title"', 'font-style="italic"');
  const inside =
    m.chapter === 'in-editors'
      ? `<group prefix="In " delimiter=", ">${plainPeople('editor', eds)}<group>${container}<text variable="page" prefix=" (pp. " suffix=")"/></group></group>`
      : m.chapter === 'in-title-editors'
        ? `<group prefix="in " delimiter=", ">${container}<group>${plainPeople('editor').replace('<names ', '<names prefix="edited by " ')}</group><text variable="page"/></group>`
        : `<group prefix="in " delimiter=", ">${container}<text variable="page"/></group>`;
  const doi =
    m.doi === 'url'
      ? text('variable="DOI"', 'prefix=". https://doi.org/"')
      : m.doi === 'label'
        ? text('variable="DOI"', 'prefix=". doi: "')
        : '';
  const body = `<choose>
    <if type="article-journal paper-conference review-book review" match="any"><group delimiter="${m.stop}">${title}${journal}</group>${m.date === 'end' ? year('prefix=", "') : ''}</if>
    <else-if type="article-newspaper"><group delimiter="${m.stop}">${title}${container}</group>${end}<text variable="page" prefix=", p. "/></else-if>
    <else-if type="chapter"><group delimiter="${m.stop}">${title}${inside}<group>${imprint}${end}</group></group></else-if>
    <else-if type="thesis report motion_picture song map musical_score" match="any"><group delimiter="${m.stop}"><group>${bookTitle}<text variable="genre" prefix=" [" suffix="]"/></group><group>${imprint}${end}</group></group></else-if>
    <else><group delimiter="${m.stop}"><group>${bookTitle}${edition}</group><group>${imprint}${end}</group></group></else>
  </choose>`;
  return `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" default-locale="en-US"><info><title>${esc(name)}</title><id>legendum-${name.replace(/\W+/g, '-')}</id><updated>2026-01-01T00:00:00+00:00</updated></info>
<citation><layout><text variable="title"/></layout></citation>
<bibliography><layout suffix="."><group>${m.numbered ? '<text variable="citation-number" prefix="[" suffix="] "/>' : ''}<group delimiter="${m.stop}"><group>${people('author', '<substitute><names variable="editor"/><text variable="title"/></substitute>')}${early}</group><group>${body}</group></group>${doi}</group></layout></bibliography></style>`;
}

/** The terms that these styles use, so that no other locale needs to come along. */
export const LOCALE = `<?xml version="1.0" encoding="utf-8"?>
<locale xmlns="http://purl.org/net/xbiblio/csl" version="1.0" xml:lang="en-US"><style-options punctuation-in-quote="true"/>
<date form="text"><date-part name="month" suffix=" "/><date-part name="day" suffix=", "/><date-part name="year"/></date>
<date form="numeric"><date-part name="year"/></date>
<terms><term name="and">and</term><term name="et-al">et al.</term><term name="open-quote">“</term><term name="close-quote">”</term><term name="open-inner-quote">‘</term><term name="close-inner-quote">’</term><term name="page-range-delimiter">–</term><term name="no date">n.d.</term>
<term name="editor"><single>editor</single><multiple>editors</multiple></term><term name="editor" form="short"><single>ed.</single><multiple>eds.</multiple></term>
<term name="volume"><single>volume</single><multiple>volumes</multiple></term><term name="volume" form="short"><single>vol.</single><multiple>vols.</multiple></term><term name="issue"><single>issue</single><multiple>issues</multiple></term><term name="issue" form="short"><single>no.</single><multiple>nos.</multiple></term><term name="page"><single>page</single><multiple>pages</multiple></term><term name="page" form="short"><single>p.</single><multiple>pp.</multiple></term><term name="ordinal">th</term><term name="ordinal-01">st</term><term name="ordinal-02">nd</term><term name="ordinal-03">rd</term><term name="ordinal-11">th</term><term name="ordinal-12">th</term><term name="ordinal-13">th</term>
${['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'].map((mth, i) => `<term name="month-${String(i + 1).padStart(2, '0')}">${mth}</term><term name="month-${String(i + 1).padStart(2, '0')}" form="short">${mth.slice(0, 3)}.</term>`).join('')}
</terms></locale>`;
