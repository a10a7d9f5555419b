/** The JSON Schemas that stand in docs/schemas, by file. */
import { customShape } from '../core/libraryData/custom';
import { HELP_FILES } from '../core/libraryData/help';
import { libraryFileShape } from '../core/libraryData/libraryFile';
import { mappingShape } from '../core/libraryData/mapping';
import { type JsonSchema, jsonSchemaOf } from '../core/model/jsonSchema';
import { policyShape } from '../core/model/policy';
import { listOf, type Value } from '../core/model/shape';
import { LIBRARYS_OWN } from '../core/policy/defaults';

/** Entries of a list at most: nobody writes as many by hand. */
const MANY = 10_000;
/** The rules, of which nothing has to be there but what only the library can say. */
function rulesSchema(): JsonSchema {
  const optional = (schema: unknown): unknown => {
    if (Array.isArray(schema)) return schema.map(optional);
    if (typeof schema !== 'object' || schema === null) return schema;
    const { required: _, ...rest } = schema as Readonly<Record<string, unknown>>;
    return Object.fromEntries(Object.entries(rest).map(([name, part]) => [name, optional(part)]));
  };
  const whole = optional(jsonSchemaOf(policyShape)) as {
    readonly properties: Readonly<Record<string, object>>;
  };
  const own = LIBRARYS_OWN.map((path) => path.split('.'));
  const inside = (name: string): string[] => own.flatMap(([a, b]) => (a === name && b ? [b] : []));
  const properties = Object.fromEntries(
    Object.entries(whole.properties).map(([name, part]) => [
      name,
      inside(name).length ? { ...part, required: inside(name) } : part,
    ]),
  );
  return { ...whole, properties, required: [...new Set(own.map(([a]) => a as string))] };
}
const textOf = (title: string, schema: JsonSchema): string =>
  `${JSON.stringify({ $schema: 'https://json-schema.org/draft/2020-12/schema', title, ...schema }, null, 1)}\n`;
const fileOf = (title: string, of: Value<unknown>): string => textOf(title, jsonSchemaOf(of));
export const SCHEMA_FILES: ReadonlyMap<string, string> = new Map([
  ['library.schema.json', fileOf('library.yaml', libraryFileShape)],
  ['policy.schema.json', textOf('policy.yaml', rulesSchema())],
  ['mapping.schema.json', fileOf('mapping.yaml', mappingShape)],
  ['custom.schema.json', fileOf('custom of a CSL-JSON item in records/', customShape)],
  ...Object.entries(HELP_FILES).map(([file, of]): [string, string] => [
    file.replace(/\.yaml$/, '.schema.json'),
    fileOf(file, listOf(of as Value<unknown>, MANY)),
  ]),
]);
