import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BY_HAND } from '../../../tests/fixtures/byHand';
import { matchOf, missingDetails, standingOf } from '../discovery/standing';
import type { ReferenceItem } from '../model/record';
import { random } from '../random';
import { fold } from '../words/fold';
import { bestPath, type Chain } from './chain';
import { agreementOf, choose, likeness } from './match';
import { readNames } from './names';
import { readReference, withRole } from './read';
import { decodeModel, encodeModel } from './tagger';
import { tokenise } from './tokens';

const model = decodeModel(readFileSync('public/models/references.bin'));
const read = (text: string) => readReference(text, model);
const part = (text: string, role: string): string | undefined => {
  const { parts } = read(text);
  const p = parts.find((x) => x.role === role);
  return p && text.slice(p.start, p.end);
};

describe('tokens', () => {
  it('keeps identifiers whole and knows cues', () => {
    const tokens = tokenise(
      'Lind, A. (2019). In: X, eds. https://doi.org/10.5555/ab.c-1, ISBN 978-9-80000-042-7.',
    );
    expect(tokens.map((t) => t.shape)).toContain('DOI');
    expect(tokens.find((t) => t.shape === 'DOI')?.text).toBe('https://doi.org/10.5555/ab.c-1');
    expect(tokens.find((t) => t.shape === 'ISBN')?.text).toBe('978-9-80000-042-7');
    expect(tokens.filter((t) => t.cue).map((t) => t.cue)).toEqual(
      expect.arrayContaining(['in', 'eds', 'isbn']),
    );
  });
  it('parts what was set with nothing between, and no names', () => {
    const words = (text: string): string[] => tokenise(text).map((t) => t.text);
    expect(words('Permanent fictionsVol. 1')).toEqual(['Permanent', 'fictions', 'Vol', '.', '1']);
    expect(words('desafios contemporâneosProc. Congress')[1]).toBe('contemporâneos');
    expect(words('FitzNollery McHannin MacDonald PapaPapandou DeLillo O’Brien')).toHaveLength(6);
  });
  it('covers every character that is not a space, in order', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), (text) => {
        const tokens = tokenise(text);
        let at = 0;
        for (const t of tokens) {
          expect(text.slice(at, t.start).trim()).toBe('');
          expect(text.slice(t.start, t.end)).toBe(t.text);
          expect(t.end).toBeGreaterThan(t.start);
          at = t.end;
        }
        expect(text.slice(at).trim()).toBe('');
      }),
    );
  });
});

describe('the tagger', () => {
  it('finds the best chain: never worse than any other', () => {
    const states = 20;
    fc.assert(
      fc.property(fc.integer(), fc.integer({ min: 1, max: 6 }), (seed, n) => {
        const r = random(seed);
        const scores = Float32Array.from({ length: n * states }, () => r() * 10 - 5);
        const steps = Float32Array.from({ length: (states + 1) * states }, () => r() * 4 - 2);
        const worth = (path: ArrayLike<number>): number => {
          let sum = 0;
          for (let i = 0; i < n; i++)
            sum +=
              (scores[i * states + (path[i] as number)] as number) +
              (steps[(i ? (path[i - 1] as number) : states) * states + (path[i] as number)] as number);
          return sum;
        };
        const best = worth(bestPath(scores, n, { states, table: 1, facts: steps, steps }));
        for (let k = 0; k < 60; k++)
          expect(best).toBeGreaterThanOrEqual(
            worth(Array.from({ length: n }, () => r.int(0, states - 1))) - 1e-3,
          );
      }),
      { numRuns: 40 },
    );
  });
  it('its file is read back, small weights gone and their order kept', () => {
    const { words, ...chains } = model;
    const grown = {
      words,
      ...Object.fromEntries(
        Object.entries(chains).map(([name, { facts, steps, ...chain }]: [string, Chain]) => [
          name,
          { ...chain, facts: Float32Array.from(facts), steps: Float32Array.from(steps) },
        ]),
      ),
    } as typeof model;
    const again = decodeModel(encodeModel(grown));
    const text = 'Lind, A. (2019). Kelp on the plate. Coastal Studies, 12(3), 101–128.';
    expect(readReference(text, again).csl).toEqual(readReference(text, model).csl);
    expect(() => decodeModel(new Uint8Array(10))).toThrow('not a model');
  });
});

