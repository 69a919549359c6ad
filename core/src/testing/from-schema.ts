import fc from 'fast-check';
import type { z } from 'zod';

/** What is read of a schema's definition: that of zod 4, kind by kind. */
interface Definition {
  readonly type: string;
  readonly checks?: readonly { readonly _zod: { readonly def: Check } }[];
  readonly format?: string;
  readonly pattern?: RegExp;
  readonly shape?: Readonly<Record<string, Schema>>;
  readonly element?: Schema;
  readonly innerType?: Schema;
  readonly options?: readonly Schema[];
  readonly items?: readonly Schema[];
  readonly values?: readonly unknown[];
  readonly entries?: Readonly<Record<string, string>>;
  readonly keyType?: Schema;
  readonly valueType?: Schema;
  readonly in?: Schema;
  readonly getter?: () => Schema;
}

interface Check {
  readonly check: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly value?: number;
  readonly inclusive?: boolean;
  readonly format?: string;
  readonly pattern?: RegExp;
}

type Schema = z.ZodType | { readonly _zod: { readonly def: unknown } };

const definitionOf = (schema: Schema): Definition => schema._zod.def as Definition;

/**
 * Documents that a schema takes, drawn by what it says of itself: whatever a field may hold is drawn, up to its
 * limits. What the schema asks for beyond that (an order, a sum) is a filter.
 */
export function drawnFrom<T>(schema: z.ZodType<T>): fc.Arbitrary<T> {
  return anyOf(schema, 0)
    .filter((value) => schema.safeParse(value).success)
    .map((value) => schema.parse(value));
}

/** So deep does a document nest at most. */
const DEEPEST = 6;

function anyOf(schema: Schema, depth: number): fc.Arbitrary<unknown> {
  const def = definitionOf(schema);
  const inner = (next: Schema) => anyOf(next, depth + 1);
  switch (def.type) {
    case 'string':
      return textsOf(def);
    case 'number':
      return numbersOf(def);
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'literal':
      return fc.constantFrom(...def.values!);
    case 'enum':
      return fc.constantFrom(...Object.values(def.entries!));
    case 'optional':
      return depth > DEEPEST ? fc.constant(undefined) : fc.option(inner(def.innerType!), { nil: undefined });
    case 'nullable':
      return depth > DEEPEST ? fc.constant(null) : fc.option(inner(def.innerType!), { nil: null });
    case 'default':
    case 'readonly':
    case 'prefault':
    case 'catch':
      return inner(def.innerType!);
    case 'pipe':
      return inner(def.in!);
    case 'lazy':
      return fc.constant(null).chain(() => inner(def.getter!()));
    case 'union':
      return fc.oneof(...def.options!.map(inner));
    case 'tuple':
      return fc.tuple(...def.items!.map(inner));
    case 'array':
      return fc.array(inner(def.element!), {
        minLength: limit(def, 'min_length') ?? 0,
        maxLength: few(def, depth),
      });
    case 'record':
      return fc.dictionary(inner(def.keyType!) as fc.Arbitrary<string>, inner(def.valueType!), {
        maxKeys: depth > DEEPEST ? 0 : 2,
      });
    case 'object':
      return objectsOf(def, inner);
    default:
      throw new Error(`A schema of the kind “${def.type}” cannot be drawn from yet.`);
  }
}

function objectsOf(def: Definition, inner: (schema: Schema) => fc.Arbitrary<unknown>): fc.Arbitrary<unknown> {
  const fields = Object.entries(def.shape!).map(([name, schema]) => [name, inner(schema)] as const);
  return fc.record(Object.fromEntries(fields)).map((value) =>
    // A field that is absent is what a document has; one that is `undefined` is not written.
    Object.fromEntries(Object.entries(value).filter(([, field]) => field !== undefined)),
  );
}

function few(def: Definition, depth: number): number {
  return Math.max(
    limit(def, 'min_length') ?? 0,
    Math.min(limit(def, 'max_length') ?? 3, depth > DEEPEST ? 0 : 3),
  );
}

const limit = (def: Definition, kind: 'min_length' | 'max_length'): number | undefined => {
  const check = def.checks?.map((one) => one._zod.def).find((one) => one.check === kind);
  return kind === 'min_length' ? check?.minimum : check?.maximum;
};

/** Letters of every sort, signs that mean something somewhere, and the longest there can be. */
function textsOf(def: Definition): fc.Arbitrary<string> {
  const checks = (def.checks ?? []).map((one) => one._zod.def);
  const pattern = def.pattern ?? checks.find((one) => one.pattern)?.pattern;
  if (def.format === 'datetime' || checks.some((one) => one.format === 'datetime'))
    return fc.constantFrom('2026-05-04T07:30:00.000Z', '1970-01-01T00:00:00Z');
  if (pattern) {
    // What is looked ahead for cannot be drawn: it is a filter.
    const drawn = new RegExp(pattern.source.replace(/\(\?[=!][^)]*\)/g, ''), pattern.flags.replace('g', ''));
    return fc.stringMatching(drawn).filter((text) => pattern.test(text));
  }
  const [least, most] = [limit(def, 'min_length') ?? 0, limit(def, 'max_length') ?? 40];
  const length = { minLength: least, maxLength: Math.min(Math.max(most, least), Math.max(least, 12)) };
  return fc.oneof(
    fc.string({ ...length, unit: 'grapheme' }).filter((text) => text.length >= least && text.length <= most),
    fc
      .constantFrom('a.b', '/dev/mapper/fast.array', '"', '\\\\', '..', '\u202e', '\u0000', ' ')
      .filter((text) => text.length >= least && text.length <= most),
    fc.constant('x'.repeat(Math.min(most, 2000))),
  );
}

const SIZES = [0, 1, 2, 34, 63, 2048, 4096, 2 ** 21, 2 ** 31, 2 ** 32, 2 ** 40];

function numbersOf(def: Definition): fc.Arbitrary<number> {
  const checks = (def.checks ?? []).map((one) => one._zod.def);
  const above = checks.find((one) => one.check === 'greater_than');
  const below = checks.find((one) => one.check === 'less_than');
  const least = (above?.value ?? 0) + (above && above.inclusive === false ? 1 : 0);
  const most = (below?.value ?? 2 ** 45) - (below && below.inclusive === false ? 1 : 0);
  const sizes = SIZES.filter((n) => n >= least && n <= most);
  const integer = fc.integer({
    min: Math.ceil(least),
    max: Math.max(Math.ceil(least), Math.floor(Math.min(most, 2 ** 31 - 1))),
  });
  return sizes.length > 0 ? fc.oneof(fc.constantFrom(...sizes), integer) : integer;
}
