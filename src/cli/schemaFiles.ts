/** The JSON Schemas that stand in docs/schemas, by file. */
import { libraryFileShape } from '../core/libraryData/libraryFile';
import { jsonSchemaOf } from '../core/model/jsonSchema';
import { policyShape } from '../core/model/policy';
import type { Value } from '../core/model/shape';

const fileOf = (title: string, of: Value<unknown>): string =>
  `${JSON.stringify({ $schema: 'https://json-schema.org/draft/2020-12/schema', title, ...jsonSchemaOf(of) }, null, 1)}\n`;
export const SCHEMA_FILES: ReadonlyMap<string, string> = new Map([
  ['library.schema.json', fileOf('library.yaml', libraryFileShape)],
  ['policy.schema.json', fileOf('policy.yaml', policyShape)],
]);
