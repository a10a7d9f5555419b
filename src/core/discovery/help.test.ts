import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import { packStrings } from '../engine/format/strings';
import { buildSpelling, distance, spellingsOf } from '../engine/help/spelling';
import { buildSuggestions, suggest } from '../engine/help/suggest';
import { SUGGEST_KINDS } from '../engine/port/engine';
import { NEW_SEARCH, type SearchRequest } from '../query/request';
import { suggestKey } from '../words/keys';

const world = worldOf(3000);
const search = (q: string, more: Partial<SearchRequest> = {}) =>
  world.said.search(asked({ ...NEW_SEARCH, drop: {}, q, ...more }), moment(), { offset: 0, limit: 10 });
const first = async (q: string) => (await search(q)).hits[0]?.csl.title ?? '';
const codes = async (q: string) => (await search(q)).notes.map((n) => n.code);
const TITLE =
  'Kelp on the plate: small-scale seaweed farming and household food security on four northern coasts';

describe('the known item is first', () => {
  it.each([
    ['whole', TITLE],
    ['with a typo', TITLE.replace('household', 'houshold')],
    ['without its subtitle', 'Kelp on the plate'],
    ['with two words missing', TITLE.replace('small-scale ', '').replace('northern ', '')],
    ['in quotes with a slip', `"${TITLE.replace('four', 'for')}"`],
    ['by name and two words', 'Okonedo-Falk kelp household'],
    ['by place in the journal', 'Coastal Food Systems 14 101'],
    ['by place in the journal, written out', 'Coastal Food Systems, vol. 14, no. 2, pp. 101–128'],
    [
      'in a whole reference',
      `Okonedo-Falk, A., Brandsæter, I. & Vellacott, R. (2023). ${TITLE}. Coastal Food Systems, 14(2), 101–128. https://doi.org/10.5555/none`,
    ],
  ])('%s', async (_name, q) => expect(await first(q)).toBe(TITLE));
});

describe('a repair never drops the whole question', () => {
  const everything = async () => (await search('')).total;
  it.each([
    'doi.org/10.5555/nowhere.1',
    '“10.5555/nowhere.1”',
    'https://doi.org/10.5555/nowhere.1',
    'ISBN 9789990000528',
  ])('%s finds that record or none', async (q) => expect((await search(q)).total).toBeLessThanOrEqual(1));
  it.each([
    ['"say \\"zzkelpq\\" now"', 'cql'],
    ['"zzkelpq"', 'plain'],
    ['by:"van Zzoosterlundq"', 'plain'],
    ['zzkelpq year:2012', 'plain'],
    ['zzkelpq -news', 'plain'],
  ] as const)('%s in %s', async (q, syntax) => {
    const { total } = await search(q, { syntax });
    expect(total).toBeLessThan((await everything()) / 2);
  });
  it('a number with its label before it is that number', async () => {
    const journal = (await world.said.journals('', 'quayside', 1)).journals[0];
    const issn = journal?.issn.slice(0, 9) as string;
    expect(await search(`ISSN ${issn}`)).toMatchObject({
      total: (await search(`issn:${issn}`)).total,
      sentence: (await search(`issn:${issn}`)).sentence,
    });
    expect((await search(`issn: ${issn}`)).total).toBe((await search(`issn:${issn}`)).total);
    // With words beside it the number is the last to be left out.
    const { notes } = await search(`zzkelpq ISSN ${issn}`);
    expect(notes.map((n) => n.text).join()).toMatch(/zzkelpq/);
    expect((await search(`zzkelpq ISSN ${issn}`)).total).toBe((await search(`issn:${issn}`)).total);
  });
  it('what is no number of its kind is looked for among the numbers, and can be shown by fields', async () => {
    const { notes, total } = await search('isbn:123');
    expect([notes.map((n) => n.code).includes('bad-number'), total]).toEqual([true, 0]);
  });
});

