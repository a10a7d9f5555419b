import { describe, expect, it } from 'vitest';
import { jsonLdOf } from '../core/formats/schemaOrg';
import type { CslItem } from '../core/model/record';
import { preferredFormat } from './recordFormats';

describe('which format is preferred', () => {
  it.each([
    [null, null],
    ['*/*', null],
    ['text/html,application/xhtml+xml,application/xml;q=0.9,*/*;q=0.8', null],
    ['application/vnd.citationstyles.csl+json', 'application/vnd.citationstyles.csl+json'],
    [
      'application/x-bibtex;q=0.4, application/x-research-info-systems;q=0.9',
      'application/x-research-info-systems',
    ],
    ['text/html;q=0.2, application/ld+json', 'application/ld+json'],
    ['application/marcxml+xml;q=0', null],
    ['application/nothing-of-ours', null],
    ['text/*, application/x-bibtex;q=0.9', null],
    [';;;,,q=', null],
  ])('%s', (accept, type) => expect(preferredFormat(accept, 'text/html')?.type ?? null).toBe(type));
});

describe('JSON-LD in the words of schema.org', () => {
  const article = {
    id: 'a',
    type: 'article-journal',
    title: 'Kelp',
    author: [{ family: 'Lind', given: 'Ada' }, { literal: 'Kelp Office' }],
    editor: [{ family: 'Ost', given: 'Bo' }],
    issued: { 'date-parts': [[2019, 3, 5]] },
    'container-title': 'Shore',
    ISSN: '1234-5679',
    volume: '12',
    issue: '3',
    page: '3-9',
    DOI: '10.5555/a<b>',
  } as unknown as CslItem;
  it('an article stands in its issue, volume and journal', () => {
    expect(jsonLdOf(article, 'http://x.example/records/a')).toEqual({
      '@context': 'https://schema.org',
      '@type': 'ScholarlyArticle',
      '@id': 'http://x.example/records/a',
      name: 'Kelp',
      author: [
        { '@type': 'Person', name: 'Ada Lind', familyName: 'Lind', givenName: 'Ada' },
        { '@type': 'Organization', name: 'Kelp Office' },
      ],
      editor: [{ '@type': 'Person', name: 'Bo Ost', familyName: 'Ost', givenName: 'Bo' }],
      datePublished: '2019-03-05',
      isPartOf: {
        '@type': 'PublicationIssue',
        issueNumber: '3',
        isPartOf: {
          '@type': 'PublicationVolume',
          volumeNumber: '12',
          isPartOf: { '@type': 'Periodical', name: 'Shore', issn: '1234-5679' },
        },
      },
      pagination: '3-9',
      pageStart: '3',
      pageEnd: '9',
      identifier: { '@type': 'PropertyValue', propertyID: 'DOI', value: '10.5555/a<b>' },
      sameAs: 'https://doi.org/10.5555/a%3Cb%3E',
    });
  });
  it('a chapter’s editors are its book’s; a thesis says for what', () => {
    const chapter = jsonLdOf(
      { ...article, type: 'chapter', volume: undefined, issue: undefined } as CslItem,
      null,
    );
    expect(chapter).toMatchObject({
      '@type': 'Chapter',
      isPartOf: { '@type': 'Book', name: 'Shore', editor: [{ name: 'Bo Ost' }] },
    });
    expect(chapter).not.toHaveProperty('editor');
    expect(
      jsonLdOf({ id: 't', type: 'thesis', title: 'T', genre: 'PhD thesis' } as CslItem, null),
    ).toMatchObject({ '@type': 'Thesis', inSupportOf: 'PhD thesis' });
  });
});
