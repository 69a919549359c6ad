import {
  fault,
  FUNCTION_NAMES,
  outcomeOf,
  QUANTITY_NAMES,
  type Expression,
  type FunctionName,
  type Outcome,
  type QuantityName,
  type Reading,
  type SizeExpression,
} from './syntax.js';
import { nearestWord } from './nearest.js';
import { tokensOf, UNIT_BYTES, type Token } from './tokens.js';

/** More than anyone types; keeps recursion shallow. */
const LONGEST_TEXT = 200;

/**
 * Parses a size as a person types it.
 *
 *     typed   = [ "+" | "-" | "free" ] sum
 *     sum     = product { ("+" | "-") product }
 *     product = factor { ("*" | "/") factor }
 *     factor  = number unit | number "%" | number | name | ("max" | "min") "(" sum { "," sum } ")" | "(" sum ")"
 *
 * A leading sign means a change of the present size; `free X` means "leave X beside it".
 */
export function parseSizeExpression(text: string): Outcome<SizeExpression> {
  return outcomeOf(() => {
    if (text.length > LONGEST_TEXT)
      fault(LONGEST_TEXT, 1, { code: 'typed.too-long', with: { most: LONGEST_TEXT } });
    return new Parser(tokensOf(text)).typed();
  });
}

const UNIT_NAMES = ['KiB', 'MiB', 'GiB', 'TiB', 'kB', 'MB', 'GB', 'TB'] as const;

/** By its first letter where that is one of a unit, else by its spelling. */
function unitsLike(typed: string): string[] {
  const first = UNIT_NAMES.filter((unit) => unit[0]!.toLowerCase() === typed[0]!.toLowerCase());
  if (first.length > 0) return [...first];
  const nearest = nearestWord(typed, UNIT_NAMES);
  return nearest ? [nearest] : [];
}

function wordsLike(typed: string): string[] {
  const nearest = nearestWord(typed, [...QUANTITY_NAMES, 'free', ...FUNCTION_NAMES]);
  return nearest ? [nearest] : [];
}

class Parser {
  private next = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  typed(): SizeExpression {
    if (this.peek().kind === 'end') fault(0, 1, { code: 'typed.empty', with: null });
    const reading = this.reading();
    const value = this.sum();
    const left = this.peek();
    if (left.kind !== 'end')
      fault(left.at, left.text.length, { code: 'typed.not-here', with: { found: left.text } });
    return { reading, value };
  }

  private reading(): Reading {
    if (this.accept('+')) return 'more';
    if (this.accept('-')) return 'less';
    return this.accept('free') ? 'free' : 'size';
  }

  private sum(): Expression {
    return this.chain(['+', '-'], () => this.product());
  }

  private product(): Expression {
    return this.chain(['*', '/'], () => this.factor());
  }

  private chain<O extends '+' | '-' | '*' | '/'>(
    operators: readonly O[],
    operand: () => Expression,
  ): Expression {
    let left = operand();
    for (;;) {
      const operator = operators.find((o) => this.peek().text === o);
      if (!operator) return left;
      const { at } = this.take();
      left = { kind: 'operation', at, operator, left, right: operand() };
    }
  }

  private factor(): Expression {
    const token = this.take();
    switch (token.kind) {
      case 'number':
        return this.quantity(token);
      case 'word':
        return this.named(token);
      case 'sign':
        if (token.text !== '(') break;
        return this.inParentheses(token, () => this.sum());
      case 'end':
        return fault(token.at, 1, { code: 'typed.missing', with: null });
    }
    return fault(token.at, token.text.length, { code: 'typed.expected', with: { found: token.text } });
  }

  private quantity(number: Token): Expression {
    const value = Number(number.text.replace(/[ \u00a0\u202f]/g, ''));
    if (this.accept('%')) return { kind: 'share', at: number.at, percent: value };
    const unit = this.peek();
    if (unit.kind !== 'word') return { kind: 'number', at: number.at, text: number.text, value };
    const unitBytes = UNIT_BYTES.get(unit.text.toLowerCase());
    if (unitBytes === undefined)
      fault(
        unit.at,
        unit.text.length,
        { code: 'typed.unit-unknown', with: { found: unit.text } },
        unitsLike(unit.text),
      );
    this.take();
    const binary = UNIT_BYTES.get(`${unit.text[0]!.toLowerCase()}ib`) ?? unitBytes;
    return { kind: 'size', at: number.at, bytes: value * unitBytes, inMemory: value * binary };
  }

  private named(word: Token): Expression {
    const lower = word.text.toLowerCase();
    const name = QUANTITY_NAMES.find((n): n is QuantityName => n === lower);
    if (name) return { kind: 'name', at: word.at, name };
    const called = FUNCTION_NAMES.find((n): n is FunctionName => n === lower);
    if (!called)
      return fault(
        word.at,
        word.text.length,
        {
          code: 'typed.word-unknown',
          with: { found: word.text, known: [...QUANTITY_NAMES, 'free', 'max( , )', 'min( , )'] },
        },
        wordsLike(word.text),
      );
    const open = this.take();
    if (open.text !== '(') fault(open.at, 1, { code: 'typed.no-parenthesis', with: { called } });
    return this.inParentheses(open, () => {
      const args = [this.sum()];
      while (this.accept(',')) args.push(this.sum());
      return { kind: 'call', at: word.at, name: called, args };
    });
  }

  private inParentheses(open: Token, content: () => Expression): Expression {
    const inner = content();
    if (!this.accept(')')) fault(open.at, 1, { code: 'typed.not-closed', with: null });
    return inner;
  }

  private peek(): Token {
    return this.tokens[Math.min(this.next, this.tokens.length - 1)]!;
  }

  private take(): Token {
    const token = this.peek();
    this.next += 1;
    return token;
  }

  private accept(text: string): boolean {
    if (this.peek().text.toLowerCase() !== text) return false;
    this.next += 1;
    return true;
  }
}
