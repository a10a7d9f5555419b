/**
 * `bench cite [--records N] [--json]`: 500 things drawn from the index, set in five public styles of different
 * sorts, holes looked for: milliseconds until the first twelve are there, until the list is, until all is.
 */
import { Citer } from '../core/citing/cite';
import { type StyleNode, unpacked } from '../core/citing/style';
import type { CslItem } from '../core/model/record';
import { random } from '../core/random';
import { DiscoveryService } from '../server/service';
import { Styles } from '../server/styles';
import { benchIndex, benchOptions } from './benchIndex';

const [THINGS, FIRST, ROUNDS] = [500, 12, 3];
const STYLES = [
  'apa',
  'modern-language-association',
  'chicago-author-date',
  'ieee',
  'chicago-fullnote-bibliography',
];
const { values } = benchOptions();
const service = DiscoveryService.open(benchIndex(Number(values.records)).dir);
const styles = await Styles.open('.cache/styles.json');
const localeOf = (name: string): StyleNode | null => {
  const packed = styles.locale(name);
  return packed && unpacked(packed);
};
const r = random(13);
const items = Array.from({ length: THINGS }, (_, i): CslItem => {
  const { abstract: _abstract, ...csl } = service.recordAt(r.int(0, service.engine.size - 1)).csl;
  return { ...csl, id: `thing-${i}` };
});
const median = (list: readonly number[]): number =>
  Math.round([...list].sort((a, b) => a - b)[list.length >> 1] ?? 0);
const out: Record<string, { first: number; list: number; text: number; all: number; missing: number }> = {};
for (const id of STYLES) {
  const packed = styles.style(id);
  if (!packed) throw new Error(id);
  const style = unpacked(packed);
  const [first, list, text, all]: [number[], number[], number[], number[]] = [[], [], [], []];
  let missing = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const some = items.slice(0, FIRST);
    const began = performance.now();
    const citer = new Citer({ style, locale: null, localeOf });
    citer.list(some);
    first.push(performance.now() - began);
    const set = citer.list(items);
    list.push(performance.now() - began);
    const made = citer.inText(set);
    text.push(performance.now() - began);
    missing = citer.withHoles(made, items).entries.filter((e) => e.missing.length).length;
    all.push(performance.now() - began);
  }
  out[id] = { first: median(first), list: median(list), text: median(text), all: median(all), missing };
}
console.log(
  values.json
    ? JSON.stringify({ things: THINGS, styles: out }, null, 2)
    : Object.entries(out)
        .map(
          ([id, o]) =>
            `${id}: first ${FIRST} in ${o.first} ms, the list of ${THINGS} in ${o.list} ms, as cited in ${o.text} ms, with what it lacks in ${o.all} ms`,
        )
        .join('\n'),
);
service.close();
