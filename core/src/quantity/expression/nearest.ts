/** The known word that is at most two letters away from what was typed; `undefined` where none or where it is too short. */
export function nearestWord(typed: string, known: Iterable<string>): string | undefined {
  let best: { word: string; distance: number } | undefined;
  for (const word of known) {
    const distance = editDistance(typed.toLowerCase(), word.toLowerCase());
    if (distance < Math.min(3, word.length) && (!best || distance < best.distance)) best = { word, distance };
  }
  return best?.word;
}

/** Letters to insert, delete or replace, by the usual table of prefixes. */
function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + Number(a[i - 1] !== b[j - 1]));
    row = next;
  }
  return row[b.length]!;
}
