import { z } from 'zod';
import {
  FIRMWARE_MODES,
  MachineSchema,
  UNKNOWN_MACHINE,
  type FirmwareMode,
  type Machine,
} from '../machine/index.js';
import { sectors, type Sectors } from '../quantity/index.js';
import { CommentsSchema, SurveyIdSchema, type Comments, type SurveyPartitionId } from '../survey/index.js';
import { PART_MAKERS, SystemSchema, type PartMaker, type System, type SystemId } from '../system/index.js';
import { exactly } from '../schema/index.js';
import type { Role, TableStyle } from '../table/index.js';
import { VOLUME_KINDS, type VolumeKind } from '../volume/index.js';
import type { PartitionId } from './ids.js';
import { InsideVolumeSchema, MOST_INSIDE, type InsideVolume } from './inside/volume.js';
import { StartPlanSchema, type StartPlan } from './start-plan.js';
import { WishSchema, type Wish } from './wish.js';
import type { ShapeCode } from '../words/index.js';

export type { PartitionId } from './ids.js';

export const ROLES = [
  'efi',
  'reserved',
  'system',
  'root',
  'home',
  'swap',
  'boot',
  'bios-boot',
  'recovery',
  'data',
  'container',
  'opaque',
  'other',
] as const satisfies readonly Role[];

/** A fact that may not be known. What is not known is asked, and counts as the worse of the two. */
export const KNOWN = ['yes', 'no', 'unknown'] as const;
export type Known = (typeof KNOWN)[number];

/** What the administrator says of a surveyed partition: its meaning, corrected, and figures not read. */
export interface FoundNote {
  readonly role: Role;
  readonly owners: readonly SystemId[];
  readonly kind: VolumeKind;
  /** Used space as typed, in bytes; it stands before what the survey reports. */
  readonly usedBytes: number | null;
  /** The least size that the owning system's own tool reports. */
  readonly leastBytes: number | null;
  /** Whether its own system has encrypted it, as it is said; `encryptionOf` adds what was read. */
  readonly encrypted: Known;
}

/** A part of a btrfs volume that is mounted for itself. */
export interface Subvolume {
  /** `@home`: its path from the top of the volume. */
  readonly name: string;
  readonly mountPoint: string;
}

/** `luks`: encrypted. `lvm`: a volume group. `luks-lvm`: a volume group in an encrypted container. */
export const LAYERS = ['none', 'luks', 'lvm', 'luks-lvm'] as const;
export type Layer = (typeof LAYERS)[number];

/** A partition as it shall be. The span is `[start, start + length)` in logical sectors. */
export interface PlannedPartition {
  readonly id: PartitionId;
  /** The surveyed partition it continues; `null` for a new one. */
  readonly from: SurveyPartitionId | null;
  readonly start: Sectors;
  readonly length: Sectors;
  /** `keep`: its content stays. `format`: it is made anew. New partitions are always formatted. */
  readonly treatment: 'keep' | 'format';
  readonly role: Role;
  /** None, one, or several where it is shared. */
  readonly owners: readonly SystemId[];
  readonly fileSystem: VolumeKind;
  /** Volume label; empty for none. */
  readonly label: string;
  /** Partition name (GPT); empty for none. */
  readonly name: string;
  /** In the system that owns it; empty for none. */
  readonly mountPoint: string;
  /** Type of the table’s entry: a lower-case GUID, or `0x07`. Where absent: as found, and of new ones what suits the role. */
  readonly type?: string | undefined;
  /** Of a btrfs volume: each is mounted for itself, and all share its space. */
  readonly subvolumes?: readonly Subvolume[] | undefined;
  /** What lies between the partition and its file system; none where absent. */
  readonly layer?: Layer | undefined;
  /** The volumes in its encrypted container or volume group: they stand for its content, one level down. */
  readonly inside?: readonly InsideVolume[] | undefined;
  /** Made first by the system that is there, to hold the place, and formatted by the installer of the new one. */
  readonly placeholder?: boolean | undefined;
  /** An intent, of a new one that a single arriving system owns: who makes it. `as-system`, or absent: as its system has it. */
  readonly maker?: PartMaker | 'as-system' | undefined;
  /** MBR: listed in the extended container. Where absent: as found, and new ones are primaries. */
  readonly logical?: boolean | undefined;
  /** MBR: marked to be started from. Where absent: as found. */
  readonly active?: boolean | undefined;
}

