import { both, quoted } from './format.js';

/** Where it could go instead, as far as it is known. */
const orAt = (start: number | null) => (start === null ? '' : ` It could start at sector ${start}.`);

const PAST = { shrink: 'shrunk', grow: 'grown', move: 'moved' } as const;

export interface Elsewhere {
  /** In logical sectors. */
  readonly nearestStart: number | null;
}

/** What was refused, why, and what would do, in one or two sentences. */
export const refusals = {
  'refusal.no-survey': () => 'The disk has not been read yet. Read it under As found.',
  'refusal.not-plannable': () =>
    'The partition table of this disk is too damaged for a plan: its partitions overlap, extend past the disk, or cannot be trusted. Repair it, then read the disk again.',
  'refusal.survey-too-large': ({ bytes, most }: { bytes: number; most: number }) =>
    `This reading takes ${both(bytes)}, and the server keeps readings of at most ${both(most)}. Read the disk in another way: from lsblk, or by hand.`,
  'refusal.no-such-partition': () => 'That partition is no longer in the plan.',
  'refusal.no-such-found': () => 'That partition is not in the reading that this plan is based on.',
  'refusal.no-such-system': () => 'That system is no longer in the plan.',
  'refusal.already-there': () => 'That is already in the plan.',
  'refusal.too-small': ({ nearest }: { nearest: number | null }) =>
    nearest === null ? 'A partition cannot be that small.' : `A partition needs at least ${both(nearest)}.`,
  'refusal.below-floor': ({ floor }: { floor: number }) =>
    `This volume cannot be that small. Its minimum is ${both(floor)}.`,
  'refusal.no-room': ({ wanted, nearest }: { wanted: number; nearest: number | null }) =>
    nearest !== null && nearest > 0
      ? `There is not enough space here for ${both(wanted)}. ${both(nearest)} would fit.`
      : `There is no space here for ${both(wanted)}.`,
  'refusal.overlaps': ({ nearestStart }: Elsewhere) =>
    `That would overlap another partition of the plan.${orAt(nearestStart)} Make space for it first: shrink, move or delete the other one.`,
  'refusal.outside': ({ nearestStart }: Elsewhere) =>
    `That would be outside the part of the disk that the table can use.${orAt(nearestStart)}`,
  'refusal.not-aligned': ({ nearestStart }: Elsewhere) =>
    `New partitions start on whole MiB.${orAt(nearestStart)}`,
  'refusal.cannot-change': ({ change, content }: { change: keyof typeof PAST; content: string | null }) =>
    content === null
      ? `The content of this partition is not known, so it cannot be ${PAST[change]}. Set it under As found, or delete it.`
      : `${content} cannot be ${PAST[change]}. Back up its files, create the volume again, and restore them.`,
  'refusal.encrypted-start': () =>
    'This volume is encrypted by its own system. Its start cannot be moved. Shrink it at its end instead.',
  'refusal.slots-full': ({ primaries, container }: { primaries: number; container: boolean }) =>
    container
      ? `An MBR has four places, and the extended partition takes one of them: ${primaries} primaries do not fit. Make it a logical, or delete a primary.`
      : `An MBR has four places: ${primaries} primaries do not fit. Make some of them logicals, or delete one.`,
  'refusal.no-container': () => 'A logical partition must be in an extended partition, and none is planned.',
  'refusal.outside-container': () =>
    'A logical partition must be inside the extended partition. Move it, or resize the extended partition first.',
  'refusal.no-lead-in': ({ nearestStart }: Elsewhere) =>
    `Every logical partition needs a free sector before it for its record.${orAt(nearestStart)}`,
  'refusal.in-container': () =>
    'A primary cannot be inside the extended partition. Make it a logical, or resize the extended partition first.',
  'refusal.container-not-aligned': () => 'An extended partition starts on a whole MiB.',
  'refusal.not-primary': () => 'Only a primary can be marked active.',
  'refusal.nothing-to-convert': () => 'The table already has that style, or there is no table to convert.',
  'refusal.partitions-kept': () =>
    'A new table erases every partition of the disk. Delete them in the plan first.',
  'refusal.style-needs-new-table': ({ style }: { style: string }) =>
    `The disk’s table is ${style.toUpperCase()}. To change its style, convert it in place, or write a new table, which erases the disk.`,
  'refusal.table-full': ({ most }: { most: number }) => `The table has ${most} entries, and all are in use.`,
  'refusal.name-too-long': ({ field, most }: { field: 'label' | 'name'; most: number }) =>
    `That ${field} is too long: at most ${most} characters.`,
  'refusal.no-subvolumes': ({ content }: { content: string }) =>
    `Only btrfs has subvolumes; this is ${content}. Remove them first, or format it as btrfs.`,
  'refusal.subvolume-twice': ({ name }: { name: string }) =>
    `There are two subvolumes ${quoted(name)}. Give each its own name.`,
  'refusal.holds-no-volumes': ({ content }: { content: string }) =>
    `This partition (${content}) has no volumes inside. Choose a volume group or encryption for it, or remove the volumes inside first.`,
  'refusal.holds-one': () =>
    'An encrypted container holds one volume. For several, choose encryption with a volume group inside.',
  'refusal.inside-twice': ({ name }: { name: string }) =>
    `Two volumes inside this partition have the name ${quoted(name)}. Give each its own name.`,
  'refusal.inside-size': ({ name }: { name: string }) =>
    `The volume ${quoted(name)} is there already. Volumes of a group are not resized here: keep its size, or resize it in its own system and read the disk again.`,
  'refusal.system-starts': () => 'The boot settings still use this system. Remove it there first.',
  'refusal.starts-itself': () => 'A system cannot boot by itself through others. Give it its own boot entry.',
  'refusal.no-such-host': () => 'The partition for the image file is not in the plan.',
  'refusal.not-found-again': () => 'A partition that is not on the disk cannot be kept.',
  'refusal.system-owns': () =>
    'The system still owns partitions. Assign them to another system or delete them first.',
};
