import { exactly } from '../schema/index.js';
import { z } from 'zod';
import type { BootEntries } from '../firmware/index.js';
import { GIB } from '../quantity/index.js';
import type { ShapeCode } from '../words/index.js';

export const FIRMWARE_MODES = ['uefi', 'bios'] as const;
export type FirmwareMode = (typeof FIRMWARE_MODES)[number];

/** What the firmware can do: one mode only, or either. */
export const FIRMWARE_KINDS = ['uefi', 'bios', 'both', 'unknown'] as const;
export type FirmwareKind = (typeof FIRMWARE_KINDS)[number];

export const DISK_MEDIA = ['nvme', 'sata-ssd', 'hdd', 'emmc', 'unknown'] as const;
export type DiskMedium = (typeof DISK_MEDIA)[number];

/** How the firmware shows its disks: each as it is, or through a RAID of its own, which not every system can read. */
export const DISK_CONTROLLERS = ['plain', 'raid', 'unknown'] as const;
export type DiskController = (typeof DISK_CONTROLLERS)[number];

export const WORD_SIZES = ['64', '32'] as const;
export type WordSize = (typeof WORD_SIZES)[number];

/** By the year in which they were made. Those of 2011 end in June and October 2026, and sign nothing new since. */
export const CERTIFICATES = ['2023', '2011'] as const;
export type Certificates = (typeof CERTIFICATES)[number];

export const ENTRY_ROOM = ['yes', 'no'] as const;

export interface OtherDisk {
  readonly name: string;
  readonly sizeBytes: number;
}

/** Who told a fact: an installed system of a family, or a live session. What nobody is named for was entered by hand. */
export const TELLERS = ['windows', 'linux', 'macos', 'live'] as const;
export type Teller = (typeof TELLERS)[number];

export interface ToldBy {
  readonly by: Teller;
  /** ISO 8601, UTC. */
  readonly at: string;
}

/** Facts that a report of the machine can tell. */
export const TOLD_FACTS = [
  'firmware',
  'modeInUse',
  'secureBoot',
  'ramBytes',
  'tpm',
  'wordSize',
  'certificates',
  'medium',
  'controller',
  'device',
  'otherDisks',
  'bootEntries',
] as const;
export type ToldFact = (typeof TOLD_FACTS)[number];

/** Facts about the machine, as its administrator knows them. */
export interface Machine {
  readonly firmware: FirmwareKind;
  /** The mode the firmware is in now. */
  readonly modeInUse: FirmwareMode | 'unknown';
  /** How the installer medium will be started. Not the same thing as the firmware's mode or the disk's style. */
  readonly mediumStart: FirmwareMode | 'unknown';
  readonly secureBoot: 'on' | 'off' | 'unknown';
  readonly ramBytes: number | null;
  /** A TPM 2.0, turned on. */
  readonly tpm: 'yes' | 'no' | 'unknown';
  /** Of its UEFI firmware, in bits: it runs loaders of this size only. Where absent, nobody told. */
  readonly wordSize?: WordSize | undefined;
  /** The newest certificates by which its Secure Boot knows loaders. Where absent, nobody told. */
  readonly certificates?: Certificates | undefined;
  /** Whether its firmware has room for another boot entry. Where absent, nobody told. */
  readonly entryRoom?: 'yes' | 'no' | undefined;
  readonly medium: DiskMedium;
  readonly controller: DiskController;
  /** Linux device path of the disk, or empty. */
  readonly device: string;
  readonly otherDisks: readonly OtherDisk[];
  /** The boot entries of its firmware, where they were read. */
  readonly bootEntries?: BootEntries | undefined;
  /** Where facts come from that were not entered by hand. */
  readonly told?: Readonly<Partial<Record<ToldFact, ToldBy>>> | undefined;
}

/** A machine of which nothing has been said. */
export const UNKNOWN_MACHINE: Machine = {
  firmware: 'unknown',
  modeInUse: 'unknown',
  mediumStart: 'unknown',
  secureBoot: 'unknown',
  ramBytes: null,
  tpm: 'unknown',
  medium: 'unknown',
  controller: 'unknown',
  device: '',
  otherDisks: [],
};

