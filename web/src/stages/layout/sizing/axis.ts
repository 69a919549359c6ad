/** How the axes and the words of every chart look. */
export const AXIS = { stroke: 'var(--ink-soft)', fontSize: 11 } as const;

/** An axis that begins at 0, with ticks evenly apart at round numbers, up to the first that is not below `most`. */
export function axisTo(most: number, about = 5): { domain: [number, number]; ticks: number[] } {
  const rough = Math.max(most, 1) / about;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * ten).find((n) => n >= rough)!;
  const count = Math.ceil(Math.max(most, 1) / step);
  return { domain: [0, count * step], ticks: Array.from({ length: count + 1 }, (_, i) => i * step) };
}

/** The name of an axis below it. */
export const below = (value: string) =>
  ({ value, position: 'bottom', offset: 2, fontSize: 11, fill: 'var(--ink-soft)' }) as const;

/** The words at a reference line. */
export const noted = (value: string, position: 'top' | 'insideBottomLeft', fill = 'var(--ink)') =>
  ({ value, position, fontSize: 11, fill }) as const;
