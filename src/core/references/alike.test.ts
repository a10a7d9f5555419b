import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ListReader } from './alike';
import { readReference, withRole } from './read';
import { decodeModel } from './tagger';

const model = decodeModel(readFileSync('public/models/references.bin'));
const first = (ref: { csl: { author?: readonly { family?: string; given?: string }[] } }): string =>
  `${ref.csl.author?.[0]?.family}, ${ref.csl.author?.[0]?.given}`;

/** Family names first and no comma behind them; who has given names in full alone could be read either way. */
const TURNED = [
  'Karskaya Alexei, 1970, « Essai sur le droit », Revue de Lanholm, 12, p. 68-82.',
  'Novka B., 1999, « La pêche au large », Cahiers du port, 4, p. 1-19.',
  'Gonado-Velillo J. et Winshaw P., 2004, « Les moulins », Cahiers du port, 9, p. 41-55.',
  'Sjörup Inger, 2011, « Vents et marées », Revue de Lanholm, 53, p. 7-30.',
  'Camín S., 2015, « Le droit des sols », Annales de Mareval, 2, p. 100-121.',
  'do Lobo C. et Krisavan P., 2018, « Une école », Annales de Mareval, 5, p. 33-47.',
];
/** The same people, given names first. */
const STRAIGHT = [
  'Alexei Karskaya, 1970, « Essai sur le droit », Revue de Lanholm, 12, p. 68-82.',
  'B. Novka, 1999, « La pêche au large », Cahiers du port, 4, p. 1-19.',
  'J. Gonado-Velillo et P. Winshaw, 2004, « Les moulins », Cahiers du port, 9, p. 41-55.',
  'Inger Sjörup, 2011, « Vents et marées », Revue de Lanholm, 53, p. 7-30.',
  'S. Camín, 2015, « Le droit des sols », Annales de Mareval, 2, p. 100-121.',
  'C. do Lobo et P. Krisavan, 2018, « Une école », Annales de Mareval, 5, p. 33-47.',
];

describe('references of one list', () => {
  it('who could be read either way is read as the others are', () => {
    for (const list of [TURNED, STRAIGHT]) {
      const reader = new ListReader(list, model);
      expect(first(reader.read(list[0] as string))).toBe('Karskaya, Alexei');
      expect(first(reader.read(list[3] as string))).toBe('Sjörup, Inger');
    }
  });
  it('whoever stands first is turned where those behind him are', () => {
    const list = [
      'Karskaya Alexei et Novka B., 1970, « Essai sur le droit », Revue de Lanholm, 12, p. 68-82.',
      'Sjörup Inger, Winshaw P. et Camín S., 1999, « La pêche au large », Cahiers du port, 4, p. 1-19.',
      'Gonado Marta et Krisavan P., 2004, « Les moulins », Cahiers du port, 9, p. 41-55.',
      'Ferriani Marco, 2011, « Vents et marées », Revue de Lanholm, 53, p. 7-30.',
      'Fontier Odile et Novka B., 2015, « Le droit des sols », Annales de Mareval, 2, p. 100-121.',
    ];
    const reader = new ListReader(list, model);
    expect(list.map((t) => first(reader.read(t)))).toEqual([
      'Karskaya, Alexei',
      'Sjörup, Inger',
      'Gonado, Marta',
      'Ferriani, Marco',
      'Fontier, Odile',
    ]);
  });
  it('a reference has no word in its own case, and reading changes nothing', () => {
    const reader = new ListReader(TURNED, model);
    const once = TURNED.map((t) => reader.read(t));
    expect([...TURNED].reverse().map((t) => reader.read(t))).toEqual([...once].reverse());
    // What stands in the list twice is counted once.
    const twice = new ListReader([...TURNED, ...TURNED], model);
    expect(TURNED.map((t) => twice.read(t))).toEqual(once);
  });
  it('few are read each by itself, and one that is not of the list by what the list does', () => {
    const few = TURNED.slice(0, 3);
    const reader = new ListReader(few, model);
    for (const t of few) expect(reader.read(t)).toEqual(readReference(t, model));
    expect(new ListReader([], model).read(few[0] as string)).toEqual(readReference(few[0] as string, model));
    const other = 'Nielrup Siri, 2020, « Le vent », Revue de Lanholm, 61, p. 1-9.';
    expect(first(new ListReader(TURNED, model).read(other))).toBe('Nielrup, Siri');
  });
  it('calls before each that it looks at, and no further than it is let', () => {
    let calls = 0;
    new ListReader(TURNED, model, () => calls++);
    expect(calls).toBe(TURNED.length);
    const late = (): void => {
      throw new Error('late');
    };
    expect(() => new ListReader(TURNED, model, late)).toThrow('late');
  });
  it('a part given by hand leaves the people as the list had them', () => {
    const ref = new ListReader(TURNED, model).read(TURNED[3] as string);
    const at = ref.text.indexOf('Vents');
    const changed = withRole(ref, at, at + 5, 'container', model);
    expect(changed.csl['container-title']).toBe('Vents');
    expect(first(changed)).toBe('Sjörup, Inger');
    // People who are chosen by hand are read anew.
    const own = withRole(ref, at, at + 5, 'author', model);
    expect(own.csl.author).not.toEqual(ref.csl.author);
  });
});

