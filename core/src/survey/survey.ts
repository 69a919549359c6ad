import { z } from 'zod';
import { sectors, type Sectors } from '../quantity/index.js';
import type { Damage, TableStyle } from '../table/index.js';
import { VOLUME_KINDS, type VolumeKind } from '../volume/index.js';

export type SurveyPartitionId = string;

/** What was read of the content of a partition. What is absent was not read; nothing is assumed. */
export interface SurveyVolume {
  readonly kind: VolumeKind;
  readonly label?: string | undefined;
  readonly uuid?: string | undefined;
  readonly sizeBytes?: number | undefined;
  /** As reported by the running system that had it mounted. */
  readonly usedBytes?: number | undefined;
  readonly mountPoint?: string | undefined;
  /** Encrypted by the system that owns it. */
  readonly encrypted?: boolean | undefined;
}

/** The span is `[start, start + length)` in logical sectors. `type` is a lower-case GUID or `0x07`. */
export interface SurveyPartition {
  readonly id: SurveyPartitionId;
  readonly number: number;
  readonly start: Sectors;
  readonly length: Sectors;
  readonly type?: string | undefined;
  readonly uuid?: string | undefined;
  readonly name?: string | undefined;
  readonly attributes?: string | undefined;
  readonly active?: boolean | undefined;
  /** Inside an extended container. */
  readonly logical?: boolean | undefined;
  readonly volume?: SurveyVolume | undefined;
}

export interface SurveyDisk {
  readonly sizeSectors: Sectors;
  readonly sectorBytes: number;
  readonly style: TableStyle | 'none';
  readonly tableId?: string | undefined;
  readonly firstUsable: Sectors;
  /** First sector after the usable area. */
  readonly usableEnd: Sectors;
  /** Linux device path, where the source told it. */
  readonly device?: string | undefined;
}

/** How the survey was made, for its reader. */
export interface SurveySource {
  readonly kind: 'capture' | 'lsblk' | 'hand';
  readonly files?: readonly string[] | undefined;
}

/** One reading of a disk at a moment. Immutable: a re-reading is a new survey. */
export interface Survey {
  readonly format: 'rhizotome/survey';
  readonly version: 1;
  readonly id: string;
  /** ISO 8601, UTC. */
  readonly takenAt: string;
  readonly source: SurveySource;
  readonly disk: SurveyDisk;
  readonly damage: readonly Damage[];
  /** In disk order, at most `MOST_PARTITIONS`. */
  readonly partitions: readonly SurveyPartition[];
}

/** Twice what a GPT of usual size holds; beyond it a survey is refused. */
export const MOST_PARTITIONS = 256;

export interface SurveyIdentity {
  readonly id: string;
  readonly takenAt: string;
}

const sectorCount = z
  .int()
  .nonnegative()
  .transform((n) => sectors(n));
const text = (most: number) => z.string().max(most);

const copyFault = z.discriminatedUnion('code', [
  z.strictObject({ code: z.literal('not-read') }),
  z.strictObject({ code: z.literal('no-signature') }),
  z.strictObject({ code: z.literal('header-crc'), stored: z.number(), computed: z.number() }),
  z.strictObject({ code: z.literal('header-nonsense'), field: text(60), value: text(30) }),
  z.strictObject({ code: z.literal('entries-not-read'), lba: z.number() }),
  z.strictObject({ code: z.literal('entries-crc'), stored: z.number(), computed: z.number() }),
]);

const damage: z.ZodType<Damage> = z.discriminatedUnion('id', [
  z.strictObject({ id: z.literal('primary-broken'), fault: copyFault }),
  z.strictObject({ id: z.literal('backup-broken'), fault: copyFault }),
  z.strictObject({ id: z.literal('backup-not-at-end'), atLba: z.number(), lastLba: z.number() }),
  z.strictObject({ id: z.literal('both-broken'), primary: copyFault, backup: copyFault }),
  z.strictObject({ id: z.literal('copies-differ') }),
  z.strictObject({ id: z.literal('protective-missing') }),
  z.strictObject({ id: z.literal('protective-short'), coversSectors: z.number(), diskSectors: z.number() }),
  z.strictObject({ id: z.literal('hybrid'), slots: z.number() }),
  z.strictObject({ id: z.literal('out-of-range'), number: z.number() }),
  z.strictObject({ id: z.literal('overlap'), numbers: z.tuple([z.number(), z.number()]) }),
  z.strictObject({ id: z.literal('logicals-not-read'), number: z.number() }),
]);

const volume = z.strictObject({
  kind: z.enum(VOLUME_KINDS),
  label: text(255).optional(),
  uuid: text(64).optional(),
  sizeBytes: z.int().nonnegative().optional(),
  usedBytes: z.int().nonnegative().optional(),
  mountPoint: text(255).optional(),
  encrypted: z.boolean().optional(),
});

const partition = z.strictObject({
  id: text(40).min(1),
  number: z.int().positive(),
  start: sectorCount,
  length: sectorCount,
  type: text(40).optional(),
  uuid: text(64).optional(),
  name: text(72).optional(),
  attributes: text(16).optional(),
  active: z.boolean().optional(),
  logical: z.boolean().optional(),
  volume: volume.optional(),
});

/** Shape only; what a survey means is judged elsewhere. */
export const SurveySchema: z.ZodType<Survey> = z.strictObject({
  format: z.literal('rhizotome/survey'),
  version: z.literal(1),
  id: text(64).min(1),
  takenAt: z.iso.datetime(),
  source: z.strictObject({
    kind: z.enum(['capture', 'lsblk', 'hand']),
    files: z.array(text(255)).max(4).optional(),
  }),
  disk: z
    .strictObject({
      sizeSectors: sectorCount,
      sectorBytes: z.union([z.literal(512), z.literal(4096)]),
      style: z.enum(['gpt', 'mbr', 'none']),
      tableId: text(64).optional(),
      firstUsable: sectorCount,
      usableEnd: sectorCount,
      device: text(64).optional(),
    })
    .refine((disk) => disk.firstUsable <= disk.usableEnd && disk.usableEnd <= disk.sizeSectors, {
      message: 'The usable area does not lie within the disk.',
    }),
  damage: z.array(damage).max(MOST_PARTITIONS * 2),
  partitions: z
    .array(partition)
    .max(MOST_PARTITIONS)
    .refine((list) => list.every((p, i) => i === 0 || list[i - 1]!.start <= p.start), {
      message: 'Partitions are not in disk order.',
    })
    .refine((list) => new Set(list.map((p) => p.id)).size === list.length, {
      message: 'Two partitions have the same id.',
    }),
});

/**
 * Whether the survey can carry a plan: its table can be trusted, and its partitions lie within the usable
 * area, in disk order, without overlap. Judged by the spans themselves, not by the damage that was told.
 */
export function isPlannable({ disk, damage, partitions }: Survey): boolean {
  if (damage.some((d) => d.id === 'both-broken')) return false;
  let end: number = disk.firstUsable;
  return partitions.every((p) => {
    const sound = p.length > 0 && p.start >= end && p.start + p.length <= disk.usableEnd;
    end = p.start + p.length;
    return sound;
  });
}
