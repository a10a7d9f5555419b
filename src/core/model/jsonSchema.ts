/**
 * Shapes as JSON Schema (draft 2020-12), for editors that help whoever writes such a file. What a schema can't say
 * (that a span ends after it began) is said when the file is read.
 */
import type { FieldsRule, Rule, Value } from './shape';

export type JsonSchema = Readonly<Record<string, unknown>>;

function objectOf({ fields, closed, oneOf, others }: FieldsRule): JsonSchema {
  const required = Object.entries(fields).flatMap(([name, of]) =>
    'lacking' in of || of.otherwise !== undefined ? [] : [name],
  );
  return {
    type: 'object',
    properties: Object.fromEntries(Object.entries(fields).map(([name, of]) => [name, jsonSchemaOf(of)])),
    ...(required.length ? { required } : {}),
    ...(others ? { patternProperties: { [others.names.source]: jsonSchemaOf(others.of) } } : {}),
    ...(oneOf ? { oneOf: oneOf.map((name) => ({ required: [name] })) } : {}),
    ...(closed ? { additionalProperties: false } : {}),
  };
}
function ruleOf(rule: Rule): JsonSchema {
  switch (rule.sort) {
    case 'text':
      return { type: 'string', ...(rule.empty ? {} : { minLength: 1 }), maxLength: rule.max };
    case 'code':
      return { enum: rule.codes };
    case 'flag':
      return { type: 'boolean' };
    case 'number':
      return { type: rule.whole ? 'integer' : 'number', minimum: rule.min, maximum: rule.max };
    case 'list':
      return {
        type: 'array',
        items: jsonSchemaOf(rule.of),
        ...(rule.min ? { minItems: rule.min } : {}),
        maxItems: rule.max,
      };
    case 'names':
      return { type: 'object', additionalProperties: jsonSchemaOf(rule.of) };
    case 'fields':
      return objectOf(rule);
    case 'either':
      return { anyOf: rule.of.map(jsonSchemaOf) };
  }
}
/** @example jsonSchemaOf({ rule: { sort: 'code', codes: ['a', 'b'] } }) // { enum: ['a', 'b'] } */
export function jsonSchemaOf({ rule, orNull, otherwise }: Value<unknown>): JsonSchema {
  const own = ruleOf(rule);
  return {
    ...(orNull ? { anyOf: [own, { type: 'null' }] } : own),
    ...(otherwise === undefined ? {} : { default: otherwise }),
  };
}
