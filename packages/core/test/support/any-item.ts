import fc from 'fast-check';
import { z } from 'zod';
import type { Item, Kind } from '@alveus/plan';
import { kindOf } from '@alveus/plan';

/** Items of any kind, made from the schema that the kind declares: a new kind needs no generator of its own. */

type Schema = {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  pattern?: string;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
};

export function anyItem(kind: Kind): fc.Arbitrary<Item> {
  const { schema } = kindOf(kind);
  const json = z.toJSONSchema(schema, { io: 'input' }) as Schema;
  return fromSchema(json).filter((value): value is Item => schema.safeParse(value).success);
}

function fromSchema(schema: Schema): fc.Arbitrary<unknown> {
  if ('const' in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const options = schema.anyOf ?? schema.oneOf;
  if (options) return fc.oneof(...options.map(fromSchema));
  switch (schema.type) {
    case 'object':
      return objectOf(schema);
    case 'array':
      return fc.array(fromSchema(schema.items ?? {}), { maxLength: 2 });
    case 'boolean':
      return fc.boolean();
    case 'number':
      return numberOf(schema);
    case 'integer':
      return fc.integer({ min: schema.minimum ?? 0, max: schema.maximum ?? 100 });
    case 'string':
      return stringOf(schema);
    default:
      return fc.constant(null);
  }
}

function objectOf({ properties = {}, required = [] }: Schema): fc.Arbitrary<unknown> {
  const fields = Object.fromEntries(Object.entries(properties).map(([name, field]) => [name, fromSchema(field)]));
  return fc.record(fields, { requiredKeys: required as never[] });
}

function numberOf({ minimum, maximum, exclusiveMinimum }: Schema): fc.Arbitrary<number> {
  const low = minimum ?? (exclusiveMinimum === undefined ? -100 : exclusiveMinimum + 1e-3);
  const high = Math.min(maximum ?? 100, Math.max(low + 1, 40));
  return fc.double({ min: low, max: Math.max(low, high), noNaN: true });
}

function stringOf({ pattern = '', maxLength = 12 }: Schema): fc.Arbitrary<string> {
  if (pattern.includes('[0-9a-f]{8}-')) return fc.uuid().map((id) => id.toLowerCase());
  if (pattern.includes('\\d{4}')) return fc.constant('2026-11-24');
  return fc.stringMatching(/^[A-Z][a-z]{2,9}$/).map((text) => text.slice(0, maxLength));
}
