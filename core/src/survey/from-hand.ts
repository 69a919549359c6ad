import { alignUp, parseSize, sectors, sectorsToHold, ALIGNMENT_BYTES } from '../quantity/index.js';
import { mbrType, usualArea, PARTITION_TYPES, typeFor, type TableStyle } from '../table/index.js';
import { isLinuxFiles, VOLUME_KINDS, type VolumeKind } from '../volume/index.js';
import { message, type Phrase } from '../words/index.js';
import { answering, Refused, type SurveyOutcome } from './outcome.js';
import { MOST_PARTITIONS, type SurveyIdentity, type SurveyPartition } from './survey.js';

export interface HandDrawing {
  readonly diskBytes: number;
  readonly sectorBytes: 512 | 4096;
  readonly style: TableStyle | 'none';
  /** One part a line, in disk order: `100MiB efi`, `237 GiB ntfs used 90GiB "Station"`, `20GiB gap`, `rest ext4`. */
  readonly text: string;
}

/** Words for what a part is, beside the file systems' own names, and the type and content they stand for. */
const KIND_WORDS: Readonly<Record<string, { readonly type: string; readonly volume?: VolumeKind }>> = {
  efi: { type: 'EFI system', volume: 'fat' },
  reserved: { type: 'Windows reserved', volume: 'none' },
  windows: { type: 'Basic data', volume: 'ntfs' },
  recovery: { type: 'Windows recovery', volume: 'ntfs' },
  macos: { type: 'APFS', volume: 'apfs' },
  root: { type: 'Linux root', volume: 'ext4' },
  home: { type: 'Linux home', volume: 'ext4' },
  boot: { type: 'Extended boot', volume: 'ext4' },
  swap: { type: 'Linux swap', volume: 'swap' },
  bios: { type: 'BIOS boot', volume: 'none' },
  unknown: { type: 'Basic data', volume: 'unknown' },
};

/** The words a line may name a part by. */
export const HAND_WORDS: readonly string[] = [
  ...Object.keys(KIND_WORDS),
  ...VOLUME_KINDS.filter((k) => !(k in KIND_WORDS) && k !== 'none'),
  'gap',
];

/** The word for a type of the table's entry that holds this content; `undefined` where none is for it alone. */
export function handWordOf(type: string, content: VolumeKind): string | undefined {
  const named = Object.entries(KIND_WORDS).filter(([word, kind]) => kind.type === type && word !== 'unknown');
  const exact = named.find(([, kind]) => (kind.volume ?? 'none') === content);
  return type === 'Basic data' ? undefined : (exact ?? named[0])?.[0];
}

interface Line {
  readonly number: number;
  readonly sizeBytes: number | 'rest';
  readonly word: string;
  readonly label?: string;
  readonly usedBytes?: number;
}

/** A survey from a list of sizes and kinds in disk order. Sizes are rounded up to whole MiB, as partitions are made. */
export function surveyFromHand(drawing: HandDrawing, identity: SurveyIdentity): SurveyOutcome {
  return answering(() => ({ ok: true as const, survey: draw(drawing, identity) }));
}

function draw(drawing: HandDrawing, identity: SurveyIdentity) {
  const { diskBytes, sectorBytes, style } = drawing;
  const sizeSectors = sectors(Math.floor(diskBytes / sectorBytes));
  const area = usualArea(style, sizeSectors, sectorBytes);
  const lines = linesOf(drawing.text);
  if (style === 'none' && lines.length > 0) throw new Refused(message('drawn.no-table'), lines[0]!.number);
  return {
    format: 'rhizotome/survey' as const,
    version: 1 as const,
    ...identity,
    source: { kind: 'hand' as const },
    disk: { sizeSectors, sectorBytes, style, ...area },
    damage: [],
    partitions: style === 'none' ? [] : layOut(lines, style, sectorBytes, area),
  };
}

/** Longer lines are no sizes; each is looked at by patterns whose cost grows faster than its length. */
export const LONGEST_LINE = 400;

/** A label in quotation marks at the end, and the word before it. */
const LABEL = /\s"([^"]*)"$/;
const WORD = /\s([A-Za-z0-9+]+)$/;

function linesOf(text: string): Line[] {
  return text.split(/\r?\n/).flatMap((raw, i): Line[] => {
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) return [];
    return [parseLine(line, i + 1)];
  });
}

