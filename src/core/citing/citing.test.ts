/** Citations against the processor alone, over many public styles; holes where something is missing. */
import { createRequire } from 'node:module';
import type CSL from 'citeproc';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { Styles } from '../../server/styles';
import { say } from '../../words/generated/citing';
import { CodedError } from '../codedError';
import type { CslItem } from '../model/record';
import { Citer, citeAll, type Setting } from './cite';
import { corrected, fieldOf, fieldText } from './fill';
import { couldLack, filledWith, markedIn, piecesOf } from './lacking';
import { localeName } from './locale';
import { CSL as CSL_OURS } from './processor';
import { asHtml, asLatex, asMarkdown, asRtf, asText, listAs, runsOf } from './runs';
import { hasList, type StyleNode, styleFacts, unpacked } from './style';
import { styleFromXml } from './styleXml';

let styles: Styles;
beforeAll(async () => {
  styles = await Styles.open('.cache/styles.json');
});
const nodeOf = (id: string): StyleNode => {
  const packed = styles.style(id);
  if (!packed) throw new Error(id);
  return unpacked(packed);
};
const localeOf = (name: string): StyleNode | null => {
  const packed = styles.locale(name);
  return packed && unpacked(packed);
};
const settingOf = (style: StyleNode, more: Partial<Setting> = {}): Setting => ({
  style,
  locale: null,
  localeOf,
  ...more,
});

const kelp: CslItem = {
  id: 'kelp',
  type: 'article-journal',
  title: 'Kelp on the plate: <i>Saccharina</i> & more',
  author: [
    { family: 'Okonedo-Falk', given: 'Ann' },
    { family: 'Vellacott', given: 'Rolf' },
  ],
  'container-title': 'Coastal Food Systems',
  volume: '14',
  issue: '2',
  page: '101-128',
  issued: { 'date-parts': [[2023, 4]] },
  DOI: '10.5555/kelp.1',
};
const shore: CslItem = {
  id: 'shore',
  type: 'book',
  title: 'The edible shore',
  author: [{ family: 'Lindqvarn', given: 'Theodora' }],
  issued: { 'date-parts': [[2019]] },
  publisher: 'Harrow Tide Press',
  'publisher-place': 'Aldersund',
};
const salt: CslItem = {
  id: 'salt',
  type: 'chapter',
  title: 'Salt',
  author: [{ family: 'Øst', given: 'M.' }],
  'container-title': 'Weeds',
  issued: { 'date-parts': [[2020]] },
};
const ITEMS = [kelp, shore, salt];

/** Citeproc as it comes: ours has ways made shorter. */
function asItComes(): typeof CSL {
  const require = createRequire(import.meta.url);
  delete require.cache[require.resolve('citeproc')];
  return require('citeproc');
}
const Processor = asItComes();
/** What citeproc says by itself. */
function alone(style: StyleNode | string, items: readonly CslItem[], lang?: string): string[] {
  const byId = new Map(items.map((i) => [i.id, i]));
  const engine = new Processor.Engine(
    {
      retrieveLocale: (l) => localeOf(l) ?? localeOf(localeName(l)) ?? localeOf('en-US'),
      retrieveItem: (id) => byId.get(id),
    },
    style,
    lang ?? 'en-US',
    lang !== undefined,
  );
  engine.setOutputFormat('text');
  engine.updateItems([...byId.keys()]);
  const made = engine.makeBibliography();
  return made ? made[1].map((t) => t.trim()) : [];
}
const squeezed = (t: string): string => t.replace(/\s+/g, ' ').trim();

