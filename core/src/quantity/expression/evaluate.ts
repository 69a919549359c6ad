import { bytes, type Bytes } from '../units.js';
import { parseSizeExpression } from './parse.js';
import {
  fault,
  outcomeOf,
  type Expression,
  type Outcome,
  type QuantityName,
  type SizeExpression,
} from './syntax.js';

/** What is known where the size is typed; every figure in bytes. What is absent cannot be named. */
export interface SizeContext {
  readonly disk: Bytes;
  /** Present size of the part. */
  readonly now?: Bytes;
  /** The largest size the part can have without anything else changing. */
  readonly rest?: Bytes;
  readonly used?: Bytes;
  readonly floor?: Bytes;
  readonly ram?: Bytes;
  /** The size is one of memory, where GB means GiB to everybody. */
  readonly ofMemory?: boolean;
}

type Value = { readonly kind: 'bytes' | 'number'; readonly amount: number };

/**
 * The size in whole bytes that `text` means in `context`: `evaluateSize('half', …)` is half the disk.
 * `%` is of the disk; `free X` is the present largest size less X.
 */
export function evaluateSize(text: string, context: SizeContext): Outcome<Bytes> {
  const parsed = parseSizeExpression(text);
  return parsed.ok ? outcomeOf(() => resolve(parsed.value, context)) : parsed;
}

/** A size without names, shares or change: `80 GiB`, `max(1GiB, 2GB)`. */
export function parseSize(text: string): Outcome<Bytes> {
  return evaluateSize(text, { disk: bytes(0) });
}

function resolve({ reading, value }: SizeExpression, context: SizeContext): Bytes {
  const amount = sizeOf(value, context);
  const total = {
    size: () => amount,
    more: () => lookUp('now', 0, context) + amount,
    less: () => lookUp('now', 0, context) - amount,
    free: () => lookUp('rest', 0, context) - amount,
  }[reading]();
  const whole = Math.round(total);
  if (whole < 0) fault(value.at, 1, { code: 'typed.negative', with: { bytes: whole } });
  if (!Number.isSafeInteger(whole)) fault(value.at, 1, { code: 'typed.too-large', with: null });
  return bytes(whole);
}

function sizeOf(expression: Expression, context: SizeContext): number {
  const { kind, amount } = valueOf(expression, context);
  if (kind === 'number') return refuseBareNumber(expression, amount);
  return amount;
}

function valueOf(expression: Expression, context: SizeContext): Value {
  switch (expression.kind) {
    case 'number':
      return { kind: 'number', amount: expression.value };
    case 'size':
      return { kind: 'bytes', amount: context.ofMemory ? expression.inMemory : expression.bytes };
    case 'share':
      return { kind: 'bytes', amount: (context.disk * expression.percent) / 100 };
    case 'name':
      return { kind: 'bytes', amount: lookUp(expression.name, expression.at, context) };
    case 'call': {
      const amounts = expression.args.map((arg) => sizeOf(arg, context));
      return { kind: 'bytes', amount: Math[expression.name](...amounts) };
    }
    case 'operation':
      return combine(expression, context);
  }
}

function combine(operation: Extract<Expression, { kind: 'operation' }>, context: SizeContext): Value {
  const { operator, left, right } = operation;
  if (operator === '+' || operator === '-') {
    const [a, b] = [sizeOf(left, context), sizeOf(right, context)];
    return { kind: 'bytes', amount: operator === '+' ? a + b : a - b };
  }
  const a = valueOf(left, context);
  const b = valueOf(right, context);
  if (operator === '/') {
    if (b.kind === 'bytes') fault(right.at, 1, { code: 'typed.divided-by-size', with: null });
    if (b.amount === 0) fault(right.at, 1, { code: 'typed.divided-by-zero', with: null });
    return { kind: a.kind, amount: a.amount / b.amount };
  }
  if (a.kind === 'bytes' && b.kind === 'bytes') fault(right.at, 1, { code: 'typed.multiplied', with: null });
  return { kind: a.kind === 'bytes' ? 'bytes' : b.kind, amount: a.amount * b.amount };
}

function lookUp(name: QuantityName, at: number, context: SizeContext): number {
  const known = name === 'half' ? context.disk / 2 : context[name];
  return known ?? fault(at, name.length, { code: 'typed.not-known', with: { name } });
}

/** A number without a unit is never guessed at: the two likely readings are offered instead. */
function refuseBareNumber(expression: Expression, amount: number): never {
  const text = expression.kind === 'number' ? expression.text : String(amount);
  const likely = amount >= 1024 ? ['MiB', 'GiB'] : ['GiB', 'MiB'];
  const instead = expression.kind === 'number' ? likely.map((unit) => `${text} ${unit}`) : [];
  return fault(
    expression.at,
    text.length,
    { code: 'typed.unit-missing', with: { typed: text, amount } },
    instead,
  );
}
