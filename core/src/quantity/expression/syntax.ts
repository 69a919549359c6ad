/** What a size expression may name. Each is a size in bytes, known or not in the place where it is typed. */
export const QUANTITY_NAMES = ['disk', 'half', 'rest', 'used', 'floor', 'ram', 'now'] as const;
export type QuantityName = (typeof QUANTITY_NAMES)[number];

export const FUNCTION_NAMES = ['max', 'min'] as const;
export type FunctionName = (typeof FUNCTION_NAMES)[number];

/** `at` is the 0-based offset of the first character of the thing in the text. */
export type Expression =
  | { readonly kind: 'number'; readonly at: number; readonly text: string; readonly value: number }
  | { readonly kind: 'size'; readonly at: number; readonly bytes: number; readonly inMemory: number }
  | { readonly kind: 'share'; readonly at: number; readonly percent: number }
  | { readonly kind: 'name'; readonly at: number; readonly name: QuantityName }
  | {
      readonly kind: 'operation';
      readonly at: number;
      readonly operator: '+' | '-' | '*' | '/';
      readonly left: Expression;
      readonly right: Expression;
    }
  | {
      readonly kind: 'call';
      readonly at: number;
      readonly name: FunctionName;
      readonly args: readonly Expression[];
    };

/** How the value is meant: the size itself, a change of the present size, or the gap to leave beside it. */
export type Reading = 'size' | 'more' | 'less' | 'free';

export interface SizeExpression {
  readonly reading: Reading;
  readonly value: Expression;
}

/** What is wrong with a size expression, by code, and what stands in its sentence. The sentences are in the catalogue. */
interface Faults {
  'typed.too-long': { readonly most: number };
  'typed.empty': null;
  'typed.not-here': { readonly found: string };
  'typed.no-meaning': { readonly found: string };
  'typed.comma': null;
  'typed.missing': null;
  'typed.expected': { readonly found: string };
  'typed.unit-unknown': { readonly found: string };
  'typed.unit-missing': { readonly typed: string; readonly amount: number };
  'typed.word-unknown': { readonly found: string; readonly known: readonly string[] };
  'typed.no-parenthesis': { readonly called: string };
  'typed.not-closed': null;
  'typed.negative': { readonly bytes: number };
  'typed.too-large': null;
  'typed.divided-by-size': null;
  'typed.divided-by-zero': null;
  'typed.multiplied': null;
  'typed.not-known': { readonly name: QuantityName };
}

/** A message of the catalogue. */
export type ExpressionSays = {
  readonly [C in keyof Faults]: { readonly code: C; readonly with: Faults[C] };
}[keyof Faults];

/** Something wrong with a size expression, at character offset `at` of what was typed. */
export interface ExpressionError {
  readonly at: number;
  readonly length: number;
  readonly says: ExpressionSays;
  /** What could stand in the marked place instead, likeliest first. */
  readonly instead: readonly string[];
}

export type Outcome<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: ExpressionError };

/** Thrown inside this folder only; the public functions return it as a value. */
class ExpressionFault extends Error {
  constructor(readonly error: ExpressionError) {
    super(error.says.code);
  }
}

export function fault(
  at: number,
  length: number,
  says: ExpressionSays,
  instead: readonly string[] = [],
): never {
  throw new ExpressionFault({ at, length: Math.max(1, length), says, instead });
}

/** The whole text with each suggestion in the place of what is wrong. */
export function suggestionsFor(text: string, { at, length, instead }: ExpressionError): string[] {
  return instead.map((other) => text.slice(0, at) + other + text.slice(at + length));
}

/** Runs `work`, turning a fault into a returned error and letting every other exception pass. */
export function outcomeOf<T>(work: () => T): Outcome<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof ExpressionFault) return { ok: false, error: error.error };
    throw error;
  }
}