describe('names', () => {
  const families = (text: string) => readNames(text, model).map((n) => n.family ?? n.literal);
  it.each([
    ['Lindqvarn, T., & Ostholt, N.', ['Lindqvarn', 'Ostholt']],
    ['Theodora Lindqvarn and Nils van der Ostholt', ['Lindqvarn', 'van der Ostholt']],
    ['Lindqvarn, Theodora, Nils Ostholt, and Hana Brimoto', ['Lindqvarn', 'Ostholt', 'Brimoto']],
    ['Lindqvarn T, Ostholt NB, Brimoto H', ['Lindqvarn', 'Ostholt', 'Brimoto']],
    ['LINDQVARN, Theodora; OSTHOLT, Nils', ['Lindqvarn', 'Ostholt']],
    ['T. Lindqvarn, N. B. Ostholt, and H. Brimoto', ['Lindqvarn', 'Ostholt', 'Brimoto']],
    ['Calawa, N. van der', ['van der Calawa']],
    ['Adewold, E. et al.', ['Adewold']],
    ['Tvedore Office for Psychology', ['Tvedore Office for Psychology']],
    ['Okonedo-Falk, A.', ['Okonedo-Falk']],
    ['', []],
    // In one manner: what is no whole person there is nobody.
    ['Saintet, G., and Azara Azares, A.', ['Saintet', 'Azara Azares']],
    ['de Camara, A., and G. Escero Torrez', ['de Camara', 'Torrez']],
    ['Calawa, M. van ’t', ['van ’t Calawa']],
    ['Ostlind (Magnus), Aubonne (Odile)', ['Ostlind', 'Aubonne']],
    ['Bosra/Gaillier/Fengate', ['Bosra', 'Gaillier', 'Fengate']],
    ['Carolo, Enrico / Hartden, Benjamin P. / Abu Hadour, Ali', ['Carolo', 'Hartden', 'Abu Hadour']],
    ['Dalin, Anne-Marie R.', ['Dalin']],
    ['Anonymous, Dornholz, A.', ['Dornholz']],
    ['Anonymous', []],
    // Bodies by a word that nobody is called by, in whatever language; people who only sound like it are people.
    ['Statens havsråd', ['Statens havsråd']],
    ['Statistisches Amt Lanstad', ['Statistisches Amt Lanstad']],
    ['Comissão Nacional de Marés', ['Comissão Nacional de Marés']],
    ['Verein Naturfreunde', ['Verein Naturfreunde']],
    ['Karl Amtmann', ['Amtmann']],
    ['Lind, Anna; Institoris, Karl', ['Lind', 'Institoris']],
  ])('%s', (text, expected) => expect(families(text)).toEqual(expected));
  it('never takes a letter for a family name beside others', () => {
    for (const text of [
      'Lindqvarn, A., and Cama Andra, C.',
      'J. Cruzo Almeira, A. S. Bhara',
      'Merested Eastwick, Lucy L., L. Kangwa',
    ])
      for (const family of families(text)) expect(family).toMatch(/\p{L}{2}/u);
  });
  it('takes who somebody’s namesake is for no initials', () =>
    expect(readNames('Søren Nielhaug II', model)).toEqual([
      { family: 'Nielhaug', given: 'Søren', suffix: 'II' },
    ]));
  it('has no name written out before initials, but where somebody beside has one', () => {
    expect(readNames('Casera Navada C', model)).toEqual([{ family: 'Casera Navada', given: 'C.' }]);
    expect(readNames('von Friedstädt Altborn HC, Großstein HMM', model)).toEqual([
      { family: 'von Friedstädt Altborn', given: 'H. C.' },
      { family: 'Großstein', given: 'H. M. M.' },
    ]);
    expect(readNames('Lind, Anna B., & Moor, Tone C.', model)).toEqual([
      { family: 'Lind', given: 'Anna B.' },
      { family: 'Moor', given: 'Tone C.' },
    ]);
    expect(readNames('Anna B. Lind', model)).toEqual([{ family: 'Lind', given: 'Anna B.' }]);
  });
  it('is somebody with a particle before a comma', () =>
    expect(readNames('de Ordín Quinués, Felipe', model)).toEqual([
      { family: 'de Ordín Quinués', given: 'Felipe' },
    ]));
  it('spells initials one way', () =>
    expect(readNames('Lind AB', model)[0]).toEqual({ family: 'Lind', given: 'A. B.' }));
});

