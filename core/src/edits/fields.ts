/** `base` with the given fields replaced, and the fields that bring it back. */
export function merged<T extends object>(base: T, changes: object): [T, object] {
  const given = Object.entries(changes).filter(([, value]) => value !== undefined);
  const back = Object.fromEntries(given.map(([key]) => [key, base[key as keyof T]]));
  return [{ ...base, ...Object.fromEntries(given) }, back];
}

/** A table with another entry, or without it; absent where it is empty. And the entry that there was. */
export function withEntry<T>(
  table: Readonly<Record<string, T>> | undefined,
  key: string,
  entry: T | null,
): [Readonly<Record<string, T>> | undefined, T | null] {
  const { [key]: was = null, ...others } = table ?? {};
  const next = entry === null ? others : { ...others, [key]: entry };
  return [Object.keys(next).length > 0 ? next : undefined, was];
}
