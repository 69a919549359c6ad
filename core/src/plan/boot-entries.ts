import type { BootEntry } from '../firmware/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import type { System } from '../system/index.js';
import type { Plan } from './plan.js';

/** The path that a firmware looks for where an entry names none (UEFI 2.10, 3.5.1.1). */
const FALLBACK = /^\\EFI\\BOOT\\BOOT(?:X64|IA32|AA64|ARM|RISCV64)\.EFI$/i;

/** Whether an entry starts whatever lies at the fallback path, rather than a loader of its own. */
export const isFallback = ({ partition, path }: BootEntry): boolean =>
  partition !== undefined && (path === undefined || FALLBACK.test(path));

/**
 * The surveyed partition that an entry names: by its GUID; on an MBR by the disk's signature and the place. The number
 * alone says nothing.
 */
export function partitionOfEntry(survey: Survey, { partition }: BootEntry): SurveyPartition | undefined {
  if (!partition) return undefined;
  const { uuid, diskSignature, start } = partition;
  const known = uuid === undefined ? undefined : survey.partitions.find((p) => p.uuid === uuid);
  if (known) return known;
  const { style, tableId } = survey.disk;
  // A reading that tells no GUIDs leaves the place.
  const comparable =
    uuid === undefined
      ? style === 'mbr' && (tableId === undefined || tableId === diskSignature)
      : survey.partitions.every((p) => p.uuid === undefined);
  return comparable
    ? survey.partitions.find((p) => p.start === start && p.length === partition.length)
    : undefined;
}

/** What the families call themselves in their entries. */
const FAMILY_WORDS: Readonly<Record<System['family'], RegExp>> = {
  windows: /\bwindows\b/i,
  macos: /\bmac ?os\b/i,
  linux: /\blinux\b/i,
  bsd: /bsd\b/i,
};

/**
 * The found system that an entry starts, as far as its name tells: one whose name it bears, else the only one of the
 * family that it names. Nothing where that is not clear.
 */
export function systemOfEntry({ systems }: Plan, entry: BootEntry): System | undefined {
  return namedBy(
    entry,
    systems.filter((s) => s.origin === 'found'),
  );
}

/** That of the systems which an entry starts, as far as its name tells. */
export function namedBy(
  { description, partition, path = '' }: BootEntry,
  systems: readonly System[],
): System | undefined {
  if (!partition) return undefined;
  const says = (word: string) => word.length > 2 && includesWord(`${description} ${path}`, word);
  const named = systems.filter(
    (s) => says(s.name) || s.name.split(/\s+/).some((word) => !GENERAL.test(word) && says(word)),
  );
  if (named.length === 1) return named[0];
  const family = systems.filter((s) => FAMILY_WORDS[s.family].test(description));
  return family.length === 1 ? family[0] : undefined;
}

/** Words of a name that tell nothing of one system. */
const GENERAL = /^(?:windows|linux|macos|bsd|gnu\/linux|home|pro|system|[\d.]+|\(.*\))$/i;

const includesWord = (text: string, word: string): boolean =>
  ` ${text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')} `.includes(
    ` ${word
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()} `,
  );

/**
 * Whether a found system has a boot entry: then it is installed for UEFI. Where the disk was read, the entry must lead to a
 * partition on it: one that leads nowhere is what is left of an earlier installation, and tells nothing of this one.
 */
export function hasBootEntry(plan: Plan, system: System, survey: Survey | undefined): boolean {
  return (plan.machine.bootEntries?.entries ?? []).some(
    (entry) =>
      systemOfEntry(plan, entry)?.id === system.id &&
      (survey === undefined || partitionOfEntry(survey, entry) !== undefined),
  );
}