describe('reading', () => {
  it.each([
    [
      'Dai, Ringsted 2018 M. Dai, L. A. Ringsted, “Plateau and order”, DSC Bulletin 248/276, 2018, pp. 259–275.',
      ['Dai', 'Ringsted'],
    ],
    ['Fouroy 2024: É. Fouroy, “Future and grief,” Strain Lett. 77/9, 2024, pp. 1999–2027.', ['Fouroy']],
  ])('names whom a label names once: %s', (text, expected) =>
    expect(read(text).csl.author?.map((a) => a.family)).toEqual(expected),
  );
  it('names the parts and keeps their places', () => {
    const text =
      '[12] Ivermura C. Voices from the Brae parishes: touring companies. In: Prenstra I, editor. Essays on title sequences. Ilvane Press; 2025. p. 12-38.';
    expect(part(text, 'author')).toBe('Ivermura C');
    expect(part(text, 'title')).toBe('Voices from the Brae parishes: touring companies');
    expect(part(text, 'editor')).toBe('Prenstra I');
    expect(part(text, 'container')).toBe('Essays on title sequences');
    expect(read(text).csl).toMatchObject({
      type: 'chapter',
      page: '12-38',
      publisher: 'Ilvane Press',
      issued: { 'date-parts': [[2025]] },
    });
  });
  it('mends ligatures and long dashes, and takes a DOI out of its address', () => {
    const { csl } = read(
      'Iver, C. (2019). The ﬁrst ofﬁce of ﬂoods. Coastal Studies, 12(3), 101–128. https://doi.org/10.5555/J0828.2004.oju',
    );
    expect(csl.title).toBe('The first office of floods');
    expect(csl).toMatchObject({ volume: '12', issue: '3', page: '101-128', DOI: '10.5555/j0828.2004.oju' });
  });
  it('a hand may correct: the words leave their part, and the item follows', () => {
    const text = 'Salt, smoke, weed. 2017.';
    const first = read(text);
    const mended = withRole(first, 0, 'Salt, smoke, weed'.length, 'title', model);
    expect(mended.csl.title).toBe('Salt, smoke, weed');
    expect(mended.parts.filter((p) => p.role === 'title')).toHaveLength(1);
    expect(withRole(mended, 0, 'Salt, smoke, weed'.length, 'other', model).csl.title).toBe('');
  });
  it('parts lie inside the text and never overlap, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (text) => {
        let at = 0;
        for (const p of read(text).parts) {
          expect(p.start).toBeGreaterThanOrEqual(at);
          expect(p.end).toBeGreaterThan(p.start);
          at = p.end;
        }
        expect(at).toBeLessThanOrEqual(text.length);
      }),
    );
  });
});

describe('two hundred references written by hand', () => {
  const lines = BY_HAND.trim().split('\n');
  const flat = (text: string): string => fold(text).replace(/[^\p{L}\p{N}]+/gu, '');
  const near = (a: string | undefined, b: string): boolean => likeness(flat(a ?? ''), flat(b)) >= 0.9;
  const judged = Array.from({ length: lines.length / 2 }, (_, k) => {
    const [text, said] = [lines[2 * k] as string, lines[2 * k + 1] as string];
    const [family, year, title, container] = said.split(' | ') as [string, string, string, string];
    const { csl } = read(text);
    const first = csl.author?.[0] ?? csl.editor?.[0];
    return {
      text,
      title: title === '-' ? csl.title === '' : near(csl.title, title),
      person: family === '-' ? null : near(first?.family ?? first?.literal, family),
      year: year === '-' ? null : String(csl.issued?.['date-parts'][0][0] ?? '') === year,
      container: container === '-' ? null : near(csl['container-title'], container),
    };
  });
  const rate = (part: 'title' | 'person' | 'year' | 'container'): number => {
    const own = judged.filter((j) => j[part] !== null);
    return own.filter((j) => j[part]).length / own.length;
  };
  it('are two hundred', () => expect(judged).toHaveLength(200));
  it.each([
    ['title', 0.87],
    ['person', 0.96],
    ['year', 0.98],
    ['container', 0.87],
  ] as const)('%s', (part, least) => expect(rate(part)).toBeGreaterThanOrEqual(least));
});