/**
 * What the disk and the firmware shall be. `new`: the table is written afresh and everything on the disk is lost;
 * `convert`: the same partitions are listed in a table of the other style.
 */
export interface Target {
  readonly mode: FirmwareMode;
  readonly style: TableStyle;
  readonly table: 'keep' | 'new' | 'convert';
  /** `plain`: the firmware is switched from its own RAID to disks as they are. */
  readonly controller: 'as-is' | 'plain';
  /** `on`: Secure Boot is on at the end, whatever it is now and between. */
  readonly secureBoot: 'as-is' | 'on';
}

/**
 * Intent for one disk. Partitions are in disk order and disjoint; a surveyed partition without a planned
 * one is deleted. Gaps, findings, steps and sheets are derived from this and the survey, never stored.
 */
export interface Plan {
  readonly format: 'rhizotome/plan';
  readonly version: 6;
  readonly surveyId: string | null;
  readonly machine: Machine;
  readonly target: Target;
  readonly systems: readonly System[];
  readonly found: Readonly<Record<SurveyPartitionId, FoundNote>>;
  readonly partitions: readonly PlannedPartition[];
  /** The extended container of an MBR; `null` for none. Where absent: as found. */
  readonly container?: { readonly start: Sectors; readonly length: Sectors } | null | undefined;
  /** What was decided about starting; proposed where absent. */
  readonly start?: StartPlan | undefined;
  /** What is wished of it, from which proposals are searched. */
  readonly wish?: Wish | undefined;
  /** Ids of runbook steps ticked off. */
  readonly ticked: readonly string[];
  /** What was told of runbook steps as they were carried out, by their ids. */
  readonly records?: Readonly<Record<string, StepRecord>> | undefined;
  /** Findings that were looked at and accepted, by their ids. */
  readonly accepted?: Readonly<Record<string, Acceptance>> | undefined;
  /** Remarks written in the plan's text form, by what they stand at. */
  readonly comments?: Comments | undefined;
}

/** When a step was ticked off, and what was noted of it: what was otherwise, a figure, a number to be kept. */
export interface StepRecord {
  /** As ISO 8601 in UTC; `null`: it is not ticked off, or nobody knows when it was. */
  readonly at: string | null;
  /** Empty for none. */
  readonly remark: string;
}

/** That a finding may stand as it is, and why. It holds as long as the finding says the same. */
export interface Acceptance {
  /** A digest of what the finding said. */
  readonly evidence: string;
  /** Empty for none. */
  readonly remark: string;
}

/** A plan before anything is said: no survey, no systems. */
export const EMPTY_PLAN: Plan = {
  format: 'rhizotome/plan',
  version: 6,
  surveyId: null,
  machine: UNKNOWN_MACHINE,
  target: { mode: 'uefi', style: 'gpt', table: 'keep', controller: 'as-is', secureBoot: 'as-is' },
  systems: [],
  found: {},
  partitions: [],
  ticked: [],
};

const sectorCount = z
  .int()
  .nonnegative()
  .transform((n) => sectors(n));
const owners = z.array(z.string().max(40)).max(8).readonly();
const optionalBytes = z.int().nonnegative().nullable();
const identifier = z.string().min(1).max(60);

export const FoundNoteSchema = exactly<FoundNote>()(
  z.strictObject({
    role: z.enum(ROLES),
    owners,
    kind: z.enum(VOLUME_KINDS),
    usedBytes: optionalBytes,
    leastBytes: optionalBytes,
    // A tick, in version 1: what was not ticked was not asked either.
    encrypted: z.enum(KNOWN).or(z.boolean().transform((ticked): Known => (ticked ? 'yes' : 'unknown'))),
  }),
);

