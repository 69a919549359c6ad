import {
  ALIGNMENT_BYTES,
  alignUp,
  GB,
  GIB,
  KB,
  KIB,
  MB,
  MIB,
  parseSize,
  TB,
  TIB,
  type ExpressionSays,
} from '../quantity/index.js';
import { typeName } from '../table/index.js';
import { message, type Message } from '../words/index.js';
import { HAND_WORDS, handWordOf, LONGEST_LINE } from './from-hand.js';
import { gapsOf } from './gaps.js';
import type { Survey, SurveyPartition } from './survey.js';

/** A part as it is drawn: a size as typed or printed somewhere, what it is, and its label. */
export interface HandRow {
  readonly size: string;
  readonly word: string;
  readonly label: string;
  /** How much of it is in use, as printed; empty where that is not known. */
  readonly used: string;
}

/** Words that other places print for what is known here by another. */
const SYNONYMS: Readonly<Record<string, string>> = {
  vfat: 'fat',
  fat32: 'fat',
  fat16: 'fat',
  msr: 'reserved',
  esp: 'efi',
  'hfs+': 'hfsplus',
  free: 'gap',
  unallocated: 'gap',
  unpartitioned: 'gap',
  crypto_luks: 'luks',
  lvm2_member: 'lvm',
};
const USED =
  /(?:used:?\s+(\d+(?:[.,]\d+)?\s*(?:[KMGT]i?B?|B)(?![A-Za-z0-9])))|(\d+(?:[.,]\d+)?\s*(?:[KMGT]i?B?|B)(?=\s+used\b))/i;
/** No EFI system partition in use is larger; small data volumes are. */
const MOST_EFI_BYTES = 2 * GIB;
const PRINTED = /(\d+(?:[.,]\d+)?)\s*(bytes|[KMGT](?:i?B)?|B)(?![A-Za-z0-9])/i;

/**
 * Rows from any text that has a size in each line, as copied from wherever: the first size counts, known words tell
 * what it is, what stands in quotation marks is the label, and a size beside “used” is what is in use. Lines without a
 * size are left out. A small FAT at the beginning, with Windows behind it, is taken for its EFI system partition.
 */
export function handRowsIn(text: string): HandRow[] {
  const rows = text.split(/\r?\n/).flatMap((whole): HandRow[] => {
    const full = whole.slice(0, LONGEST_LINE);
    const inUse = USED.exec(full);
    const line = inUse ? full.replace(inUse[0], ' ').replace(/\bused\b/i, ' ') : full;
    const size = /^\s*rest\b/i.test(line) ? 'rest' : PRINTED.exec(line)?.[0];
    if (!size || line.trim().startsWith('#')) return [];
    const label = /"([^"]*)"|“([^”]*)”/.exec(line);
    const words = line
      .replace(size, ' ')
      .replace(/"[^"]*"|“[^”]*”/g, ' ')
      .toLowerCase();
    const known = (words.match(/[a-z0-9_+]+/g) ?? [])
      .map((w) => SYNONYMS[w] ?? w)
      .find((w) => HAND_WORDS.includes(w));
    return [
      {
        size: size.trim(),
        word: known ?? 'unknown',
        label: label?.[1] ?? label?.[2] ?? '',
        used: (inUse?.[1] ?? inUse?.[2] ?? '').trim(),
      },
    ];
  });
  return withEfi(rows);
}

function withEfi(rows: readonly HandRow[]): HandRow[] {
  const [first, ...others] = rows;
  const windows = others.some(({ word }) => ['ntfs', 'windows', 'reserved', 'recovery'].includes(word));
  const small = first && meaningOf(first.size, 'binary').likely <= MOST_EFI_BYTES;
  const told = rows.some(({ word }) => word === 'efi');
  return first?.word === 'fat' && windows && small && !told
    ? [{ ...first, word: 'efi' }, ...others]
    : [...rows];
}

/** The rows that draw a disk as it was read, its gaps between them: to be corrected by hand. */
export function handRowsOf(survey: Survey): HandRow[] {
  const { sectorBytes } = survey.disk;
  const size = (length: number) => `${Math.round((length * sectorBytes) / MIB)}MiB`;
  const drawn = [
    ...survey.partitions.map((p) => ({ start: p.start, row: { ...rowOf(p), size: size(p.length) } })),
    ...gapsOf(survey, MIB)
      .filter((gap) => gap.length * sectorBytes >= 2 * MIB)
      .map((gap) => ({
        start: gap.start,
        row: { size: size(gap.length), word: 'gap', label: '', used: '' },
      })),
  ];
  return drawn.sort((a, b) => a.start - b.start).map(({ row }) => row);
}

