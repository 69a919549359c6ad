/** How the axes and the words of every chart look. */
export const AXIS = { stroke: 'var(--ink-soft)', fontSize: 11 } as const;

/** 1, 2 and 5, and so on by tens: the first that is not below `least`. */
function decimalStep(least: number): number {
  const ten = 10 ** Math.floor(Math.log10(least));
  return [1, 2, 5, 10].map((n) => n * ten).find((n) => n >= least)!;
}

const DAY = 24 * 60;

/** Minutes that are round on a clock: the first that are not below `least`. */
export const clockStep = (least: number): number =>
  [1, 2, 5, 10, 15, 20, 30, 60, 120, 180, 240, 360, 480, 720].find((n) => n >= least) ??
  Math.ceil(least / DAY) * DAY;

/** An axis that begins at 0, with about so many ticks evenly apart at round numbers, up to the first that is not below `most`. */
export function axisTo(
  most: number,
  about = 5,
  stepFrom = decimalStep,
): { domain: [number, number]; ticks: number[] } {
  const step = stepFrom(Math.max(most, 1) / about);
  const count = Math.ceil(Math.max(most, 1) / step);
  // Tenths that are added up have no end of their own.
  const ticks = Array.from({ length: count + 1 }, (_, i) => Number((i * step).toPrecision(12)));
  return { domain: [0, ticks.at(-1)!], ticks };
}

/** The name of an axis below it. */
export const below = (value: string) =>
  ({ value, position: 'bottom', offset: 2, fontSize: 11, fill: 'var(--ink-soft)' }) as const;

/** The words at a reference line. */
export const noted = (value: string, position: 'top' | 'insideBottomLeft', fill = 'var(--ink)') =>
  ({ value, position, fontSize: 11, fill }) as const;
