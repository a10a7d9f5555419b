/** The JSON Schemas let in what is let in when the files are read, and stand in the docs as they are made. */
import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { libraryFileShape } from '../core/libraryData/libraryFile';
import { jsonSchemaOf } from '../core/model/jsonSchema';
import { policyShape } from '../core/model/policy';
import { schemaOf } from '../core/model/schema';
import {
  byName,
  closed,
  either,
  listOf,
  maybe,
  oneOf,
  orNull,
  otherwise,
  share,
  text,
  whole,
  yesOrNo,
} from '../core/model/shape';
import { RULES } from '../demo/gralsund/texts';
import { POLICY } from '../demo/policy';
import { SCHEMA_FILES } from './schemaFiles';

const ajv = new Ajv({ strict: false });

it('docs/schemas has them as they are', () => {
  for (const [name, made] of SCHEMA_FILES)
    expect(readFileSync(`docs/schemas/${name}`, 'utf8'), `npm run tool -- schemas`).toBe(made);
});

it('a schema says yes and no as the reader does, where it can say it', () => {
  const shape = closed({
    name: text(4),
    sort: oneOf(['walk', 'bus']),
    n: otherwise(whole(0, 9), 3),
    part: maybe(share()),
    list: listOf(yesOrNo(), 2, 1),
    who: orNull(either(whole(1, 1), closed({ id: text(3) }))),
    by: byName(whole(0, 1)),
  });
  const check = ajv.compile(jsonSchemaOf(shape));
  const some = (...right: unknown[]) =>
    fc.oneof(
      { weight: 6, arbitrary: fc.constantFrom(...right) },
      fc.constantFrom<unknown>(null, undefined, 'walker', -1, 1.5, [], {}, true, [true, false, true]),
    );
  const value = fc
    .record({
      name: some('', 'abcd'),
      sort: some('walk'),
      n: some(0, undefined),
      part: some(0.5, undefined),
      list: some([true], [true, false]),
      who: some(null, 1, { id: 'x' }),
      by: some({}, { a: 1 }),
    })
    .map((v) => Object.fromEntries(Object.entries(v).filter(([, x]) => x !== undefined)));
  const joi = schemaOf(shape);
  fc.assert(
    fc.property(value, (v) => {
      expect(check(v)).toBe(joi.validate(v, { convert: false }).error === undefined);
    }),
    { numRuns: 2000 },
  );
});

it('the rules of a library are fine to theirs, and a rule left out is not', () => {
  const check = ajv.compile(jsonSchemaOf(policyShape));
  expect(check(POLICY), JSON.stringify(check.errors)).toBe(true);
  const { wait: _wait, ...less } = POLICY;
  expect(check(less)).toBe(false);
  // In a folder they may leave out what is customary, and nothing else.
  const folder = ajv.compile(JSON.parse(SCHEMA_FILES.get('policy.schema.json') as string));
  expect(folder(RULES), JSON.stringify(folder.errors)).toBe(true);
  expect(folder({ ...RULES, currency: undefined })).toBe(false);
  expect(folder({ ...RULES, copyright: {} })).toBe(false);
  expect(folder({ ...RULES, loans: { renewals: { staff: 'many' } } })).toBe(false);
  const library = ajv.compile(jsonSchemaOf(libraryFileShape));
  const campus = { id: 'main', name: 'Main', hours: { mon: '08:00-20:00' } };
  expect(library({ name: 'A', agency: 'B', campuses: [campus] })).toBe(true);
  expect(library({ name: 'A', agency: 'B', campuses: [] })).toBe(false);
});
