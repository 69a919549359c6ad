import { formatBinary, formatBoth } from '../../quantity/index.js';

/** What is made when it is first used, and kept. */
function lazily<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

// The first of these that is made loads the data of all languages: 40 ms of a first page that needs none of it.
const NUMBERS = lazily(() => new Intl.NumberFormat('en'));
const OR = lazily(() => new Intl.ListFormat('en', { type: 'disjunction' }));
const AND = lazily(() => new Intl.ListFormat('en', { type: 'conjunction' }));
const DAY = lazily(() => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' }));

export const both = formatBoth;
export const binary = formatBinary;

/** A number in groups of three: `1,048,576`. */
export const grouped = (n: number): string =>
  Number.isInteger(n) && Math.abs(n) < 1000 ? String(n) : NUMBERS().format(n);

/** `1 restart`, `2 restarts`: of whole numbers, English has one form for 1 and another for all else (CLDR, plural rules). */
export const count = (n: number, one: string, other = `${one}s`): string =>
  `${grouped(n)} ${n === 1 ? one : other}`;

/** `a, b, and c` */
export const and = (items: readonly string[]): string => AND().format(items);

/** `a, b, or c` */
export const or = (items: readonly string[]): string => OR().format(items);

/** A name as it stands in a sentence. */
export const quoted = (name: string): string => `“${name}”`;

/** `26 December 2026`, of a time as ISO 8601. */
export const day = (at: string): string => DAY().format(new Date(at));

export const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const MODE = { uefi: 'UEFI', bios: 'BIOS' } as const;
export const STYLE = { gpt: 'GPT', mbr: 'MBR' } as const;
export type Mode = keyof typeof MODE;
export type Style = keyof typeof STYLE;
