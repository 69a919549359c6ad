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

/** Something wrong with a size expression, at character offset `at` of what was typed. */
export interface ExpressionError {
  readonly at: number;
  readonly length: number;
  readonly message: string;
  /** What could stand in the marked place instead, likeliest first. */
  readonly instead: readonly string[];
}

export type Outcome<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: ExpressionError };

/** Thrown inside this folder only; the public functions return it as a value. */
class ExpressionFault extends Error {
  constructor(readonly error: ExpressionError) {
    super(error.message);
  }
}

export function fault(at: number, length: number, message: string, instead: readonly string[] = []): never {
  throw new ExpressionFault({ at, length: Math.max(1, length), message, instead });
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
