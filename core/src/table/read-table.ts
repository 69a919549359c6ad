import type { ByteSource } from '../bytes/index.js';
import { sectors, type Sectors } from '../quantity/index.js';
import type { Damage } from './damage.js';
import { decodeGptCopy, hasGptSignature, type GptCopy } from './gpt/decode.js';
import type { Gpt } from './gpt/gpt.js';
import { decodeMbr, isExtended, looksLikeBootSector, type Mbr } from './mbr/decode.js';
import { MOST_SECTORS, TYPE_PROTECTIVE } from './mbr/layout.js';

/** Logical sector sizes of disks, in bytes; looked for in this order. */
export const SECTOR_SIZES = [512, 4096] as const;

export type TableStyle = 'gpt' | 'mbr';

/** A partition as its table lists it. `type` is a lower-case GUID, or an MBR byte such as `0x07`. */
export interface TablePartition {
  readonly number: number;
  readonly start: Sectors;
  readonly length: Sectors;
  readonly type: string;
  readonly uuid?: string;
  readonly name?: string;
  readonly attributes?: string;
  readonly active?: boolean;
}

export interface TableReading {
  readonly style: TableStyle | 'none';
  readonly sectorBytes: number;
  readonly diskSectors: Sectors;
  /** Disk GUID, or the MBR's disk signature in hex. */
  readonly tableId?: string;
  readonly firstUsable: Sectors;
  readonly usableEnd: Sectors;
  /** In disk order. */
  readonly partitions: readonly TablePartition[];
  readonly damage: readonly Damage[];
}

/** Sector size told by where a GPT header stands, 512 when there is none to tell. */
export function detectSectorBytes(source: ByteSource): number {
  const found = SECTOR_SIZES.find((size) => {
    const ends = [source.read(size, size), source.read(source.sizeBytes - size, size)];
    return ends.some((sector) => sector && hasGptSignature(sector));
  });
  return found ?? 512;
}

/** The partition table of a disk: what can be trusted, and what is damaged. Never throws for bad bytes. */
export function readTable(source: ByteSource, sectorBytes = detectSectorBytes(source)): TableReading {
  const diskSectors = sectors(Math.floor(source.sizeBytes / sectorBytes));
  const first = source.read(0, 512);
  const mbr = first && decodeMbr(first);
  const primary = decodeGptCopy(source, 1, sectorBytes);
  const backup = decodeGptCopy(source, diskSectors - 1, sectorBytes);
  const protective = mbr?.slots.find((slot) => slot.type === TYPE_PROTECTIVE);
  const disk = { sectorBytes, diskSectors };

  if (primary.ok || backup.ok) {
    const { copy, damage } = choose(source, primary, backup, disk);
    return gptReading(copy.gpt, [...damage, ...judgeProtective(mbr, diskSectors)], disk);
  }
  if (protective) {
    const broken: Damage = { id: 'both-broken', primary: primary.fault, backup: backup.fault };
    return emptyReading('gpt', [broken], disk);
  }
  if (mbr && mbr.slots.length > 0 && !looksLikeBootSector(first)) return mbrReading(mbr, disk);
  return emptyReading('none', [], disk);
}

interface Disk {
  readonly sectorBytes: number;
  readonly diskSectors: Sectors;
}

type Outcome = ReturnType<typeof decodeGptCopy>;

function choose(
  source: ByteSource,
  primary: Outcome,
  backup: Outcome,
  disk: Disk,
): { copy: GptCopy; damage: Damage[] } {
  const lastLba = disk.diskSectors - 1;
  if (!primary.ok) {
    if (!backup.ok) throw new Error('choose() wants a sound copy');
    return { copy: backup.copy, damage: [{ id: 'primary-broken', fault: primary.fault }] };
  }
  const { copy } = primary;
  if (copy.alternateLba !== lastLba && copy.alternateLba < lastLba) {
    const elsewhere = decodeGptCopy(source, copy.alternateLba, disk.sectorBytes);
    const unread = !elsewhere.ok && elsewhere.fault.code === 'not-read';
    if (elsewhere.ok || (unread && !backup.ok))
      return { copy, damage: [{ id: 'backup-not-at-end', atLba: copy.alternateLba, lastLba }] };
  }
  if (!backup.ok) return { copy, damage: [{ id: 'backup-broken', fault: backup.fault }] };
  return { copy, damage: sameContent(copy.gpt, backup.copy.gpt) ? [] : [{ id: 'copies-differ' }] };
}

