/**
 * `tool references [--index DIR]`: text on standard input, split and read; one JSON line a reference, `{text,
 * csl, parts, identifiers, match}`: `identifiers` are all valid DOI, ISBN, ISSN and ORCID in it; `match` is null without an index, or where nothing is sure.
 */
import { existsSync, readFileSync } from 'node:fs';
import { decodeText } from '../../core/decode';
import { identifiersIn } from '../../core/model/identifiers';
import { ListReader } from '../../core/references/alike';
import { splitReferences } from '../../core/references/split';
import { DiscoveryService } from '../../server/service';
import { argsOf } from '../args';
import { theModel } from '../references/modelFile';

const { values } = argsOf('npm run tool -- references [--index DIR]', {
  options: { index: { type: 'string' } },
});
const dir = values.index ?? ['data/demo-100000', 'data/demo-20000'].find((d) => existsSync(`${d}/index.lgd`));
if (values.index && !existsSync(`${values.index}/index.lgd`)) {
  console.error(`There is no index in ${values.index}.`);
  process.exit(2);
}
const service = dir ? DiscoveryService.open(dir) : null;
if (!service)
  console.error('There is no index yet (npm run demo makes one): references are read and not matched.');
const model = theModel();
const texts = splitReferences(decodeText(readFileSync(0)), model).map((s) => s.text);
const list = new ListReader(texts, model);
for (const text of texts) {
  const { csl, parts } = list.read(text);
  console.log(
    JSON.stringify({
      text,
      csl,
      parts,
      identifiers: identifiersIn(text),
      match: (await service?.matchReference(csl))?.match ?? null,
    }),
  );
}
