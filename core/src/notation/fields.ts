import { evaluateSize, type SizeContext } from '../quantity/index.js';
import { stringsIn, type Line, type Text } from './lines.js';
import { message } from '../words/index.js';
import { issueSays } from '../schema/index.js';
import type { z } from 'zod';

/** Takes the fields of one line by their keys, each once; what is left over is an error. */
export class Fields {
  private readonly left: Text[];
  private readonly known: string[] = [];

  /** @param keyword the words that the line's first field begins with. */
  constructor(
    readonly line: Line,
    readonly keyword: string,
  ) {
    this.left = line.fields.slice(1);
  }

  /** What follows the keyword. */
  get subject(): Text {
    return this.line.fields[0]!.after(this.keyword)!;
  }

  /** The value behind a key, or `undefined` where the line does not have it. */
  take(key: string): Text | undefined {
    this.known.push(key);
    const matching = this.left.filter((field) => field.after(key) !== undefined);
    if (matching.length > 1) matching[1]!.fault(message('text.twice', { key }), 0, key.length);
    const field = matching[0];
    if (!field) return undefined;
    this.left.splice(this.left.indexOf(field), 1);
    return field.after(key);
  }

  /** The value behind a key that must be there. */
  need(key: string): Text {
    return this.take(key) ?? this.line.fields[0]!.fault(message('text.missing', { key }));
  }

  /** Whether the line has this word by itself. */
  flag(key: string): boolean {
    const value = this.take(key);
    if (value && value.text !== '') value.fault(message('text.nothing-behind', { key }));
    return value !== undefined;
  }

  word(key: string): string | undefined {
    return this.take(key)?.text;
  }

  string(key: string): string | undefined {
    const value = this.take(key);
    return value && oneString(value);
  }

  oneOf<T extends string>(key: string, choices: readonly T[]): T | undefined {
    const value = this.take(key);
    return value && choice(value, choices);
  }

  /** A size in bytes that stands for itself. */
  size(key: string, context: SizeContext): number | undefined {
    const value = this.take(key);
    return value && sizeIn(value, context);
  }

  /** @throws NotationFault where a field was not taken. */
  done(): void {
    const stranger = this.left[0];
    if (stranger)
      stranger.fault(message('text.unknown', { found: stranger.text, known: [...new Set(this.known)] }));
  }
}

/** Text in quotation marks, or one word without them. */
export function oneString(text: Text): string {
  if (/^[^\s"]+$/.test(text.text)) return text.text;
  const strings = stringsIn(text);
  if (strings.length !== 1) text.fault(message('text.one-string'));
  return strings[0]!;
}

export function choice<T extends string>(text: Text, choices: readonly T[]): T {
  const found = choices.find((c) => c === text.text.toLowerCase());
  return found ?? text.fault(message('text.unknown', { found: text.text, known: choices }));
}

export function wholeNumber(text: Text): number {
  const n = Number(text.text);
  if (!/^\d+$/.test(text.text) || !Number.isSafeInteger(n)) text.fault(message('text.whole-number'));
  return n;
}

/** A size by the language of size expressions; an error points at its place within the line. */
export function sizeIn(text: Text, context: SizeContext): number {
  const outcome = evaluateSize(text.text, context);
  return outcome.ok ? outcome.value : text.fault(outcome.error.says, outcome.error.at, outcome.error.length);
}

/** What a schema makes of a value that was put together from a line. @throws NotationError at the place `of` where it makes nothing */
export function shaped<T>(schema: z.ZodType<T>, value: unknown, of: Text): T {
  const checked = schema.safeParse(value);
  if (checked.success) return checked.data;
  return of.fault(message('text.odd', { why: issueSays(checked.error.issues[0]!, value) }));
}