describe('matching', () => {
  const record = (more: object = {}) => ({
    id: 'tu1' as never,
    csl: {
      id: 'tu1',
      type: 'article-journal',
      title: 'School kitchens and sea vegetables: a two-year feeding trial',
      author: [{ family: 'Adewold', given: 'Esther' }],
      issued: { 'date-parts': [[2025]] as const },
      'container-title': 'Coastal Food Systems',
      volume: '16',
      page: '201-222',
      ...more,
    } as never,
  });
  const said = (more: Partial<ReferenceItem> = {}): ReferenceItem => ({
    type: 'article-journal',
    title: 'School kitchens and sea vegetables',
    author: [{ family: 'Adewold', given: 'E.' }],
    issued: { 'date-parts': [[2025]] },
    'container-title': 'Coastal Food Syst',
    volume: '16',
    page: '201',
    ...more,
  });
  it('takes a shortened title, an abbreviated journal and a first page', () => {
    const { match } = choose(said(), [{ record: record() }]);
    expect(match?.id).toBe('tu1');
    expect(match?.agrees).toEqual(expect.arrayContaining(['title', 'person', 'year', 'container', 'page']));
  });
  it('a wrong year is said and does not hinder', () => {
    const { match } = choose(said({ issued: { 'date-parts': [[2021]] } }), [{ record: record() }]);
    expect(match?.disagreements).toContainEqual({ part: 'year', said: '2021', record: '2025' });
  });
  it('somebody else’s work of the same name is not linked', () => {
    const bare = said({
      author: [{ family: 'Wexholm' }],
      volume: undefined,
      page: undefined,
      'container-title': undefined,
    });
    expect(choose(bare, [{ record: record() }]).match).toBeNull();
  });
  it('but it is shown, with what differs, where the title says enough', () => {
    const wrong = said({
      title: 'School kitchens and sea vegetables: a two-year feeding trial',
      author: [{ family: 'Wexholm' }],
      issued: { 'date-parts': [[1998]] },
      ...{ volume: undefined, page: undefined, 'container-title': undefined },
    });
    const { match, others } = choose(wrong, [{ record: record() }]);
    expect([match, others.map((o) => o.id)]).toEqual([null, ['tu1']]);
    expect(others[0]?.disagreements.map((d) => d.part)).toEqual(expect.arrayContaining(['person', 'year']));
    expect(others[0]?.confidence).toBeLessThan(0.5);
    const short = { record: record({ title: 'Sea vegetables' }) };
    expect(choose({ ...wrong, title: 'Sea vegetables' }, [short]).others).toEqual([]);
  });
  it('two that fit alike are both shown and neither is linked', () => {
    const twin = { ...record(), id: 'tu2' as never };
    const { match, others } = choose(said(), [{ record: record() }, { record: twin }]);
    expect(match).toBeNull();
    expect(others.map((o) => o.id).sort()).toEqual(['tu1', 'tu2']);
  });
  it('a title alone is enough only when it is the whole of it', () => {
    const only = (title: string): ReferenceItem => ({ type: 'book', title });
    expect(
      choose(only('School kitchens and sea vegetables: a two-year feeding trial'), [{ record: record() }])
        .match?.id,
    ).toBe('tu1');
    expect(choose(only('Kitchens and vegetables'), [{ record: record() }]).match).toBeNull();
  });
  it('more agreement never weighs less', () => {
    const less = agreementOf(said({ page: undefined }), record().csl).weight;
    expect(agreementOf(said(), record().csl).weight).toBeGreaterThan(less);
    expect(
      agreementOf(said({ DOI: '10.5555/a' }), { ...(record({ DOI: '10.5555/A' }).csl as object) } as never)
        .weight,
    ).toBeGreaterThan(agreementOf(said(), record().csl).weight);
  });
  it('likeness is symmetric and between nought and one', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), fc.string({ maxLength: 20 }), (a, b) => {
        const x = likeness(a, b);
        expect(x).toBeCloseTo(likeness(b, a), 9);
        expect(x >= 0 && x <= 1).toBe(true);
      }),
    );
  });
});

describe('where a reference stands', () => {
  const csl: ReferenceItem = { type: 'book', title: 'T', issued: { 'date-parts': [[2001]] } };
  const match = (cls: string, action: string) =>
    ({
      id: 'a',
      wait: { class: cls, verdict: null },
      best: { action: { do: action } },
      disagreements: [],
    }) as never;
  it('follows the wait and what is to be done', () => {
    const found = (m: unknown) => ({ match: m, others: [] }) as never;
    expect(standingOf(csl, undefined, null)).toBe('open');
    expect(standingOf(csl, found(null), null)).toBe('ask');
    expect(standingOf({ ...csl, title: '' }, found(null), null)).toBe('detail');
    expect(standingOf(csl, found(null), match('now', 'open'))).toBe('now');
    expect(standingOf(csl, found(null), match('week', 'slip'))).toBe('slip');
    expect(standingOf(csl, found(null), match('unlikely', 'slip'))).toBe('unlikely');
  });
  it('the reader’s choice comes before ours', () => {
    const [a, b] = [{ id: 'a' }, { id: 'b' }] as never[];
    const found = { match: a, others: [b] } as never;
    expect(matchOf(found, undefined)).toBe(a);
    expect(matchOf(found, 'b')).toBe(b);
    expect(matchOf(found, null)).toBeNull();
  });
  it('names what a slip lacks', () =>
    expect(missingDetails({ type: 'chapter', title: '' })).toEqual(['title', 'container', 'year']));
});