function rowOf({ type, volume }: SurveyPartition): Omit<HandRow, 'size'> {
  const kind = volume?.kind ?? 'unknown';
  const byType = type === undefined ? undefined : handWordOf(typeName(type), kind);
  const used = volume?.usedBytes;
  return {
    word: byType ?? (HAND_WORDS.includes(kind) ? kind : 'unknown'),
    label: volume?.label ?? '',
    used: used === undefined ? '' : `${Math.ceil(used / MIB)}MiB`,
  };
}

/** What a printed size can mean: least and most, in bytes, and the likeliest. */
interface Meaning {
  readonly least: number;
  readonly likely: number;
  readonly most: number;
}

type Family = 'binary' | 'decimal';

/** A row with the size it gets, and by how much that differs from what was printed. */
export interface SettledRow extends HandRow {
  readonly bytes: number;
  readonly adjustedBytes: number;
  /** In the units in which the sizes are read; absent where it is not known. */
  readonly usedBytes?: number;
}

type RowSays = ExpressionSays | Message<`rows.${'no-size' | 'one-rest' | 'no-room'}`>;

export type Settled =
  | {
      readonly ok: true;
      readonly rows: readonly SettledRow[];
      /** How sizes written GB or MB were read, where the column had such. */
      readonly family: Family | null;
      /** Room that is left behind the last row. */
      readonly leftBytes: number;
    }
  | { readonly ok: false; readonly row: number; readonly says: RowSays };

const UNITS: Readonly<Record<Family, Readonly<Record<string, number>>>> = {
  binary: { B: 1, K: KIB, M: MIB, G: GIB, T: TIB },
  decimal: { B: 1, K: KB, M: MB, G: GB, T: TB },
};

/**
 * Gives every row a whole number of MiB so that the rows lie within `roomBytes`, and fill it where their rounding
 * allows that. A size with decimals, or written GB or MB, was rounded where it was printed and may mean anything
 * within one step of its last digit; one in whole MiB or GiB is exact. GB may have been meant as GiB: the column is
 * read in the family in which it fits the disk.
 */
export function settleRows(rows: readonly HandRow[], roomBytes: number): Settled {
  const room = Math.floor(roomBytes / ALIGNMENT_BYTES) * ALIGNMENT_BYTES;
  for (const [row, { size, used }] of rows.entries()) {
    const wrong = whyWrong(size) ?? whyWrongUse(used);
    if (wrong) return { ok: false, row, says: wrong };
  }
  const rest = rows.findIndex((r) => isRest(r.size));
  const second = rows.findLastIndex((r) => isRest(r.size));
  if (second !== rest) return { ok: false, row: second, says: message('rows.one-rest') };
  const loose = rows.some((r) => isLoose(r.size));
  const families: Family[] = loose ? ['binary', 'decimal'] : ['binary'];
  const readings = families.map((family) => ({
    family,
    meanings: rows.map((r) => meaningOf(r.size, family)),
  }));
  const fitting =
    readings.find(({ meanings }) => fills(meanings, room)) ??
    readings.filter(({ meanings }) => sum(meanings, 'least') <= room)[0];
  if (!fitting) {
    const { meanings } = readings.at(-1)!;
    return {
      ok: false,
      row: rows.length - 1,
      says: message('rows.no-room', { least: sum(meanings, 'least'), room }),
    };
  }
  const sizes = settle(fitting.meanings, room);
  const taken = sizes.reduce((a, b) => a + b, 0);
  return {
    ok: true,
    family: loose ? fitting.family : null,
    leftBytes: rest >= 0 ? 0 : room - taken,
    rows: rows.map((row, i) => {
      const bytes = i === rest ? room - taken : sizes[i]!;
      return {
        ...row,
        bytes,
        adjustedBytes: i === rest ? 0 : bytes - fitting.meanings[i]!.likely,
        ...(row.used === '' ? {} : { usedBytes: usedBytesOf(row.used, fitting.family) }),
      };
    }),
  };
}

const isRest = (size: string) => size.trim().toLowerCase() === 'rest';

function whyWrongUse(used: string): RowSays | undefined {
  if (used === '' || printedSize(used)) return undefined;
  const typed = parseSize(used);
  return typed.ok ? undefined : typed.error.says;
}

function usedBytesOf(used: string, family: Family): number {
  const printed = printedSize(used);
  return printed ? Math.ceil(printed.value * factorOf(printed.unit, family)) : typedBytes(used);
}