function sameContent(a: Gpt, b: Gpt): boolean {
  return a.diskGuid === b.diskGuid && JSON.stringify(a.entries) === JSON.stringify(b.entries);
}

function judgeProtective(mbr: Mbr | undefined, diskSectors: number): Damage[] {
  const protective = mbr?.slots.find((slot) => slot.type === TYPE_PROTECTIVE);
  if (!mbr || !protective) return [{ id: 'protective-missing' }];
  const others = mbr.slots.length - 1;
  if (others > 0) return [{ id: 'hybrid', slots: others }];
  const wanted = Math.min(diskSectors - 1, MOST_SECTORS);
  // UEFI 2.10 §5.2.3 allows 0xFFFFFFFF only beyond 2 TiB; writers that always use it do no harm.
  if (protective.length >= wanted) return [];
  return [{ id: 'protective-short', coversSectors: protective.length + 1, diskSectors }];
}

function gptReading(gpt: Gpt, damage: readonly Damage[], disk: Disk): TableReading {
  const partitions = gpt.entries.map(({ typeGuid, uniqueGuid, ...entry }) => ({
    ...entry,
    type: typeGuid,
    uuid: uniqueGuid,
  }));
  const { firstUsable, usableEnd } = gpt;
  return finish({ style: 'gpt', tableId: gpt.diskGuid, firstUsable, usableEnd, partitions, ...disk }, damage);
}

function mbrReading(mbr: Mbr, disk: Disk): TableReading {
  const partitions = mbr.slots.map((slot) => ({
    number: slot.number,
    start: slot.start,
    length: slot.length,
    type: mbrType(slot.type),
    uuid: `${mbr.diskSignature}-${String(slot.number).padStart(2, '0')}`,
    active: slot.active,
  }));
  const unread = mbr.slots
    .filter(isExtended)
    .map((slot): Damage => ({ id: 'logicals-not-read', number: slot.number }));
  const { firstUsable, usableEnd } = mbrUsableArea(disk.diskSectors);
  return finish(
    { style: 'mbr', tableId: mbr.diskSignature, firstUsable, usableEnd, partitions, ...disk },
    unread,
  );
}

/** From the sector after the MBR to the end of the disk or of 32-bit addressing, whichever comes first. */
export function mbrUsableArea(diskSectors: number): { firstUsable: Sectors; usableEnd: Sectors } {
  return { firstUsable: sectors(1), usableEnd: sectors(Math.min(diskSectors, 2 ** 32)) };
}

/** An MBR type byte as types are written here: `0x07`. */
export function mbrType(byte: number): string {
  return `0x${byte.toString(16).padStart(2, '0')}`;
}

function emptyReading(style: TableStyle | 'none', damage: readonly Damage[], disk: Disk): TableReading {
  return { style, firstUsable: sectors(0), usableEnd: disk.diskSectors, partitions: [], damage, ...disk };
}

/** Sorts, and judges the spans. A partition beyond the disk's end, or over another, is reported and kept as listed. */
function finish(reading: Omit<TableReading, 'damage'>, damage: readonly Damage[]): TableReading {
  const partitions = [...reading.partitions].sort((a, b) => a.start - b.start || a.number - b.number);
  const outside = partitions
    .filter((p) => p.start < reading.firstUsable || p.start + p.length > reading.usableEnd)
    .map((p): Damage => ({ id: 'out-of-range', number: p.number }));
  const overlaps: Damage[] = [];
  let furthest: TablePartition | undefined;
  for (const p of partitions) {
    if (furthest && furthest.start + furthest.length > p.start)
      overlaps.push({ id: 'overlap', numbers: [furthest.number, p.number] });
    if (!furthest || p.start + p.length > furthest.start + furthest.length) furthest = p;
  }
  return { ...reading, partitions, damage: [...damage, ...outside, ...overlaps] };
}
