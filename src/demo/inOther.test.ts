/** The made-up university in its readers' languages: all of it is said, and what is asked is found. */
import { describe, expect, it } from 'vitest';
import { AnswerFinder, guidanceIn } from '../core/discovery/guidance';
import { libraryIn } from '../core/model/inOther';
import { own } from '../core/table';
import { ANSWERS } from './answers';
import { ANSWERS_IN } from './answersIn/all';
import { GUIDANCE } from './guidance';
import { LIBRARY } from './library';

/** What a reader might ask: to renew, whether it is refereed, what is not on its shelf, what a loan from elsewhere costs. */
const ASKED: Readonly<Record<string, readonly [string, string, string, string]>> = {
  de: ['Buch verlängern', 'begutachtet', 'steht nicht im Regal', 'Fernleihe Preis'],
  fr: ['prolonger un livre', 'évalué par les pairs', 'pas en rayon', 'prix du prêt entre bibliothèques'],
  es: [
    'renovar un libro',
    'revisado por pares',
    'no está en la estantería',
    'precio préstamo interbibliotecario',
  ],
  pt: ['renovar um livro', 'revisado por pares', 'não está na estante', 'preço empréstimo entre bibliotecas'],
  tr: ['ödünç yenileme', 'hakemli', 'kitap rafta değil', 'kütüphaneler arası ödünç fiyat'],
  ar: ['تجديد إعارة', 'محكّم', 'ليس على الرف', 'ثمن الإعارة بين المكتبات'],
};
const WANTED = [['a32'], ['a01', 'a02'], ['a28'], ['a37']] as const;
/** Anything said that has no letter of the language's own script, or is said as in English. */
const sameAs = (a: string, b: string): boolean => a !== '' && a === b;

describe.each(Object.keys(ASKED))('in %s', (language) => {
  const said = guidanceIn(GUIDANCE, language);
  it('every ready answer, database, guide and librarian is said, each as nothing else', () => {
    expect(ANSWERS_IN[language]).toHaveLength(ANSWERS.length);
    const answers = said.answers ?? [];
    expect(new Set(answers.map((a) => a.question)).size).toBe(ANSWERS.length);
    expect(new Set(answers.map((a) => a.answer)).size).toBe(ANSWERS.length);
    const left = [
      ...answers.filter(
        (a, i) =>
          sameAs(a.question, ANSWERS[i]?.question ?? '') || sameAs(a.answer, ANSWERS[i]?.answer ?? ''),
      ),
      ...said.databases.filter((d, i) => sameAs(d.about, GUIDANCE.databases[i]?.about ?? '')),
      ...said.databases.filter((d, i) => sameAs(d.missing, GUIDANCE.databases[i]?.missing ?? '')),
      ...said.guides.filter((g, i) => sameAs(g.title, GUIDANCE.guides[i]?.title ?? '')),
      ...(said.librarians ?? []).filter((l, i) => sameAs(l.about, GUIDANCE.librarians?.[i]?.about ?? '')),
    ];
    expect(left.map((one) => one.id)).toEqual([]);
  });
  it('every place to read elsewhere says what is brought, allowed and asked', () => {
    const there = libraryIn(LIBRARY, language).elsewhere ?? [];
    for (const [i, place] of (LIBRARY.elsewhere ?? []).entries()) {
      const told = there[i];
      expect(told?.bring, place.id).toHaveLength(place.bring.length);
      for (const [a, b] of [
        [told?.bring, place.bring],
        [told?.conditions, place.conditions],
        [told?.appointment?.asks ?? [], place.appointment?.asks ?? []],
      ] as const) {
        expect(a, place.id).toHaveLength(b.length);
        for (const [n, text] of b.entries()) expect(a?.[n], place.id).not.toBe(text);
      }
    }
  });
  it('what is asked is found first', () => {
    const finder = new AnswerFinder(said.answers ?? [], language);
    const first = (own(ASKED, language) ?? []).map((q) => finder.find(q)[0]?.id ?? '');
    for (const [i, ids] of WANTED.entries()) expect(ids, `${i}`).toContain(first[i]);
  });
  it('every question finds its own answer among the first two', () => {
    const finder = new AnswerFinder(said.answers ?? [], language);
    const lost = (said.answers ?? []).filter(
      (a) =>
        !finder
          .find(a.question)
          .slice(0, 2)
          .some((f) => f.id === a.id),
    );
    expect(lost.map((a) => a.question)).toEqual([]);
  });
});
