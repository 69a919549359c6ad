import { z } from 'zod';
import { sectors, type Sectors } from '../quantity/index.js';
import { exactly, statedVersion, type DocumentKind } from '../schema/index.js';
import type { Damage, TableContainer, TableStyle } from '../table/index.js';
import { VolumeSchema, type Volume } from '../volume/index.js';
import type { ShapeCode } from '../words/index.js';

export type SurveyPartitionId = string;

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
  /** Sector of the record that lists a logical partition. */
  readonly ebrAt?: Sectors | undefined;
  readonly volume?: Volume | undefined;
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
  /** What its maker calls it, where the source told it. */
  readonly model?: string | undefined;
  /** Whether the first sector holds code that a BIOS would start (its bytes before the disk signature); absent where it was not read, or there is none. */
  readonly bootCode?: boolean | undefined;
  /** A file system that covers the whole disk, without a table. */
  readonly bareVolume?: Volume | undefined;
}

/** Another disk of the same machine. */
export interface OtherDiskFound {
  readonly name: string;
  readonly sizeBytes: number;
}

export const SOURCE_KINDS = ['capture', 'image', 'lsblk', 'report', 'hand', 'notation'] as const;

/** How the survey was made, for its reader. */
export interface SurveySource {
  readonly kind: (typeof SOURCE_KINDS)[number];
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
  /** Extended containers of an MBR. They hold logical partitions and are not among the partitions. */
  readonly containers?: readonly TableContainer[] | undefined;
  readonly otherDisks?: readonly OtherDiskFound[] | undefined;
  /** The table's own sectors as they were read: a capture archive in base64. */
  readonly safetyCopy?: string | undefined;
  /** Remarks of a survey that was written as text, by what they stand at. */
  readonly comments?: Comments | undefined;
}

/** Remarks in a text, kept by what they stand at: those on the lines before it, and the one behind it. */
export type Comments = Readonly<
  Record<string, { readonly before?: readonly string[] | undefined; readonly behind?: string | undefined }>
>;

export const CommentsSchema: z.ZodType<Comments> = z.record(
  z.string().max(120),
  z.strictObject({
    before: z.array(z.string().max(400)).max(200).optional(),
    behind: z.string().max(400).optional(),
  }),
);

/** Twice what a GPT of usual size holds; beyond it a survey is refused. */
export const MOST_PARTITIONS = 256;

/** Both ends of a table pack to a few KiB; this bounds what is taken in. */
const MOST_SAFETY_COPY_CHARS = 400_000;

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

const chainFault = z.discriminatedUnion('code', [
  z.strictObject({
    code: z.enum(['not-read', 'no-signature', 'loop', 'outside', 'stray']),
    atLba: z.number(),
  }),
  z.strictObject({ code: z.literal('too-long') }),
]);

export const DamageSchema: z.ZodType<Damage> = z.discriminatedUnion('id', [
  z.strictObject({ id: z.literal('primary-broken'), fault: copyFault }),
  z.strictObject({ id: z.literal('backup-broken'), fault: copyFault }),
  z.strictObject({ id: z.literal('backup-not-at-end'), atLba: z.number(), lastLba: z.number() }),
  z.strictObject({ id: z.literal('both-broken'), primary: copyFault, backup: copyFault }),
  z.strictObject({ id: z.literal('copies-differ') }),
  z.strictObject({ id: z.literal('protective-missing') }),
  z.strictObject({ id: z.literal('protective-short'), coversSectors: z.number(), diskSectors: z.number() }),
  z.strictObject({ id: z.literal('hybrid'), slots: z.number() }),
  z.strictObject({ id: z.literal('gpt-left-over'), entries: z.number() }),
  z.strictObject({ id: z.literal('out-of-range'), number: z.number() }),
  z.strictObject({ id: z.literal('overlap'), numbers: z.tuple([z.number(), z.number()]) }),
  z.strictObject({ id: z.literal('logicals-not-read'), number: z.number() }),
  z.strictObject({ id: z.literal('chain-broken'), number: z.number(), fault: chainFault }),
  z.strictObject({ id: z.literal('logical-outside'), number: z.number(), container: z.number() }),
  z.strictObject({ id: z.literal('two-containers'), numbers: z.tuple([z.number(), z.number()]) }),
]);

