/** `tool schemas`: writes the JSON Schemas of what people write by hand to docs/schemas. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { SCHEMA_FILES } from '../schemaFiles';

mkdirSync('docs/schemas', { recursive: true });
for (const [name, text] of SCHEMA_FILES) {
  writeFileSync(`docs/schemas/${name}`, text);
  console.log(`docs/schemas/${name}`);
}
