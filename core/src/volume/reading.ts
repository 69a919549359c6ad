import { ReadFault, type ByteSource } from '../bytes/index.js';
import type { VolumeKind } from './traits/index.js';
import { message } from '../words/index.js';

/**
 * On what a figure of a volume rests: the limit that its owner's own tool gives, counted in its own map, told by its own
 * counters, or by the system that had it in use.
 */
export const VOLUME_EVIDENCE = ['owner-limit', 'bitmap', 'counters', 'reported'] as const;
export type VolumeEvidence = (typeof VOLUME_EVIDENCE)[number];

/** What was found inside a volume that helps to recognise it. */
export interface VolumeContents {
  /** Directories below `EFI` on a start volume: one a loader. */
  readonly loaders?: readonly string[] | undefined;
  /** Text of `/etc/fstab`. */
  readonly fstab?: string | undefined;
  /** Text of `/etc/crypttab`, or what a report told of it: a name and a source a line. */
  readonly crypttab?: string | undefined;
  /** Name the system gives itself in `/etc/os-release`. */
  readonly systemName?: string | undefined;
}

/** What was read of the content of a partition. What is absent was not read or is not told; nothing is assumed. */
export interface Volume {
  readonly kind: VolumeKind;
  /** Finer than the kind: `FAT32`, `LUKS2`. */
  readonly variant?: string | undefined;
  readonly label?: string | undefined;
  /** Of one inside another: how its group, or whoever opened it, calls it. */
  readonly name?: string | undefined;
  /** As the operating system prints it. */
  readonly uuid?: string | undefined;
  /** Unit of allocation: cluster or block. */
  readonly blockBytes?: number | undefined;
  /**
   * As the volume itself says; its partition may be larger, or (damage) smaller. Of one inside another: the size of what
   * it lies in.
   */
  readonly sizeBytes?: number | undefined;
  readonly usedBytes?: number | undefined;
  readonly usedEvidence?: VolumeEvidence | undefined;
  /** Offset within the volume of the last byte in use: as far as it can be cut without moving data. */
  readonly lastUsedByte?: number | undefined;
  /** The least size it can be shrunk to, data moved where needed. */
  readonly floor?: { readonly bytes: number; readonly evidence: VolumeEvidence } | undefined;
  /** Not taken out of use cleanly: to be checked by its own system first. */
  readonly dirty?: boolean | undefined;
  /** A system sleeps in it. */
  readonly hibernated?: boolean | undefined;
  /** Encrypted by the system that owns it. */
  readonly encrypted?: boolean | undefined;
  readonly mountPoint?: string | undefined;
  readonly contents?: VolumeContents | undefined;
  /** Why something was not read further, as `unreadAs` writes it. */
  readonly unread?: readonly string[] | undefined;
  /** What stands inside it: the volumes of an encrypted container or a volume group, as its system reported them. */
  readonly inside?: readonly Volume[] | undefined;
}

/** A volume recognised by its header, and how to measure it further. */
export interface Recognised {
  readonly volume: Volume;
  /** More facts; may throw ReadFault, then what the header told stands alone. */
  readonly measure?: () => Partial<Volume>;
}

/** Recognises one on-disk format in a partition. `undefined`: it is not this one. May throw ReadFault: likewise. */
export type Probe = (source: ByteSource) => Recognised | undefined;

/** What `work` gives, or `undefined` where it came upon bytes that cannot be read or make no sense. */
export function unlessUnreadable<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof ReadFault) return undefined;
    throw error;
  }
}

/** The entry, or nothing where the value is empty: for spreading into a volume. */
export function told<K extends string, V>(key: K, value: V | undefined): { readonly [P in K]?: V } {
  return (value === undefined || value === '' ? {} : { [key]: value }) as { readonly [P in K]?: V };
}

/** Used space and floor from one count. */
export function usedFacts(usedBytes: number, evidence: VolumeEvidence): Partial<Volume> {
  return { usedBytes, usedEvidence: evidence, floor: { bytes: usedBytes, evidence } };
}

/**
 * Before a map as large as the volume says is gone through: a volume may be larger than its partition, cut off by
 * mistake, but not many times so.
 * @throws ReadFault
 */
export function checkReach(source: ByteSource, sizeBytes: number): void {
  if (sizeBytes > 2 * source.sizeBytes + SLACK_BYTES)
    throw new ReadFault(message('read.larger-than-partition'));
}

const SLACK_BYTES = 64 * 1024 * 1024;