describe('what was done is said and can be undone', () => {
  it('a correction names both words and offers the way back', async () => {
    const answer = await search('seawede farming');
    expect(answer.notes[0]).toMatchObject({
      code: 'corrected',
      text: expect.stringMatching(/“seawede”.*“seaweed”/),
    });
    expect(answer.total).toBe((await search('seaweed farming')).total);
    const offer = answer.notes[0]?.offers?.[0];
    expect((await search(offer?.q ?? '', { exact: offer?.exact ?? false })).total).toBe(0);
  });
  it('a word that is two elsewhere is taken apart, two that are one are put together; a slip is a slip first', async () => {
    const apart = await search('seaweedsecurity');
    expect(apart.notes[0]).toMatchObject({
      code: 'corrected',
      text: expect.stringMatching(/“seaweedsecurity”.*“seaweed security”/),
    });
    expect(apart.total).toBe((await search('seaweed security')).total);
    const together = await search('macro algae cultivated');
    expect(together.notes[0]?.text).toMatch(/“macro algae”.*“macroalgae”/);
    expect((await search('seawed')).notes[0]?.text).toMatch(/“seaweed”/);
  });
  it('nothing is corrected that finds something', async () =>
    expect(await codes('seaweed farming')).toEqual([]));
  it('AND that finds nothing says which part did it', async () => {
    const answer = await search('kelp burners creditors umami');
    expect(answer.notes.map((n) => n.code)).toEqual(['without']);
    expect(answer.total).toBeGreaterThan(0);
  });
  it('a person: by and about, with counts that hold', async () => {
    const note = (await search('Theodora Lindqvarn')).notes.find((n) => n.code === 'person');
    for (const offer of note?.offers ?? [])
      expect((await search(offer.q)).total, offer.q).toBe(Number(/\((\d+)\)/.exec(offer.text)?.[1]));
    expect(note?.offers?.[0]?.text).toMatch(/^Works by/);
  });
  it.each([
    ['10.5555/s1.2023.101', 'recognised'],
    ['QK 570.5', 'recognised'],
    ['Annals of Island Nutrition', 'journal'],
    ['Coastal Food Systems 14 101', 'recognised'],
  ])('%s is %s', async (q, code) => expect(await codes(q)).toContain(code));
  it('each hit says where its words stand', async () => {
    const hit = (await search('kelp Hallgrim')).hits[0];
    expect(hit?.why.map((w) => w.word)).toEqual(['kelp', 'hallgrim']);
    expect(hit?.why[1]?.fields).toContain('person');
  });
  it('versions of a work share a line, and none is lost', async () => {
    const answer = await search('edible shore history seaweeds');
    const line = answer.hits.find((h) => h.versions.length > 0);
    expect(line?.versions.length).toBeGreaterThan(1);
    expect(answer.lines).toBeLessThan(answer.total);
    const shown = (await search('edible shore history seaweeds')).hits.flatMap((h) => [
      h.id,
      ...h.versions.map((v) => v.id),
    ]);
    expect(new Set(shown).size).toBe(shown.length);
  });
  it('what a condition costs is what leaving it out gives', async () => {
    const q = { keep: { peer: ['reviewed'] }, from: 2020 };
    const answer = await search('seaweed', q);
    expect(answer.total + (answer.cost.peer ?? 0)).toBe((await search('seaweed', { from: 2020 })).total);
    expect(answer.total + (answer.cost.years ?? 0)).toBe((await search('seaweed', { keep: q.keep })).total);
  });
  it('all values of a group, narrowed by what is typed', async () => {
    const request = { ...NEW_SEARCH, drop: {}, q: 'seaweed' };
    const all = await world.said.values(asked(request), moment(), 'subject', '');
    expect(all.values.length).toBe(all.distinct);
    expect(all.values.slice(0, 20)).toEqual((await search('seaweed')).breakdown.subject);
    const some = (await world.service.values(asked(request), moment(), 'subject', 'foo')).values;
    expect(some.length).toBeGreaterThan(0);
    expect(some.every((v) => /\bfoo/i.test(v.value))).toBe(true);
  });
});

describe('suggestions', () => {
  it('people by any of their names, titles by their beginning', async () => {
    const of = async (typed: string) => (await world.service.suggest(typed)).suggestions;
    expect((await of('lindq')).some((s) => s.kind === 'person' && s.text.startsWith('Lindqvarn'))).toBe(true);
    expect((await of('theodora l')).every((s) => s.kind !== 'person' || /Theodora/.test(s.text))).toBe(true);
    expect(
      (await of('the edible sh')).some((s) => s.kind === 'title' && s.text.startsWith('The edible shore')),
    ).toBe(true);
    expect(
      (await of('island nut')).some((s) => s.kind === 'journal' && s.text === 'Annals of Island Nutrition'),
    ).toBe(true);
    expect(await of('')).toEqual([]);
  });
  it('find what looking through every entry finds', () => {
    const entry = fc
      .array(fc.constantFrom('ab', 'abc', 'b', 'ba', 'c'), { minLength: 1, maxLength: 3 })
      .map((w) => w.join(' '));
    fc.assert(
      fc.property(fc.uniqueArray(entry, { maxLength: 12 }), entry, (values, typed) => {
        const s = buildSuggestions([{ kind: 'subject', values, counts: values.map((_, i) => 100 - i) }]);
        const data = {
          sug: { bytes: s.sugBytes, offsets: s.sugOffsets },
          sugKind: s.sugKind,
          sugValue: s.sugValue,
          sugCount: s.sugCount,
          sugEntry: s.sugEntry,
          sugAt: s.sugAt,
        };
        const found = suggest(typed, data as never, 50).map((x) => x.value);
        const expected = values.flatMap((v, i) =>
          ` ${suggestKey(v)}`.includes(` ${suggestKey(typed)}`) ? [i] : [],
        );
        expect([...found].sort((a, b) => a - b)).toEqual(expected);
        expect(SUGGEST_KINDS).toContain('subject');
      }),
    );
  });
});

describe('spelling', () => {
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'd'), minLength: 5, maxLength: 9 });
  it('finds every word one letter away', () => {
    fc.assert(
      fc.property(fc.uniqueArray(word, { minLength: 1, maxLength: 30 }), word, (list, typed) => {
        const s = buildSpelling(new Map(list.map((w, i) => [w, i + 1])));
        const data = {
          spell: { bytes: s.spellBytes, offsets: s.spellOffsets },
          spellCount: s.spellCount,
          spellHash: s.spellHash,
          spellWord: s.spellWord,
        };
        const found = spellingsOf(typed, data as never, 100)
          .filter((x) => x.distance === 1)
          .map((x) => x.word);
        expect(found.sort()).toEqual(list.filter((w) => distance(w, typed, 2) === 1).sort());
      }),
    );
  });
  it.each([
    ['kelp', 'kelp', 0],
    ['kelp', 'kepl', 1],
    ['kelp', 'kelps', 1],
    ['kelp', 'help', 1],
    ['kelp', 'dulse', 3],
  ])('%s to %s is %i', (a, b, d) => expect(distance(a, b, 2)).toBe(d));
  it('packs nothing as nothing', () => expect(packStrings([]).offsets).toHaveLength(1));
});
