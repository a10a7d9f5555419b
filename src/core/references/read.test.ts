/** Numbers in a reference, as they come. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readReference, withRole } from './read';
import { decodeModel } from './tagger';

const model = decodeModel(readFileSync('public/models/references.bin'));
const read = (text: string) => readReference(text, model);

describe('numbers', () => {
  it('stand without the word that says what they are, in many languages', () => {
    const said = [
      'vol. 12',
      'Bd. 12',
      'roč. 12',
      'ročník 12',
      'cilt 12',
      'kötet 12',
      'nº 12',
      'č. 12',
      'sayı 12',
      'V12',
    ];
    const own = (text: string): string | undefined =>
      withRole(read(text), 0, text.length, 'volume', model).csl.volume;
    expect(said.map(own)).toEqual([...Array(9).fill('12'), 'V12']);
  });
});

describe('DOIs as they come', () => {
  const before = 'Lind, A. (2019). Kelp on the plate. Coastal Studies, 12(3), 101–128. ';
  it.each([
    ['https://doi.org/10.5555/kev/ ib459', '10.5555/kev/ib459'],
    ['doi:10.5555/DQDC .5.99', '10.5555/dqdc.5.99'],
    ['https://doi.org/10.5555/uhe/\nzb687.', '10.5555/uhe/zb687'],
    [
      'doi:10.5555/(SICI)1097-2207(199905)82:2<890::AID-DLS5>3.0.CO;2-X Print',
      '10.5555/(sici)1097-2207(199905)82:2<890::aid-dls5>3.0.co;2-x',
    ],
    [
      'https://doi.org/10.5555/\n(SICI)1097-3704( 199903)91:6<233::AID-FGZ1>3.0.CO;2-#).',
      '10.5555/(sici)1097-3704(199903)91:6<233::aid-fgz1>3.0.co;2-#',
    ],
    ['DOI: 10.5555/j.decqs.2012 http://archive.example/unav', '10.5555/j.decqs.2012'],
    ['https://doi.org/10.5555/ab.12. Retrieved 12 May 2020', '10.5555/ab.12'],
  ])('%s', (said, doi) => expect(read(before + said).csl.DOI).toBe(doi));
  it('end what runs on into them', () => {
    const text = 'Lind, A. Kelp. JHPL, 13(10) p 836 doi:10.5555/HMZG.5.19.';
    const at = (words: string): number => text.indexOf(words);
    const whole = withRole(read(text), at('836'), text.length, 'page', model);
    const { csl } = withRole(whole, 0, 8, 'author', model);
    expect([csl.page, csl.DOI]).toEqual(['836 doi:10.5555/HMZG.5.19', undefined]);
    // By hand it is what the hand says; read, it is the page and the DOI.
    expect([read(text).csl.page, read(text).csl.DOI]).toEqual(['836', '10.5555/hmzg.5.19']);
  });
});
