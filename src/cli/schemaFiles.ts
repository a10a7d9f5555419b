/** The JSON Schemas that stand in docs/schemas, by file. */
import { customShape } from '../core/libraryData/custom';
import { HELP_FILES } from '../core/libraryData/help';
import { libraryFileShape } from '../core/libraryData/libraryFile';
import { mappingShape } from '../core/libraryData/mapping';
import { jsonSchemaOf } from '../core/model/jsonSchema';
import { policyShape } from '../core/model/policy';
import { listOf, type Value } from '../core/model/shape';

/** Entries of a list at most: nobody writes as many by hand. */
const MANY = 10_000;
const fileOf = (title: string, of: Value<unknown>): string =>
  `${JSON.stringify({ $schema: 'https://json-schema.org/draft/2020-12/schema', title, ...jsonSchemaOf(of) }, null, 1)}\n`;
export const SCHEMA_FILES: ReadonlyMap<string, string> = new Map([
  ['library.schema.json', fileOf('library.yaml', libraryFileShape)],
  ['policy.schema.json', fileOf('policy.yaml', policyShape)],
  ['mapping.schema.json', fileOf('mapping.yaml', mappingShape)],
  ['custom.schema.json', fileOf('custom of a CSL-JSON item in records/', customShape)],
  ...Object.entries(HELP_FILES).map(([file, of]): [string, string] => [
    file.replace(/\.yaml$/, '.schema.json'),
    fileOf(file, listOf(of as Value<unknown>, MANY)),
  ]),
]);