function parseLine(line: string, number: number): Line {
  if (line.length > LONGEST_LINE) throw atLine(number, message('drawn.too-long', { most: LONGEST_LINE }));
  const labelled = LABEL.exec(line);
  const { head, ...used } = withoutUse(labelled ? line.slice(0, labelled.index).trimEnd() : line, number);
  const named = WORD.exec(head);
  const word = named?.[1]?.toLowerCase().replace('hfs+', 'hfsplus');
  if (!named || !word) throw atLine(number, message('drawn.nothing-named'));
  if (!HAND_WORDS.includes(word))
    throw atLine(number, message('drawn.word-unknown', { word, known: HAND_WORDS }));
  const label = labelled?.[1] ? { label: labelled[1] } : {};
  const typed = head.slice(0, named.index).trim();
  if (typed.toLowerCase() === 'rest') return { number, sizeBytes: 'rest', word, ...label, ...used };
  const size = parseSize(typed);
  if (!size.ok) throw atLine(number, size.error.says);
  if (size.value === 0) throw atLine(number, message('rows.no-size'));
  return { number, sizeBytes: size.value, word, ...label, ...used };
}

const atLine = (line: number, says: Phrase) => new Refused(message('drawn.line', { line, says }), line);

/** What stands behind “used” is how much is in use. */
function withoutUse(head: string, number: number): { readonly head: string; readonly usedBytes?: number } {
  const at = head.toLowerCase().lastIndexOf(' used ');
  if (at < 0) return { head };
  const size = parseSize(head.slice(at + ' used '.length));
  if (!size.ok) throw atLine(number, size.error.says);
  return { head: head.slice(0, at).trimEnd(), usedBytes: size.value };
}

interface Area {
  readonly firstUsable: number;
  readonly usableEnd: number;
}

function layOut(
  lines: readonly Line[],
  style: TableStyle,
  sectorBytes: number,
  area: Area,
): SurveyPartition[] {
  const step = ALIGNMENT_BYTES / sectorBytes;
  const partitions: SurveyPartition[] = [];
  let at = alignUp(area.firstUsable, step);
  const second = lines.filter((line) => line.sizeBytes === 'rest')[1];
  if (second) throw atLine(second.number, message('drawn.one-rest'));
  const sectorsOf = (sizeBytes: number) => alignUp(sectorsToHold(sizeBytes, sectorBytes), step);
  for (const [i, line] of lines.entries()) {
    const behind =
      line.sizeBytes === 'rest'
        ? lines.slice(i + 1).reduce((sum, { sizeBytes }) => sum + sectorsOf(Number(sizeBytes)), 0)
        : 0;
    const left = area.usableEnd - at - behind;
    const length =
      line.sizeBytes === 'rest'
        ? Math.floor(left / step) * step
        : Math.min(sectorsOf(line.sizeBytes), fits(line.sizeBytes, left, sectorBytes));
    if (length <= 0 || length > left)
      throw atLine(line.number, message('drawn.no-room', { left: Math.max(0, left) * sectorBytes }));
    if (line.usedBytes !== undefined && line.usedBytes > length * sectorBytes)
      throw atLine(line.number, message('drawn.used-beyond'));
    if (line.word !== 'gap') partitions.push(partitionOf(line, partitions.length + 1, at, length, style));
    at += length;
  }
  if (style === 'mbr' && partitions.length > 4)
    throw new Refused(message('drawn.four-primaries'), lines.at(-1)!.number);
  if (partitions.length > MOST_PARTITIONS)
    throw new Refused(message('drawn.too-many', { most: MOST_PARTITIONS }), lines.at(-1)!.number);
  return partitions;
}

/** A part that would only miss the end by its rounding is cut to what is left. */
function fits(sizeBytes: number, left: number, sectorBytes: number): number {
  return sizeBytes <= left * sectorBytes ? left : Number.MAX_SAFE_INTEGER;
}

function partitionOf(
  line: Line,
  number: number,
  start: number,
  length: number,
  style: TableStyle,
): SurveyPartition {
  const known = KIND_WORDS[line.word];
  const kind = known ? known.volume : (line.word as VolumeKind);
  return {
    id: `found-${number}`,
    number,
    start: sectors(start),
    length: sectors(length),
    type: typeCode(known?.type, kind, style),
    ...(kind
      ? {
          volume: {
            kind,
            ...(line.label ? { label: line.label } : {}),
            ...(line.usedBytes === undefined
              ? {}
              : { usedBytes: line.usedBytes, usedEvidence: 'reported' as const }),
          },
        }
      : {}),
  };
}

function typeCode(name: string | undefined, kind: VolumeKind | undefined, style: TableStyle): string {
  const named = PARTITION_TYPES.find((t) => t.name === name);
  if (style === 'gpt' && named?.gpt) return named.gpt;
  const linux = (kind !== undefined && isLinuxFiles(kind)) || named?.family === 'linux';
  const code = kind === 'swap' ? typeFor('swap', style, true) : typeFor('data', style, linux);
  const byte = named?.mbr?.[0];
  return style === 'mbr' && byte !== undefined ? mbrType(byte) : code;
}
