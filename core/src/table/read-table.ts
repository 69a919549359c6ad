import type { ByteSource } from '../bytes/index.js';
import { sectors, type Sectors } from '../quantity/index.js';
import type { Damage } from './damage.js';
import { decodeGptCopy, hasGptSignature, type GptCopy } from './gpt/decode.js';
import { usableArea, type Gpt } from './gpt/gpt.js';
import { readChain, type Chain } from './mbr/chain.js';
import { decodeMbr, isExtended, looksLikeBootSector, type Mbr, type MbrSlot } from './mbr/decode.js';
import { MBR, MOST_SECTORS, TYPE_PROTECTIVE } from './mbr/layout.js';

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
  readonly logical?: boolean;
  /** Sector of the record that lists a logical partition. */
  readonly ebrAt?: Sectors;
}

/** An extended container whose chain was read. It holds logical partitions and is none itself. */
export interface TableContainer {
  readonly number: number;
  readonly start: Sectors;
  readonly length: Sectors;
  readonly type: string;
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
  readonly containers: readonly TableContainer[];
  readonly damage: readonly Damage[];
}

/** Sector size told by where a GPT header stands; `undefined` where there is none to tell. */
export function gptSectorBytes(source: ByteSource): number | undefined {
  return SECTOR_SIZES.find((size) => {
    const ends = [source.read(size, size), source.read(source.sizeBytes - size, size)];
    return ends.some((sector) => sector && hasGptSignature(sector));
  });
}

/** The same, and 512 where there is no GPT. */
export function detectSectorBytes(source: ByteSource): number {
  return gptSectorBytes(source) ?? 512;
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

  const sound = primary.ok || backup.ok ? choose(source, primary, backup, disk) : undefined;
  // A GPT counts only behind a protective MBR (UEFI 2.10 §5.2.3, §5.3.2): an MBR that lists partitions itself is in force.
  if (mbr && !protective && isTable(mbr, first)) {
    const leftOver: Damage[] = sound ? [{ id: 'gpt-left-over', entries: sound.copy.gpt.entries.length }] : [];
    return mbrReading(source, mbr, disk, leftOver);
  }
  if (sound) {
    const { copy, damage } = sound;
    return gptReading(copy.gpt, [...damage, ...judgeProtective(mbr, diskSectors)], disk);
  }
  if (protective && !primary.ok && !backup.ok) {
    const broken: Damage = { id: 'both-broken', primary: primary.fault, backup: backup.fault };
    return emptyReading('gpt', [broken], disk);
  }
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
  return finish(
    { style: 'gpt', tableId: gpt.diskGuid, firstUsable, usableEnd, partitions, containers: [], ...disk },
    damage,
  );
}

/** A slot that begins at sector 0 covers the table itself: a file system without a table may carry such a one. */
function isTable(mbr: Mbr, sector: Uint8Array): boolean {
  return mbr.slots.length > 0 && !looksLikeBootSector(sector) && mbr.slots.every((slot) => slot.start > 0);
}

/**
 * An MBR that lists nothing: signed, with a disk signature and four empty slots. Only where no file system explains the
 * sector, which the caller knows.
 */
export function readEmptyMbr(source: ByteSource, sectorBytes: number): TableReading | undefined {
  const first = source.read(0, 512);
  const mbr = first && decodeMbr(first);
  if (!mbr || mbr.slots.length > 0 || mbr.diskSignature === '00000000') return undefined;
  const slots = first.subarray(MBR.entries.at, MBR.signature.at);
  if (slots.some((byte) => byte !== 0)) return undefined;
  return mbrReading(source, mbr, {
    sectorBytes,
    diskSectors: sectors(Math.floor(source.sizeBytes / sectorBytes)),
  });
}

