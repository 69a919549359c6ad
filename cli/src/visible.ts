/**
 * Characters that would act on a terminal, break a line or turn the direction of writing: C0 and C1 controls, line and
 * paragraph separators, and the bidirectional formatting characters (Unicode 16.0, 23.1, 23.2).
 */
const ACTING = /[\u0000-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/g;

/** A text of somebody else's, such as a label, so that it can only be read: what would act is written as its number. */
export function visible(text: string): string {
  return text.replace(ACTING, (c) => `\\u{${c.codePointAt(0)!.toString(16)}}`);
}

/** The same of every text in a value. */
export function visibleIn<T>(value: T): T {
  if (typeof value === 'string') return visible(value) as T;
  if (Array.isArray(value)) return value.map(visibleIn) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, visibleIn(inner)])) as T;
}