describe('what all of a list do', () => {
  const said = (list: readonly string[], k: number) =>
    new ListReader(list, model).read(list[k] as string).csl;
  it('a reference has a title where the others have one, and none where they have none', () => {
    const titled = [
      'Lind, A. 2019. Kelp on the plate: essays on the shore. Harrow: Tide Press.',
      'Ostholt, N. 2011. Dulse and the northern coast. Journal of Shore Studies 12: 3–19.',
      'Großbach, O. K. 2019. The Artificial Poverty.',
      'Novka, B. 1999. Winds over the Sound. Calmont: Row Press.',
      'Camín, S. 2015. Who owns the strand? Annals of Harbour Law 2: 100–121.',
      'Krisavan, P. 2018. Reading the tide. Harrow: Tide Press.',
    ];
    expect(said(titled, 2).title).toBe('The Artificial Poverty');
    // That the others have one makes it no surer of its words.
    const part = new ListReader(titled, model)
      .read(titled[2] as string)
      .parts.find((p) => p.role === 'title');
    expect(part?.confidence).toBeLessThan(0.6);
    const bare = [
      'Lind A. and Ost N. (2019) J. Shore Stud. 12, 3–19.',
      'Ostholt N. (2011) Ann. Harbour Sci. 4, 100–121.',
      'Novka B. (2018) Shore Lett. 18, 65–70.',
      'Camín S. (2015) J. Shore Stud. 8, 1–9.',
      'Burnby K. and Fei L. (2018) Marine Behaviour and Shore Review 17, 806–811.',
      'Krisavan P. (1999) Kelp Rev. 5, 33–47.',
    ];
    expect(said(bare, 4).title).toBe('');
    expect(said(bare, 4)['container-title']).toContain('Shore Review');
  });
  it('who has an initial has a double name where nobody’s is written out, and a given name where others’ are', () => {
    const initials = [
      'Novka B. The catch at sea. Harbour Lett. 1999;4(1):1–19.',
      'Winshaw P, Camín S. Mills of the shore. Harbour Lett. 2004;9(2):41–55.',
      'Stanwin Marham R. On authority. Tide Rev. 2018;12(3):721–4.',
      'Krisavan P. Schools by the strand. Tide Rev. 2011;53(1):7–30.',
      'Lobo C. The law of the soil. Harbour Lett. 2015;2(4):100–21.',
    ];
    expect(said(initials, 2).author).toEqual([{ family: 'Stanwin Marham', given: 'R.' }]);
    const words = [
      'Abramina Boris. 1991. “Vessels and their spaces.” Tide Review 4: 1–19.',
      'Mahawi Zeynep & Novka Petr. 1927. “Diets at sea.” Tide Review 9: 41–55.',
      'Stanwin Marta R. 2018. “On authority.” Tide Review 12: 721–724.',
      'Krisavan Priya & Lind Anna. 2011. “Schools by the strand.” Tide Review 53: 7–30.',
      'Lobo Carla. 2015. “The law of the soil.” Harbour Letters 2: 100–121.',
      'Camín Sara & Ost Nils. 2015. “Mills of the shore.” Harbour Letters 2: 100–121.',
    ];
    expect(said(words, 2).author?.[0]?.family).not.toBe('Stanwin Marta');
  });
});