function factorOf(unit: string, family: Family): number {
  const letter = unit === 'bytes' ? 'B' : unit[0]!.toUpperCase();
  return UNITS[/^[KMGT]i/i.test(unit) ? 'binary' : family][letter]!;
}

function whyWrong(size: string): RowSays | undefined {
  if (isRest(size)) return undefined;
  const printed = printedSize(size);
  if (printed) return printed.value > 0 ? undefined : NO_SIZE;
  const typed = parseSize(size);
  if (!typed.ok) return typed.error.says;
  return typed.value === 0 ? NO_SIZE : undefined;
}

const NO_SIZE = message('rows.no-size');

/** A size that is one figure and its unit, as it is printed; anything more is an expression that was typed. */
function printedSize(size: string): { value: number; decimals: number; unit: string } | undefined {
  const [whole, digits, unit] = PRINTED.exec(size) ?? [];
  if (whole !== size.trim() || digits === undefined || unit === undefined) return undefined;
  const decimals = /[.,](\d+)$/.exec(digits)?.[1]?.length ?? 0;
  return { value: Number(digits.replace(',', '.')), decimals, unit };
}

/** Written in units that may be of either family. */
function isLoose(size: string): boolean {
  return /^[KMGT]B?$/i.test(printedSize(size)?.unit ?? '');
}

function meaningOf(size: string, family: Family): Meaning {
  if (isRest(size)) return { least: 0, likely: 0, most: 0 };
  const printed = printedSize(size);
  if (!printed) return exactly(typedBytes(size));
  const { value, decimals, unit } = printed;
  const isBinary = /^[KMGT]i/i.test(unit);
  const factor = factorOf(unit, family);
  if (factor === 1 || (isBinary && decimals === 0)) return exactly(value * factor);
  const step = factor / 10 ** decimals;
  const likely = Math.max(ALIGNMENT_BYTES, Math.round((value * factor) / ALIGNMENT_BYTES) * ALIGNMENT_BYTES);
  return {
    least: Math.max(ALIGNMENT_BYTES, down(value * factor - step)),
    likely,
    most: alignUp(value * factor + step, ALIGNMENT_BYTES),
  };
}

function typedBytes(size: string): number {
  const outcome = parseSize(size);
  return outcome.ok ? outcome.value : 0;
}

const down = (n: number) => Math.floor(n / ALIGNMENT_BYTES) * ALIGNMENT_BYTES;

function exactly(bytes: number): Meaning {
  const whole = alignUp(bytes, ALIGNMENT_BYTES);
  return { least: whole, likely: whole, most: whole };
}

function sum(meanings: readonly Meaning[], key: keyof Meaning): number {
  return meanings.reduce((total, m) => total + m[key], 0);
}

function fills(meanings: readonly Meaning[], room: number): boolean {
  return sum(meanings, 'least') <= room && room <= sum(meanings, 'most');
}

/** Likely sizes, stretched or cut within what they can mean: to fill the room where they can, else to fit into it. */
function settle(meanings: readonly Meaning[], room: number): number[] {
  const sizes = meanings.map((m) => m.likely);
  let over = sum(meanings, 'likely') - room;
  if (over < 0 && !fills(meanings, room)) return sizes;
  // The largest parts were rounded most, so they take the difference first.
  const order = meanings.map((_, i) => i).sort((a, b) => meanings[b]!.likely - meanings[a]!.likely);
  for (const i of order) {
    const { least, most } = meanings[i]!;
    const change = over > 0 ? -Math.min(over, sizes[i]! - least) : Math.min(-over, most - sizes[i]!);
    sizes[i]! += change;
    over += change;
  }
  return sizes;
}

/** A row of which nothing is entered. */
export const EMPTY_ROW: HandRow = { size: '', word: 'unknown', label: '', used: '' };

/**
 * The rows with one of them parted in two whole MiB; the second is of unknown content. `bytes`: how large the row comes out;
 * without it the first keeps what was typed.
 */
export function splitRow(rows: readonly HandRow[], at: number, bytes: number | undefined): HandRow[] {
  return rows.flatMap((row, i) => {
    if (i !== at) return [row];
    if (bytes === undefined) return [row, EMPTY_ROW];
    const half = bytes / MIB / 2;
    return [
      { ...row, size: `${Math.ceil(half)}MiB` },
      { ...EMPTY_ROW, size: `${Math.floor(half)}MiB` },
    ];
  });
}
