import { type Block } from '../../../bytes/index.js';
import { ATTRIBUTE, ENTRY, ENTRY_BYTES, LONG_ENTRY_UNITS } from './layout.js';

export interface FatEntry {
  /** The long name where there is one. */
  readonly name: string;
  readonly isDirectory: boolean;
  readonly isLabel: boolean;
  readonly cluster: number;
}

const DELETED = 0xe5;
/** Bits of a reserved byte by which systems in use keep short names in lower case. */
const LOWER = { base: 0x08, extension: 0x10 } as const;

/** The entries of a directory, in order, up to its end mark. */
export function fatEntries(directory: Block): FatEntry[] {
  const entries: FatEntry[] = [];
  let longName = '';
  for (let at = 0; at + ENTRY_BYTES <= directory.length; at += ENTRY_BYTES) {
    const entry = directory.slice(at, ENTRY_BYTES);
    const first = entry.u8(ENTRY.name);
    if (first === 0) break;
    const attributes = entry.u8(ENTRY.attributes);
    if (first === DELETED) longName = '';
    else if ((attributes & 0x3f) === ATTRIBUTE.longName) longName = longPiece(entry) + longName;
    else {
      entries.push({
        name: longName || shortName(entry),
        isDirectory: (attributes & ATTRIBUTE.directory) !== 0,
        isLabel: (attributes & (ATTRIBUTE.label | ATTRIBUTE.directory)) === ATTRIBUTE.label,
        cluster: entry.u16(ENTRY.clusterHigh) * 65536 + entry.u16(ENTRY.cluster),
      });
      longName = '';
    }
  }
  return entries;
}

/** 13 UTF-16 units in three places; padding is 0xFFFF after a zero. */
function longPiece(entry: Block): string {
  const units = LONG_ENTRY_UNITS.map((at) => entry.u16(at));
  const end = units.findIndex((unit) => unit === 0 || unit === 0xffff);
  return String.fromCharCode(...(end < 0 ? units : units.slice(0, end)));
}

function shortName(entry: Block): string {
  const cased = (text: string, lower: number) => (entry.u8(ENTRY.cases) & lower ? text.toLowerCase() : text);
  const base = cased(entry.latin(ENTRY.name, 8).trimEnd(), LOWER.base);
  const extension = cased(entry.latin(ENTRY.extension, 3).trimEnd(), LOWER.extension);
  return extension ? `${base}.${extension}` : base;
}

/** The eleven bytes of a label entry. */
export function labelIn(directory: Block): string | undefined {
  for (let at = 0; at + ENTRY_BYTES <= directory.length && directory.u8(at) !== 0; at += ENTRY_BYTES) {
    const attributes = directory.u8(at + ENTRY.attributes);
    const isLabel = (attributes & (ATTRIBUTE.label | ATTRIBUTE.directory)) === ATTRIBUTE.label;
    if (isLabel && (attributes & 0x3f) !== ATTRIBUTE.longName && directory.u8(at) !== DELETED)
      return directory.latin(at, 11).trimEnd();
  }
  return undefined;
}
