import fc from 'fast-check';

/** Bodies as a schema has them, and bodies that are nearly so. */

interface JsonSchema {
  readonly type?: string;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly required?: readonly string[];
  readonly items?: JsonSchema;
  readonly prefixItems?: readonly JsonSchema[];
  readonly format?: string;
  readonly minimum?: number;
  readonly maximum?: number;
}

/** As much of a schema as is needed: it tells what it takes as JSON Schema. */
export interface Described {
  readonly toJSONSchema: (params: { readonly unrepresentable: 'any'; readonly io: 'input' }) => unknown;
}

/** Few of each: a body is small, and there are many bodies. */
const MANY = 3;

/** Text that somebody types, and text that nobody should be able to send. */
const TEXT = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom(
    '',
    ' ',
    'n1',
    '\u0000',
    '\ud800',
    '=1+1',
    '<b>',
    '2026-02-30',
    'x'.repeat(600),
    '%00',
    '../..',
    '😀',
  ),
);

const FORMATS: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  date: fc.constantFrom('2026-01-05', '2026-12-31', '0000-00-00'),
  'date-time': fc.constantFrom('2026-01-05T10:00:00.000Z', 'yesterday'),
  uuid: fc.uuid(),
};

const numberOf = ({ type, minimum = -10, maximum = 1000 }: JsonSchema): fc.Arbitrary<unknown> => {
  const [min, max] = [Math.max(minimum, -1e9), Math.min(maximum, 1e9)];
  return type === 'integer'
    ? fc.integer({ min: Math.ceil(Math.min(min, max)), max: Math.floor(Math.max(min, max)) })
    : fc.double({ min: Math.min(min, max), max: Math.max(min, max), noNaN: true });
};

const fitting = (schema: JsonSchema): fc.Arbitrary<unknown> => {
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return fc.oneof(...choices.map(fitting));
  if ('const' in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  if (schema.prefixItems) return fc.tuple(...schema.prefixItems.map(fitting));
  switch (schema.type) {
    case 'object':
      return fc.record(
        Object.fromEntries(Object.entries(schema.properties ?? {}).map(([name, one]) => [name, fitting(one)])),
        { requiredKeys: [...(schema.required ?? [])] },
      );
    case 'array':
      return fc.array(fitting(schema.items ?? {}), { maxLength: MANY });
    case 'number':
    case 'integer':
      return numberOf(schema);
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'string':
      return FORMATS[schema.format ?? ''] ?? TEXT;
    default:
      return fc.jsonValue({ maxDepth: 2 });
  }
};

/** Puts something else in one place of a value. */
const spoil = (value: unknown, at: number, instead: unknown): unknown => {
  if (value === null || typeof value !== 'object' || at === 0) return instead;
  const entries = Object.entries(value);
  if (entries.length === 0) return instead;
  const chosen = at % entries.length;
  const spoilt = entries.map(([name, one], index) => [
    name,
    index === chosen ? spoil(one, Math.floor(at / entries.length), instead) : one,
  ]);
  return Array.isArray(value) ? spoilt.map(([, one]) => one) : Object.fromEntries(spoilt as [string, unknown][]);
};

/** Mostly bodies that fit a schema in shape; often with something else in one place. */
export const bodies = (schema: Described): fc.Arbitrary<unknown> => {
  const shape = fitting(schema.toJSONSchema({ unrepresentable: 'any', io: 'input' }) as JsonSchema);
  const spoilt = fc
    .tuple(shape, fc.nat(100_000), fc.oneof(TEXT, fc.jsonValue({ maxDepth: 1 })))
    .map(([value, at, instead]) => spoil(value, at, instead));
  return fc.oneof({ weight: 2, arbitrary: shape }, { weight: 3, arbitrary: spoilt });
};