describe('a list', () => {
  it.each([
    'apa',
    'modern-language-association',
    'chicago-author-date',
    'harvard-cite-them-right',
    'american-medical-association',
    'ieee',
    'vancouver',
    'iso690-author-date-en',
    'turabian-author-date',
    'american-chemical-society',
  ])('in %s reads as the processor alone sets it', (id) => {
    const cited = citeAll(ITEMS, settingOf(nodeOf(id)));
    expect(cited.entries.map((e) => squeezed(asText(e.runs)).replace(/^(\[?\d+\]?\.?) /, '$1'))).toEqual(
      alone(nodeOf(id), ITEMS).map((t) => squeezed(t).replace(/^(\[?\d+\]?\.?) /, '$1')),
    );
  });
  it.each([
    'apa',
    'modern-language-association',
    'chicago-author-date',
    'chicago-fullnote-bibliography',
    'iso690-author-date-en',
    'taylor-and-francis-chicago-author-date',
  ])('of people of the same names in %s tells them apart as the processor alone does', (id) => {
    expect(Processor).not.toBe(CSL_OURS);
    const names = ['Ann Dray', 'Anna Dray', 'A. Dray', 'Rolf Dray', 'Rolf Øst', 'Ann Øst', 'Office Weeds'];
    const many = Array.from({ length: 30 }, (_, i): CslItem => {
      const people = [names[i % 7], names[(i * 3 + 2) % 7], names[(i * 5 + 1) % 7]].slice(0, 1 + (i % 3));
      return {
        ...(ITEMS[i % 3] as CslItem),
        id: `i${i}`,
        title: `Thing ${i % 4}`,
        author: people.map((p = '') => ({ given: p.split(' ')[0] ?? '', family: p.split(' ')[1] ?? '' })),
        issued: { 'date-parts': [[2019 + (i % 2)]] },
      };
    });
    const cited = citeAll(many, settingOf(nodeOf(id)));
    expect(cited.entries.map((e) => squeezed(asText(e.runs)))).toEqual(alone(nodeOf(id), many).map(squeezed));
  });
  it('that stands is not set anew: another place is as if it were the first', () => {
    const setting = settingOf(nodeOf('chicago-fullnote-bibliography'));
    const { publisher: _p, ...bare } = shore;
    const things = [kelp, bare as CslItem, salt];
    const citer = new Citer(setting);
    const list = citer.list(things);
    expect(citer.withHoles(citer.inText(list), things)).toEqual(citeAll(things, setting));
    expect(citer.list(structuredClone(things))).toBe(list);
    const place = { label: 'page', value: '12' } as const;
    const there = citer.withHoles(citer.inText(citer.list(things), place), things);
    expect(there).toEqual(citeAll(things, setting, place));
    expect(citer.list([kelp, shore, salt])).toEqual(new Citer(setting).list([kelp, shore, salt]));
  });
  it.each(['apa', 'modern-language-association', 'chicago-fullnote-bibliography'])(
    'of titles and people called as every object’s own members are is set in %s, and told apart',
    (id) => {
      const odd = ['constructor', 'toString', '__proto__', 'valueOf'];
      const things = odd.flatMap((name): CslItem[] => [
        { id: `t ${name}`, type: 'book', title: name },
        { id: `u ${name}`, type: 'book', title: name },
        { id: `p ${name}`, type: 'book', title: 'Weeds', author: [{ family: name, given: name }] },
      ]);
      const cited = citeAll(things, settingOf(nodeOf(id)));
      expect(cited.entries).toHaveLength(things.length);
      // One of these styles prints a dash for what was just named.
      for (const name of odd)
        expect(
          cited.entries.filter((e) => asText(e.runs).toLowerCase().includes(name.toLowerCase())),
        ).toHaveLength(id.startsWith('modern') ? 2 : 3);
    },
  );
  it('of any other public style can be set, with a text for each thing', () => {
    // Every sixtieth of them: each is another's work.
    const all = 'abcdefghijklmnopqrstuvwxyz'.split('').flatMap((c) => styles.find(c).slice(0, 2));
    for (const { id } of all) {
      const cited = citeAll(ITEMS, settingOf(nodeOf(id)));
      expect(cited.entries, id).toHaveLength(ITEMS.length);
      for (const e of cited.entries) expect(asText(e.cited ?? []) || asText(e.runs), id).not.toBe('');
    }
  });
  it('set by one with what they lack found out by another are the list as one sets it', () => {
    const many = Array.from({ length: 17 }, (_, i): CslItem => {
      const { volume: _v, ...bare } = [kelp, shore, salt][i % 3] as CslItem;
      const { author: _a, ...nobodys } = bare as CslItem;
      return {
        ...(i % 5 === 4 ? (nobodys as CslItem) : (bare as CslItem)),
        id: `i${i}`,
        title: `Thing ${i * 7}`,
        ...(i % 6 === 5 ? { language: 'de' } : {}),
      };
    });
    for (const id of [
      'apa',
      'modern-language-association',
      'ieee',
      'chicago-fullnote-bibliography',
      'american-chemical-society',
    ]) {
      const setting = settingOf(nodeOf(id), { byRecord: true });
      const [setter, asker] = [new Citer(setting), new Citer(setting)];
      const list = setter.inText(setter.list(many));
      const whole = citeAll(many, setting);
      expect(setter.withHoles(list, many, asker.asks(many)), id).toEqual(whole);
      expect(whole.entries.some((e) => e.holes)).toBe(true);
    }
  });
  it('in another language than the style’s, or each entry in its own', () => {
    const german = citeAll([kelp], settingOf(nodeOf('chicago-author-date'), { locale: 'de-DE' }));
    expect(asText(german.entries[0]?.runs ?? [])).toContain('Okonedo-Falk, Ann, und Rolf Vellacott');
    const own = citeAll(
      [kelp, { ...shore, author: [...(kelp.author ?? [])].reverse(), language: 'de' }],
      settingOf(nodeOf('chicago-author-date'), { byRecord: true }),
    );
    const texts = new Map(own.entries.map((e) => [e.id, asText(e.runs)]));
    expect(texts.get('kelp')).toContain('and Rolf');
    expect(texts.get('shore')).toContain('und Ann');
  });
  it('cites in the text, with a place, and in notes, the later ones short', () => {
    const apa = citeAll([kelp], settingOf(nodeOf('apa')), { label: 'page', value: '12' });
    expect([apa.notes, asText(apa.entries[0]?.cited ?? [])]).toEqual([
      false,
      '(Okonedo-Falk & Vellacott, 2023, p. 12)',
    ]);
    const notes = citeAll([shore], settingOf(nodeOf('chicago-fullnote-bibliography')), {
      label: 'chapter',
      value: '3',
    });
    expect(notes.notes).toBe(true);
    expect(asText(notes.entries[0]?.cited ?? [])).toMatch(
      /^Theodora Lindqvarn, The Edible Shore \(.*chap\. 3/,
    );
    expect(asText(notes.entries[0]?.again ?? [])).toMatch(/^Lindqvarn, The Edible Shore, chap\. 3/);
  });
});

describe('what is missing', () => {
  const missing = (item: CslItem, style: string): string[] =>
    (citeAll([item], settingOf(nodeOf(style))).entries[0]?.missing ?? []).map((m) => m.variable);
  it('is what this style prints for this kind, not what others do', () => {
    const { 'publisher-place': _place, ...placeless } = shore;
    expect(missing(placeless as CslItem, 'apa')).not.toContain('publisher-place');
    expect(missing(placeless as CslItem, 'chicago-author-date')).toContain('publisher-place');
    expect(missing(salt, 'apa')).toEqual(expect.arrayContaining(['editor', 'page', 'publisher']));
    expect(missing(kelp, 'apa')).toEqual([]);
    const { volume: _v, DOI: _d, ...bare } = kelp;
    expect(missing(bare as CslItem, 'apa')).toContain('volume');
  });
  it('is a hole in its place; filled, it is the entry that the processor sets', () => {
    const { issued: _i, publisher: _p, ...bare } = shore;
    const [entry] = citeAll([bare as CslItem], settingOf(nodeOf('apa'))).entries;
    const said = (entry?.holes ?? []).map((r) => (r.gap === undefined ? r.text : `‹${r.gap}›`)).join('');
    expect(said).toMatch(/^Lindqvarn, T\. \(‹issued›\)\. The edible shore.*‹publisher›\.$/);
    const filled = corrected(bare as CslItem, {
      issued: fieldOf('issued', '2019') as never,
      publisher: 'Harrow Tide Press',
    });
    expect(asText(citeAll([filled], settingOf(nodeOf('apa'))).entries[0]?.runs ?? [])).toBe(
      alone(nodeOf('apa'), [shore])[0],
    );
  });
  it('leaves numbers, letters and dashes as they are in the list', () => {
    const { volume: _v, ...bare } = kelp;
    const numbered = citeAll([shore, bare as CslItem], settingOf(nodeOf('ieee'))).entries;
    expect(asText(numbered[1]?.holes ?? [])).toMatch(/^\[2\]/);
    const { issued: _i, ...undated } = kelp;
    const same = citeAll(
      [kelp, { ...undated, id: 'again', title: 'Dulse', issued: kelp.issued, volume: '' } as CslItem],
      settingOf(nodeOf('apa')),
    ).entries;
    expect(asText(same.find((e) => e.id === 'again')?.holes ?? [])).toContain('(2023a');
    const { author: _a, ...nobodys } = shore;
    const anonymous = citeAll(
      [nobodys as CslItem, { ...(nobodys as CslItem), id: 'second', title: 'The other shore' }],
      settingOf(nodeOf('modern-language-association')),
    ).entries;
    for (const { holes } of anonymous) expect(holes?.some((r) => r.gap === 'author')).toBe(true);
  });
  it('marks come out as they went in, and stand in no text of anybody’s', () => {
    const variables = couldLack({ id: 'x', type: 'chapter', title: '' }).map((l) => l.variable);
    for (const v of variables) expect(markedIn(JSON.stringify(filledWith(kelp, [v])))).toEqual(new Set([v]));
    fc.assert(
      fc.property(
        fc.string(),
        (t) =>
          void expect(
            piecesOf(t)
              .map((p) => ('text' in p ? p.text : ''))
              .join(''),
          ).toBe(t),
      ),
    );
  });
  it('fields are read as they are written, dates and people too', () => {
    const people = [{ family: 'Falk', given: 'Ann' }, { literal: 'Office for Weeds' }];
    expect(fieldOf('author', 'Falk, Ann; Office for Weeds')).toEqual(people);
    expect(fieldText('author', people)).toBe('Falk, Ann; Office for Weeds');
    expect(fieldOf('issued', '2023-05')).toEqual({ 'date-parts': [[2023, 5]] });
    expect(fieldText('issued', { 'date-parts': [[2023, 5]] })).toBe('2023-05');
    expect([fieldOf('issued', 'spring'), fieldOf('volume', '  '), fieldOf('volume', ' 7 ')]).toEqual([
      null,
      undefined,
      '7',
    ]);
  });
});

describe('runs', () => {
  const runs = runsOf(
    '  <div class="csl-entry"><div class="csl-left-margin">[1]</div><div class="csl-right-inline">A &#38; B, <i>C <span style="font-style:normal;">d</span></i> <b>5</b><sup>th</sup> &lt;x&gt; <span style="font-variant:small-caps;">E</span>.</div></div>\n',
  );
  it('are text with how it looks', () => {
    expect(asText(runs)).toBe('[1] A & B, C d 5th <x> E.');
    expect(runs.find((r) => r.italic)?.text).toBe('C ');
    expect(runs.find((r) => r.text.includes('d'))?.italic).toBeUndefined();
  });
  it('are written for each use, with what is special there escaped', () => {
    expect(asHtml(runs)).toBe(
      '[1] A &amp; B, <i>C </i>d <b>5</b><sup>th</sup> &lt;x&gt; <span style="font-variant:small-caps">E</span>.',
    );
    expect(asMarkdown(runs)).toBe(
      '\\[1\\] A & B, *C* d **5**<sup>th</sup> \\<x\\> <span style="font-variant:small-caps">E</span>.',
    );
    expect(asLatex(runs)).toBe(
      '[1] A \\& B, \\textit{C }d \\textbf{5}\\textsuperscript{th} <x> \\textsc{E}.',
    );
    expect(asRtf(runsOf('Øst {x} \u{1F33F}'))).toBe('\\u216?st \\{x\\} \\u-10180?\\u-8385?');
    expect(listAs('rtf', [runs])).toMatch(/^\{\\rtf1[\s\S]*\\par\}\n\}\n$/);
  });
  it('never let a title be more than text', () => {
    const hostile = {
      ...shore,
      title: '<script>alert(1)</script> <img src=x onerror=alert(1)> \\input{/etc/passwd} {\\rtf',
    };
    const [entry] = citeAll([hostile], settingOf(nodeOf('apa'))).entries;
    expect(asHtml(entry?.runs ?? [])).not.toMatch(/<(script|img)/);
    expect(asLatex(entry?.runs ?? [])).not.toContain('\\input');
    expect(asRtf(entry?.runs ?? [])).not.toMatch(/[^\\]\{\\rtf/);
  });
});

describe('a style of one’s own', () => {
  const xml = (inner: string, attributes = 'class="in-text" version="1.0"'): string =>
    `<?xml version="1.0" encoding="utf-8"?><style xmlns="http://purl.org/net/xbiblio/csl" ${attributes}><info><title>Ours</title><id>ours</id><updated>2026-01-01T00:00:00Z</updated></info>${inner}</style>`;
  const GOOD = xml(
    '<macro name="who"><names variable="author"><name/></names></macro><citation><layout prefix="(" suffix=")"><text macro="who"/></layout></citation><bibliography><layout suffix="."><text macro="who"/><text variable="title" prefix=", " font-style="italic"/></layout></bibliography>',
  );
  it('is set as the processor alone sets the same file', () => {
    const style = styleFromXml(GOOD);
    expect([styleFacts(style).title, hasList(style)]).toEqual(['Ours', true]);
    const cited = citeAll(ITEMS, settingOf(style));
    expect(cited.entries.map((e) => asText(e.runs))).toEqual(alone(GOOD, ITEMS));
  });
  it.each([
    ['tooLong', 'x'.repeat(1_000_001)],
    ['doctype', GOOD.replace('<style', '<!DOCTYPE style [<!ENTITY a "b">]><style')],
    ['notXml', GOOD.replace('</style>', '')],
    ['noStyle', '<style xmlns="http://www.w3.org/x"/>'],
    ['version', xml('<citation><layout/></citation>', 'class="in-text" version="0.8"')],
    [
      'dependent',
      GOOD.replace(
        '<id>ours</id>',
        '<link rel="independent-parent" href="http://styles.example/apa"/>',
      ).replace(/<citation>[\s\S]*<\/citation>/, ''),
    ],
    ['noCitation', xml('')],
    ['noMacro', xml('<citation><layout><text macro="gone"/></layout></citation>')],
    ['noLayout', xml('<citation></citation>')],
    // What the check of well-formedness lets pass and the processor's reader falls over.
    ['noStyle', GOOD.replace('<info>', `${'\\\\'.repeat(40)}<info>`)],
    ['noStyle', GOOD.replace('<name/>', '<name form="short"/>m="short"/>')],
    ['noStyle', GOOD.replace('class="in-text"', `class="in-tex${'<a>'.repeat(40)}t"`)],
  ])('that can’t be used is refused: %s', (code, file) => {
    let said = '';
    try {
      styleFromXml(file);
    } catch (error) {
      if (error instanceof CodedError) said = error.said.code;
    }
    expect(said).toBe(`citing.${code}`);
    expect(
      say(`citing.${code}`, { most: 1, line: 1, what: '', version: '', parent: '', macro: '', part: '' }),
    ).not.toBe(`citing.${code}`);
  });
});

it('public styles are found by parts of their names, those asked for most first', () => {
  expect(styles.size).toBeGreaterThan(2000);
  expect(styles.find('').map((s) => s.id)).toContain('apa');
  expect(styles.find('chicago auth dat')[0]?.id).toBe('chicago-author-date');
  expect(styles.find('zzyzzx')).toEqual([]);
  expect([styles.style('constructor'), styles.style('nowhere'), styles.locale('__proto__')]).toEqual([
    null,
    null,
    null,
  ]);
  expect(styles.locale('de')?.a?.['xml:lang']).toBe('de-DE');
});