function mbrReading(source: ByteSource, mbr: Mbr, disk: Disk, beside: readonly Damage[] = []): TableReading {
  const containers = mbr.slots.filter(isExtended);
  const chains = readChains(source, containers, disk.sectorBytes);
  const unread = (slot: MbrSlot) => notReadAtAll(chains.get(slot));
  const partitions = [
    ...mbr.slots.filter((slot) => !isExtended(slot) || unread(slot)).map((slot) => mbrPartition(mbr, slot)),
    ...[...chains.values()].flatMap(({ logicals }) =>
      logicals.map((l) => ({ ...mbrPartition(mbr, l), logical: true, ebrAt: l.ebrAt })),
    ),
  ];
  const { firstUsable, usableEnd } = mbrUsableArea(disk.diskSectors);
  const reading = { style: 'mbr' as const, tableId: mbr.diskSignature, firstUsable, usableEnd, ...disk };
  const read = containers.filter((slot) => !unread(slot));
  return finish(
    { ...reading, partitions, containers: read.map((c) => ({ ...spanOf(c), type: mbrType(c.type) })) },
    [
      ...beside,
      ...containers.flatMap((slot) => chainDamage(slot, chains.get(slot)!)),
      ...judgeContainers(containers),
    ],
  );
}

function readChains(
  source: ByteSource,
  containers: readonly MbrSlot[],
  sectorBytes: number,
): Map<MbrSlot, Chain> {
  const chains = new Map<MbrSlot, Chain>();
  let number = FIRST_LOGICAL;
  for (const slot of containers) {
    const chain = readChain(source, slot, sectorBytes, number);
    chains.set(slot, chain);
    number += chain.logicals.length;
  }
  return chains;
}

const FIRST_LOGICAL = 5;

/** A capture does not hold the first record of a container further in: then the container stands for what it holds. */
function notReadAtAll(chain: Chain | undefined): boolean {
  return chain?.logicals.length === 0 && chain.faults[0]?.code === 'not-read';
}

function spanOf({ number, start, length }: MbrSlot) {
  return { number, start, length };
}

function mbrPartition(mbr: Mbr, slot: MbrSlot) {
  return {
    ...spanOf(slot),
    type: mbrType(slot.type),
    uuid: `${mbr.diskSignature}-${slot.number.toString(16).padStart(2, '0')}`,
    active: slot.active,
  };
}

function chainDamage(slot: MbrSlot, chain: Chain): Damage[] {
  if (notReadAtAll(chain)) return [{ id: 'logicals-not-read', number: slot.number }];
  const end = slot.start + slot.length;
  return [
    ...chain.faults.map((fault): Damage => ({ id: 'chain-broken', number: slot.number, fault })),
    ...chain.logicals
      .filter((l) => l.start < slot.start || l.start + l.length > end)
      .map((l): Damage => ({ id: 'logical-outside', number: l.number, container: slot.number })),
  ];
}

function judgeContainers(containers: readonly MbrSlot[]): Damage[] {
  const [one, other] = containers;
  return one && other ? [{ id: 'two-containers', numbers: [one.number, other.number] }] : [];
}

/** From the sector after the MBR to the end of the disk or of 32-bit addressing, whichever comes first. */
export function mbrUsableArea(diskSectors: number): { firstUsable: Sectors; usableEnd: Sectors } {
  return { firstUsable: sectors(1), usableEnd: sectors(Math.min(diskSectors, 2 ** 32)) };
}

/** Where partitions can lie on a disk with a table of the style and usual size. */
export function usualArea(
  style: TableStyle | 'none',
  diskSectors: Sectors,
  sectorBytes: number,
): { firstUsable: Sectors; usableEnd: Sectors } {
  if (style === 'none') return { firstUsable: sectors(0), usableEnd: diskSectors };
  if (style === 'mbr') return mbrUsableArea(diskSectors);
  const { first, end } = usableArea(diskSectors, sectorBytes);
  return { firstUsable: first, usableEnd: end };
}

/** An MBR type byte as types are written here: `0x07`. */
export function mbrType(byte: number): string {
  return `0x${byte.toString(16).padStart(2, '0')}`;
}

function emptyReading(style: TableStyle | 'none', damage: readonly Damage[], disk: Disk): TableReading {
  return {
    style,
    firstUsable: sectors(0),
    usableEnd: disk.diskSectors,
    partitions: [],
    containers: [],
    damage,
    ...disk,
  };
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
  for (const c of reading.containers)
    for (const p of partitions)
      if (!p.logical && p.start < c.start + c.length && c.start < p.start + p.length)
        overlaps.push({ id: 'overlap', numbers: [c.number, p.number] });
  return { ...reading, partitions, damage: [...damage, ...outside, ...overlaps] };
}
