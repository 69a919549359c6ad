import type { LevelOfSize } from '../system/index.js';
import { bytes, GIB, MIB, type Bytes } from '../quantity/index.js';
import { message, type Phrase } from '../words/index.js';

/** One thing that a size is made of, in bytes, and where the figure comes from. */
export interface SizeLine {
  readonly what: Phrase;
  readonly bytes: number;
  readonly source: Phrase;
}

export const RULE_OF_THUMB = message('source.rule-of-thumb');

/** A size and what it is made of: the lines add up to `exact`, and `bytes` is that, rounded. */
export interface MadeUp {
  readonly bytes: Bytes;
  readonly lines: readonly SizeLine[];
}

/** Three values for one thing, each with its make-up. */
export type SizeAdvice = Readonly<Record<LevelOfSize, MadeUp>>;

/** Sum of the lines, in bytes. */
export function totalOf(lines: readonly { readonly bytes: number }[]): Bytes {
  return bytes(Math.ceil(lines.reduce((sum, line) => sum + line.bytes, 0)));
}

/** The lines that are more than nothing, and their sum rounded to `unit`: to the nearest, or up where that is wished. */
export function madeUp(lines: readonly SizeLine[], unit: number = GIB, up = false): MadeUp {
  const shown = lines
    .filter((line) => line.bytes > 0)
    .map((line) => ({ ...line, bytes: Math.round(line.bytes) }));
  const sum = totalOf(shown);
  return {
    bytes: bytes(Math.max(unit, (up ? Math.ceil(sum / unit) : Math.round(sum / unit)) * unit)),
    lines: shown,
  };
}

/** A line that adds a share of what the others come to. */
export function share(
  what: Phrase,
  lines: readonly SizeLine[],
  factor: number,
  source: Phrase = RULE_OF_THUMB,
): SizeLine {
  return { what, bytes: lines.reduce((sum, line) => sum + line.bytes, 0) * factor, source };
}

export const wholeMib = (size: number): Bytes => bytes(Math.ceil(size / MIB) * MIB);
