import { BoundedBytes, Window, type ByteSource } from '../bytes/index.js';
import {
  gptSectorBytes,
  readEmptyMbr,
  readTable,
  typeName,
  type TablePartition,
  type TableReading,
} from '../table/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { identifyVolume, isRecognised, type Volume } from '../volume/index.js';
import { keepable } from './keepable.js';
import { refuseNoDisk } from './least-disk.js';
import { answering, refuse, type SurveyOutcome } from './outcome.js';
import { packTableSectors } from './safety-copy.js';
import { MOST_PARTITIONS, type SurveyIdentity, type SurveyPartition, type SurveySource } from './survey.js';
import { message } from '../words/index.js';

export interface DiskReading {
  /** Logical sector size where it is known; else it is looked for. */
  readonly sectorBytes?: number | undefined;
  /** Told as reading goes on: what is being read. */
  readonly onProgress?: ((step: ReadingStep) => void) | undefined;
}

export type ReadingStep =
  | { readonly kind: 'table' }
  | { readonly kind: 'partition'; readonly number: number; readonly done: number; readonly of: number };

/** Partitions managed by LDM: what begins in one may go on in another, so nothing in it is taken for a volume of its own. */
const LDM_TYPES = ['LDM metadata', 'LDM data'];

/**
 * A survey of a disk by its own bytes: table, partitions, and what each holds. Refused when there is neither a table
 * nor a file system nor emptiness; damage is no refusal but told in the survey. Bad bytes never throw.
 */
export function surveyFromDisk(
  source: ByteSource,
  from: SurveySource,
  identity: SurveyIdentity,
  reading: DiskReading = {},
): SurveyOutcome {
  return answering(() => {
    refuseNoDisk(source.sizeBytes);
    return readFrom(source, from, identity, reading);
  });
}

function readFrom(
  source: ByteSource,
  from: SurveySource,
  identity: SurveyIdentity,
  reading: DiskReading,
): SurveyOutcome {
  reading.onProgress?.({ kind: 'table' });
  const { table, bare } = tableAndBare(source, reading.sectorBytes ?? sectorBytesOf(source));
  if (table.partitions.length > MOST_PARTITIONS)
    return refuse(message('disk.too-many', { listed: table.partitions.length, most: MOST_PARTITIONS }));
  if (bare?.kind === 'unknown') return refuse(message('disk.nothing-known'));
  const bounded = boundedFor(source);
  const partitions = table.partitions.map((p, i) => {
    reading.onProgress?.({ kind: 'partition', number: p.number, done: i, of: table.partitions.length });
    return surveyPartition(p, volumeIn(bounded, p, table));
  });
  const safetyCopy = table.style === 'none' ? undefined : packTableSectors(source, table);
  return keepable({
    format: 'rhizotome/survey',
    version: 1,
    ...identity,
    source: from,
    disk: {
      sizeSectors: table.diskSectors,
      sectorBytes: table.sectorBytes,
      style: table.style,
      ...(table.tableId === undefined ? {} : { tableId: table.tableId }),
      firstUsable: table.firstUsable,
      usableEnd: table.usableEnd,
      ...(table.style !== 'none' && hasBootCode(source) ? { bootCode: true } : {}),
      ...(bare && bare.kind !== 'none' ? { bareVolume: bare } : {}),
    },
    damage: table.damage,
    partitions,
    ...(table.containers.length > 0 ? { containers: table.containers } : {}),
    ...(safetyCopy === undefined ? {} : { safetyCopy }),
  });
}

/** Bytes of the first sector before the disk signature: code, where a loader for BIOS was written (UEFI 2.10, table 5.1). */
const BOOT_CODE_BYTES = 440;

const hasBootCode = (source: ByteSource): boolean =>
  source.read(0, BOOT_CODE_BYTES)?.some((byte) => byte !== 0) ?? false;

/** Maps of large volumes take some hundred MiB; no sound disk takes many times what it holds. */
const LEAST_BOUND_BYTES = 256 * MIB;
const MOST_BOUND_BYTES = 64 * GIB;

function boundedFor(source: ByteSource): BoundedBytes {
  const held = source.heldBytes ?? source.sizeBytes;
  return new BoundedBytes(source, Math.min(LEAST_BOUND_BYTES + 8 * held, MOST_BOUND_BYTES));
}

/** The table, and for a disk without one the volume that may cover it whole. */
function tableAndBare(
  source: ByteSource,
  sectorBytes: number,
): { table: TableReading; bare?: Volume | undefined } {
  const table = readTable(source, sectorBytes);
  if (table.style !== 'none') return { table };
  const bare = identifyVolume(boundedFor(source));
  const empty = bare?.kind === 'unknown' ? readEmptyMbr(source, sectorBytes) : undefined;
  return empty ? { table: empty } : { table, bare };
}

/** A GPT tells its sector size by where it stands. An MBR does not: there the volumes are looked for in both places. */
function sectorBytesOf(source: ByteSource): number {
  const told = gptSectorBytes(source);
  if (told !== undefined) return told;
  const small = readTable(source, 512);
  if (small.style !== 'mbr' || volumesSeen(source, small) > 0) return 512;
  return volumesSeen(source, readTable(source, 4096)) > 0 ? 4096 : 512;
}

function volumesSeen(source: ByteSource, table: TableReading): number {
  const sound = (p: TablePartition) => p.start + p.length <= table.diskSectors;
  return table.partitions.filter((p) => sound(p) && isRecognised(windowOn(source, p, table.sectorBytes)))
    .length;
}

function windowOn(source: ByteSource, p: TablePartition, sectorBytes: number): Window {
  const start = p.start * sectorBytes;
  const size = Math.min(p.length * sectorBytes, Math.max(0, source.sizeBytes - start));
  return new Window(source, start, size);
}

/** What nothing could be read of any more is not known, rather than of no known kind. */
function volumeIn(source: BoundedBytes, p: TablePartition, table: TableReading): Volume | undefined {
  if (LDM_TYPES.includes(typeName(p.type))) return { kind: 'ldm' };
  const window = windowOn(source, p, table.sectorBytes);
  if (window.sizeBytes < 512 || source.spent) return undefined;
  const volume = identifyVolume(window);
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- reading the volume spends it
  return source.spent && volume?.unread === undefined ? undefined : volume;
}

function surveyPartition(partition: TablePartition, volume: Volume | undefined): SurveyPartition {
  const { name, ...rest } = partition;
  return {
    id: `found-${partition.number}`,
    ...rest,
    ...(name ? { name } : {}),
    ...(volume ? { volume } : {}),
  };
}
