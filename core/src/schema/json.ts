/**
 * No document is nested deeper: the deepest of ours (batches in a batch, of a plan with volumes) is 12 levels deep, a
 * listing of devices that lie on each other has two for each.
 */
export const DEEPEST_JSON = 100;

/** Whether a value of JSON is nested deeper than so many levels. Any depth is measured: nothing here calls itself. */
export function isDeeperThan(value: unknown, levels: number): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > levels) return true;
    level = level.flatMap((one) =>
      typeof one === 'object' && one !== null ? (Object.values(one) as unknown[]) : [],
    );
  }
  return false;
}

/**
 * The value of a text of JSON that anybody may have written: what walks it after this may call itself for each level.
 * @throws SyntaxError for what is no JSON, or is nested deeper than any document
 */
export function parseJson(text: string): unknown {
  const value: unknown = JSON.parse(text);
  if (isDeeperThan(value, DEEPEST_JSON))
    throw new SyntaxError(`It is nested deeper than ${DEEPEST_JSON} levels.`);
  return value;
}