const wordSize = z.enum(WORD_SIZES);
const certificates = z.enum(CERTIFICATES);
const entryRoom = z.enum(ENTRY_ROOM);
const tpm = z.enum(['yes', 'no', 'unknown']);
const controller = z.enum(DISK_CONTROLLERS);

const bootNumber = z.int().min(0).max(0xffff);
const lba = z.int().nonnegative();

const bootEntries = exactly<BootEntries>()(
  z.strictObject({
    entries: z
      .array(
        z.strictObject({
          number: bootNumber,
          description: z.string().max(400),
          active: z.boolean(),
          partition: z
            .strictObject({
              number: lba,
              start: lba,
              length: lba,
              uuid: z.string().max(36).optional(),
              diskSignature: z.string().max(8).optional(),
            })
            .optional(),
          path: z.string().max(1000).optional(),
        }),
      )
      .max(200)
      .readonly(),
    order: z.array(bootNumber).max(400).readonly(),
    current: bootNumber.optional(),
  }),
);

const told = z
  .partialRecord(z.enum(TOLD_FACTS), z.strictObject({ by: z.enum(TELLERS), at: z.iso.datetime() }))
  .readonly();

/** Kernel names, and those that a device mapper makes (libdevmapper: letters, digits and `#+-.:=@_`). */
const DEVICE_NAME = /^(?:\/dev\/)?[A-Za-z0-9/_.:+=@#-]*$/;
const LONGEST_DEVICE_NAME = 64;

/** Whether a text can be the name of a device: `nvme0n1`, `/dev/mapper/fast.array`, or nothing. */
export const isDeviceName = (text: string): boolean =>
  text.length <= LONGEST_DEVICE_NAME && DEVICE_NAME.test(text);

/** Shape only: memory and disks in bytes, device name as Linux writes it. */
export const MachineSchema = exactly<Machine>()(
  z.strictObject({
    firmware: z.enum(FIRMWARE_KINDS),
    modeInUse: z.enum([...FIRMWARE_MODES, 'unknown']),
    mediumStart: z.enum([...FIRMWARE_MODES, 'unknown']),
    secureBoot: z.enum(['on', 'off', 'unknown']),
    ramBytes: z
      .int()
      .positive()
      .max(64 * 1024 * GIB)
      .nullable(),
    // Absent until version 3 of plans; then nobody had been asked.
    tpm: tpm.default('unknown'),
    wordSize: wordSize.optional(),
    certificates: certificates.optional(),
    entryRoom: entryRoom.optional(),
    medium: z.enum(DISK_MEDIA),
    controller: controller.default('unknown'),
    device: z
      .string()
      .max(LONGEST_DEVICE_NAME)
      .regex(DEVICE_NAME, 'shape.device' satisfies ShapeCode),
    otherDisks: z
      .array(z.strictObject({ name: z.string().max(80), sizeBytes: z.int().positive() }))

      .max(32)
      .readonly(),
    bootEntries: bootEntries.optional(),
    told: told.optional(),
  }),
);

/** Some of the facts: what is absent stays as it is, and `null` takes away what can be absent. */
export const MachineChangesSchema = MachineSchema.partial().extend({
  tpm: tpm.optional(),
  controller: controller.optional(),
  wordSize: wordSize.nullable().optional(),
  certificates: certificates.nullable().optional(),
  entryRoom: entryRoom.nullable().optional(),
  bootEntries: bootEntries.nullable().optional(),
  told: told.nullable().optional(),
});

/** `UEFI` or `BIOS`, as the trade writes them. */
export function modeName(mode: FirmwareMode): string {
  return mode === 'uefi' ? 'UEFI' : 'BIOS';
}

/** Whether the firmware can be brought into the mode; unknown firmware is not ruled out. */
export function canRun(machine: Machine, mode: FirmwareMode): boolean {
  return machine.firmware === mode || machine.firmware === 'both' || machine.firmware === 'unknown';
}
