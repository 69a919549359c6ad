/**
 * The one text of a plain value, whatever order its fields were written in: RFC 8785 (JSON Canonicalization Scheme). A
 * field that is `undefined` is one that is not there.
 */
export function canonicalText(value: unknown): string {
  if (value === undefined) return 'null';
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map(canonicalText).join(',')}]`;
  const fields = Object.entries(value)
    .filter(([, field]) => field !== undefined)
    // By UTF-16 code units, §3.2.3: that is how `<` compares texts.
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${fields.map(([name, field]) => `${JSON.stringify(name)}:${canonicalText(field)}`).join(',')}}`;
}
