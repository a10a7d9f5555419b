/** Query trees against the slow and obvious way: looking through every record's texts. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openWorld } from '../../../../tests/fixtures/world';
import type { DiscoveryRecord } from '../../model/record';
import { readPlain } from '../../query/plain';
import { FIELDS, type QueryNode } from '../../query/tree';
import { termOf, termsFor } from '../../words/analysis';
import { codesOf, codeTerm } from '../../words/codes';
import { fieldTexts } from '../../words/fieldTexts';
import { words } from '../../words/fold';
import { TimeUp } from './timeUp';

const COUNT = 1500;
let world: ReturnType<typeof openWorld>;
let records: DiscoveryRecord[];
beforeAll(() => {
  world = openWorld(COUNT);
  records = Array.from({ length: COUNT }, (_, i) => world.service.recordAt(i));
});
afterAll(() => world.close());

/** Terms of each value of each field, as the index should have them. */
const known = new Map<DiscoveryRecord, string[][][]>();
function valuesOf(r: DiscoveryRecord, field?: string): string[][] {
  let terms = known.get(r);
  if (!terms) {
    terms = fieldTexts(r).map((values) =>
      values.map(({ text, language }) => words(text).map((w) => termOf(w, language))),
    );
    known.set(r, terms);
  }
  return terms.flatMap((values, f) => (field === undefined || FIELDS[f] === field ? values : []));
}
const isTerm = (term: string, word: string): boolean => termsFor(word).includes(term);
const runAt = (value: readonly string[], asked: readonly string[], at: number): boolean =>
  asked.every((w, k) => value[at + k] !== undefined && isTerm(value[at + k] as string, w));

function has(r: DiscoveryRecord, node: QueryNode): boolean {
  switch (node.op) {
    case 'everything':
      return true;
    case 'word':
      return node.prefix
        ? valuesOf(r, node.field).some((v) => v.some((t) => t.startsWith(words(node.text)[0] ?? '')))
        : valuesOf(r, node.field).some((v) => v.some((_, i) => runAt(v, words(node.text), i)));
    case 'phrase': {
      // Word by word; where one falls apart, its mask is the last part's.
      const list = node.text.split(' ').flatMap((whole, i) => {
        const parts = words(whole);
        return parts.map((text, k) => ({
          text,
          prefix: (node.masks?.includes(i) ?? false) && k === parts.length - 1,
        }));
      });
      return valuesOf(r, node.field).some((v) =>
        v.some((_, i) =>
          list.every((w, k) =>
            w.prefix
              ? v[i + k]?.startsWith(w.text)
              : v[i + k] !== undefined && isTerm(v[i + k] as string, w.text),
          ),
        ),
      );
    }
    case 'begins':
      return valuesOf(r, node.field).some((v) => runAt(v, words(node.text), 0));
    case 'whole':
      return valuesOf(r, node.field).some(
        (v) => v.length === words(node.text).length && runAt(v, words(node.text), 0),
      );
    case 'code': {
      const term = codeTerm(node.code, node.value);
      return [...codesOf(r), codeTerm('rec', r.id)].some((c) =>
        node.prefix ? c.startsWith(term) : c === term,
      );
    }
    case 'years': {
      const y = r.csl.issued?.['date-parts'][0][0] ?? -1;
      return y > 0 && y >= (node.from ?? -9999) && y <= (node.to ?? 9999);
    }
    case 'near': {
      const [a, b] = [words(node.left.text), words(node.right.text)];
      const gap = (i: number, j: number): number =>
        j > i ? j - (i + a.length - 1) : node.ordered ? Number.POSITIVE_INFINITY : i - (j + b.length - 1);
      return valuesOf(r, node.left.field).some((v) => {
        const at = (asked: readonly string[]) => v.flatMap((_, i) => (runAt(v, asked, i) ? [i] : []));
        const right = at(b);
        return at(a).some((i) => right.some((j) => i !== j && gap(i, j) <= node.distance));
      });
    }
    case 'not':
      return !has(r, node.of);
    case 'and':
      return node.of.every((n) => has(r, n));
    case 'or':
      return node.of.some((n) => has(r, n));
  }
}

describe('what is found', () => {
  it.each([
    'kelp',
    'kelp farming',
    '"food security"',
    'seaweed OR dulse -supermarket',
    'title:kelp',
    'by:Hallgrim',
    'subject:food',
    'in:"Coastal Food Systems"',
    'in:="Coastal Food Systems"',
    'title:^"The edible"',
    'title:="The edible shore: a history of seaweeds as food"',
    'seaw*',
    'title:sea* -title:seaweed',
    'food NEAR/2 seaweed',
    'seaweed BEFORE/4 food',
    '"seaweed farming" NEAR/6 food',
    'food NEAR/6 food',
    'of NEAR/3 "food security"',
    'the BEFORE/2 the',
    'kelp NEAR/9 food NEAR/9 kelp NEAR/9 food',
    'title:food NEAR/5 title:seaweed',
    'small-scale',
    'kelp small-scale "food security"',
    'doi:10.5555/s1.2023.101',
    'callno:QK*',
    'volume:14 page:101',
    'language:de',
    'kelp kind:article-journal',
    'kind:books NOT kind:chapter language:fre',
    'record:tu0000044',
    'record:tu00000* kelp',
    'year:2010-2015 evidence',
    'year:-1920',
    '(kelp OR dulse) (taste OR price)',
    'NOT evidence',
    '"food secur*"',
    '"sea* farm*"',
    '"small-sca*"',
    'title:"edible sh*"',
    'küste',
    'algues',
  ])('%s', (q) => {
    const { tree } = readPlain(q);
    const { docs, n } = world.service.engine.evaluator.evaluate(tree);
    const expected = records.flatMap((r, i) => (has(r, tree) ? [i] : []));
    expect([...docs.subarray(0, n)]).toEqual(expected);
    expect(q.startsWith('NOT') || expected.length > 0, `${q} should find something`).toBe(true);
  });
  it('gives up when its time is over', () => {
    const { evaluator } = world.service.engine;
    evaluator.expired = () => true;
    expect(() => evaluator.evaluate(readPlain('kelp dulse').tree)).toThrow(TimeUp);
    evaluator.expired = () => false;
    expect(evaluator.evaluate(readPlain('kelp').tree).n).toBeGreaterThan(0);
  });
});
