import fc from 'fast-check';

type Json = string | number | boolean | null | readonly Json[] | { readonly [name: string]: Json };

const anyLeaf: fc.Arbitrary<Json> = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.string({ maxLength: 300, minLength: 200 }),
  fc.constantFrom<Json>(
    '',
    ' ',
    '/dev/mapper/fast.array',
    'a\nb',
    '0',
    '-1',
    null,
    true,
    0,
    -1,
    1.5,
    2 ** 53,
    1e300,
  ),
  fc.integer(),
  fc.constant<Json>([]),
  fc.constant<Json>({}),
);

/** Where the leaves of a value are. */
function* leaves(value: unknown, path: readonly string[] = []): Generator<readonly string[]> {
  if (typeof value !== 'object' || value === null) yield path;
  else for (const [name, inner] of Object.entries(value)) yield* leaves(inner, [...path, name]);
}

function withLeaf(value: unknown, [name, ...rest]: readonly string[], leaf: Json): unknown {
  if (name === undefined) return leaf;
  if (Array.isArray(value))
    return value.map((inner, i) => (String(i) === name ? withLeaf(inner, rest, leaf) : inner));
  const record = value as Readonly<Record<string, unknown>>;
  return { ...record, [name]: withLeaf(record[name], rest, leaf) };
}

/** A document of somebody's, of which a few fields hold what nobody expected. */
export function mutated(document: unknown): fc.Arbitrary<unknown> {
  const paths = [...leaves(document)];
  const change = fc.tuple(fc.nat(paths.length - 1), anyLeaf);
  return fc
    .array(change, { maxLength: 4 })
    .map((changes) => changes.reduce((whole, [at, leaf]) => withLeaf(whole, paths[at]!, leaf), document));
}