const partition = exactly<SurveyPartition>()(
  z.strictObject({
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
    ebrAt: sectorCount.optional(),
    volume: VolumeSchema.optional(),
  }),
);

/** By which plans and edits name the reading that they rest on. */
export const SurveyIdSchema = text(64).min(1);

/** Shape only; what a survey means is judged elsewhere. */
export const SurveySchema: z.ZodType<Survey> = exactly<Survey>()(
  z.strictObject({
    format: z.literal('rhizotome/survey'),
    version: z.literal(1),
    id: SurveyIdSchema,
    takenAt: z.iso.datetime(),
    source: z.strictObject({
      kind: z.enum(SOURCE_KINDS),
      files: z.array(text(255)).max(4).optional(),
    }),
    disk: z
      .strictObject({
        sizeSectors: sectorCount,
        sectorBytes: z.union([z.literal(512), z.literal(4096)]),
        style: z.enum(['gpt', 'mbr', 'none']),
        tableId: text(64).optional(),
        bootCode: z.boolean().optional(),
        firstUsable: sectorCount,
        usableEnd: sectorCount,
        device: text(64).optional(),
        model: text(80).optional(),
        bareVolume: VolumeSchema.optional(),
      })
      .refine((disk) => disk.firstUsable <= disk.usableEnd && disk.usableEnd <= disk.sizeSectors, {
        message: 'shape.usable-area' satisfies ShapeCode,
      }),
    damage: z.array(DamageSchema).max(MOST_PARTITIONS * 2),
    partitions: z
      .array(partition)
      .max(MOST_PARTITIONS)
      .refine((list) => list.every((p, i) => i === 0 || list[i - 1]!.start <= p.start), {
        message: 'shape.disk-order' satisfies ShapeCode,
      })
      .refine((list) => new Set(list.map((p) => p.id)).size === list.length, {
        message: 'shape.same-id' satisfies ShapeCode,
      }),
    containers: z
      .array(
        z.strictObject({
          number: z.int().positive(),
          start: sectorCount,
          length: sectorCount,
          type: text(40),
        }),
      )
      .max(4)
      .optional(),
    otherDisks: z
      .array(z.strictObject({ name: text(80), sizeBytes: z.int().positive() }))
      .max(32)
      .optional(),
    safetyCopy: text(MOST_SAFETY_COPY_CHARS).optional(),
    comments: CommentsSchema.optional(),
  }),
);

/** A survey as it is stored. What is given away has a format of its own (`survey/document.ts`). */
export const SURVEY_DOCUMENT: DocumentKind<Survey> = {
  version: 1,
  schema: SurveySchema,
  upgrades: [],
  versionOf: statedVersion,
};

/** Damage behind which partitions may be that nobody sees. */
const NOT_PLANNABLE: readonly Damage['id'][] = [
  'both-broken',
  'chain-broken',
  'logical-outside',
  'two-containers',
];

/**
 * Whether the survey can carry a plan: its table can be trusted, and its partitions lie within the usable
 * area, in disk order, without overlap. Judged by the spans themselves, not by the damage that was told.
 */
export function isPlannable({ disk, damage, partitions }: Survey): boolean {
  if (damage.some((d) => NOT_PLANNABLE.includes(d.id))) return false;
  let end: number = disk.firstUsable;
  return partitions.every((p) => {
    const sound = p.length > 0 && p.start >= end && p.start + p.length <= disk.usableEnd;
    end = p.start + p.length;
    return sound;
  });
}

const indices = new WeakMap<Survey, ReadonlyMap<SurveyPartitionId, SurveyPartition>>();

/** The surveyed partition with this id. Looked up in an index that is kept with the survey. */
export function surveyedPartition(survey: Survey, id: SurveyPartitionId | null): SurveyPartition | undefined {
  if (id === null) return undefined;
  let index = indices.get(survey);
  if (!index) indices.set(survey, (index = new Map(survey.partitions.map((p) => [p.id, p]))));
  return index.get(id);
}
