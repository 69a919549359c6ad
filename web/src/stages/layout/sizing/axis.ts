/** How the axes and the words of every chart look. */
export const AXIS = { stroke: 'var(--ink-soft)', fontSize: 11 } as const;

/** The name of an axis below it. */
export const below = (value: string) =>
  ({ value, position: 'bottom', offset: 2, fontSize: 11, fill: 'var(--ink-soft)' }) as const;

/** The words at a reference line. */
export const noted = (value: string, position: 'top' | 'insideBottomLeft', fill = 'var(--ink)') =>
  ({ value, position, fontSize: 11, fill }) as const;