export const PlannedPartitionSchema = exactly<PlannedPartition>()(
  z.strictObject({
    id: identifier,
    from: identifier.nullable(),
    start: sectorCount,
    length: sectorCount,
    treatment: z.enum(['keep', 'format']),
    role: z.enum(ROLES),
    owners,
    fileSystem: z.enum(VOLUME_KINDS),
    label: z.string().max(255),
    name: z.string().max(72),
    mountPoint: z.string().max(255),
    type: z
      .string()
      .regex(
        /^(?:0x[0-9a-f]{2}|[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/,
        'shape.type-code' satisfies ShapeCode,
      )
      .optional(),
    subvolumes: z
      .array(z.strictObject({ name: z.string().min(1).max(120), mountPoint: z.string().max(255) }))
      .max(32)
      .readonly()
      .optional(),
    layer: z.enum(LAYERS).optional(),
    inside: z.array(InsideVolumeSchema).max(MOST_INSIDE).readonly().optional(),
    placeholder: z.boolean().optional(),
    maker: z.enum([...PART_MAKERS, 'as-system']).optional(),
    logical: z.boolean().optional(),
    active: z.boolean().optional(),
  }),
);

export const ContainerSchema = z.strictObject({ start: sectorCount, length: sectorCount }).nullable();

export const StepRecordSchema = exactly<StepRecord>()(
  z.strictObject({ at: z.iso.datetime().nullable(), remark: z.string().max(500) }),
);

const controller = z.enum(['as-is', 'plain']);
const secureBoot = z.enum(['as-is', 'on']);

export const TargetSchema = exactly<Target>()(
  z.strictObject({
    mode: z.enum(FIRMWARE_MODES),
    style: z.enum(['gpt', 'mbr']),
    table: z.enum(['keep', 'new', 'convert']),
    // Absent until version 3.
    controller: controller.default('as-is'),
    secureBoot: secureBoot.default('as-is'),
  }),
);

/** Some of it: what is absent stays as it is. */
export const TargetChangesSchema = TargetSchema.partial().extend({
  controller: controller.optional(),
  secureBoot: secureBoot.optional(),
});

/** Most systems, ticks and partitions a plan may hold. */
const MOST = { systems: 12, ticks: 2000, partitions: 256, findingId: 300 } as const;

export const AcceptanceSchema = exactly<Acceptance>()(
  z.strictObject({ evidence: z.string().regex(/^[0-9a-f]{8}$/), remark: z.string().max(200) }),
);

/** Shape only; whether a plan makes sense is judged by `apply` and by findings. */
export const PlanSchema: z.ZodType<Plan> = exactly<Plan>()(
  z.strictObject({
    format: z.literal('rhizotome/plan'),
    version: z.literal(6),
    surveyId: SurveyIdSchema.nullable(),
    machine: MachineSchema,
    target: TargetSchema,
    systems: z.array(SystemSchema).max(MOST.systems).readonly(),
    found: z.record(z.string().max(60), FoundNoteSchema),
    partitions: z.array(PlannedPartitionSchema).max(MOST.partitions).readonly(),
    container: ContainerSchema.optional(),
    start: StartPlanSchema.optional(),
    wish: WishSchema.optional(),
    ticked: z.array(z.string().max(120)).max(MOST.ticks).readonly(),
    records: z.record(z.string().max(MOST.findingId), StepRecordSchema).optional(),
    accepted: z.record(z.string().max(MOST.findingId), AcceptanceSchema).optional(),
    comments: CommentsSchema.optional(),
  }),
);

/** The planned partition with this id. */
export function partitionOf(plan: Plan, id: PartitionId): PlannedPartition | undefined {
  return plan.partitions.find((p) => p.id === id);
}

/** The system of the plan with this id. */
export function systemOf(plan: Plan, id: SystemId): System | undefined {
  return plan.systems.find((s) => s.id === id);
}

/** Where a partition is mounted, its subvolumes included, without those that are mounted nowhere. */
export function mountPointsOf(partition: Pick<PlannedPartition, 'mountPoint' | 'subvolumes'>): string[] {
  return [partition.mountPoint, ...(partition.subvolumes ?? []).map((s) => s.mountPoint)].filter(
    (m) => m !== '',
  );
}

/** First sector after the span. */
export function endOf(span: { readonly start: number; readonly length: number }): number {
  return span.start + span.length;
}
