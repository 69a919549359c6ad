import { formatBoth, type Sectors } from '../../quantity/index.js';
import type { TableStyle } from '../../table/index.js';
import { volumeName, type VolumeKind } from '../../volume/index.js';

/** Why an edit was not made. Lengths and places in logical sectors; `nearest…` is what would be accepted. */
export type Refusal =
  | { readonly code: 'no-survey' }
  | { readonly code: 'not-plannable' }
  | { readonly code: 'survey-too-large'; readonly bytes: number; readonly most: number }
  | { readonly code: 'no-such-partition'; readonly id: string }
  | { readonly code: 'no-such-found'; readonly id: string }
  | { readonly code: 'no-such-system'; readonly id: string }
  | { readonly code: 'already-there'; readonly id: string }
  | { readonly code: 'too-small'; readonly nearest?: Sectors }
  | { readonly code: 'below-floor'; readonly nearest?: Sectors; readonly floorBytes: number }
  | { readonly code: 'no-room'; readonly wanted: Sectors; readonly nearest?: Sectors }
  | { readonly code: 'overlaps'; readonly other: string; readonly nearestStart?: Sectors }
  | {
      readonly code: 'outside';
      readonly first: Sectors;
      readonly end: Sectors;
      readonly nearestStart?: Sectors;
    }
  | { readonly code: 'not-aligned'; readonly nearestStart?: Sectors }
  | {
      readonly code: 'cannot-change';
      readonly change: 'shrink' | 'grow' | 'move';
      readonly content: VolumeKind;
    }
  | { readonly code: 'encrypted-start' }
  | { readonly code: 'slots-full'; readonly primaries: number; readonly container: boolean }
  | { readonly code: 'no-container'; readonly logical: string }
  | {
      readonly code: 'outside-container';
      readonly logical: string;
      readonly first: Sectors;
      readonly end: Sectors;
    }
  | { readonly code: 'no-lead-in'; readonly logical: string; readonly nearestStart?: Sectors }
  | { readonly code: 'in-container'; readonly primary: string }
  | { readonly code: 'container-not-aligned'; readonly step: number }
  | { readonly code: 'not-primary'; readonly id: string }
  | { readonly code: 'nothing-to-convert' }
  | { readonly code: 'partitions-kept' }
  | { readonly code: 'style-needs-new-table'; readonly style: TableStyle }
  | { readonly code: 'table-full'; readonly most: number }
  | { readonly code: 'name-too-long'; readonly field: 'label' | 'name'; readonly most: number }
  | { readonly code: 'no-subvolumes'; readonly content: VolumeKind }
  | { readonly code: 'subvolume-twice'; readonly partition: string; readonly name: string }
  | { readonly code: 'holds-no-volumes'; readonly content: VolumeKind }
  | { readonly code: 'holds-one' }
  | { readonly code: 'inside-twice'; readonly name: string }
  | { readonly code: 'inside-size'; readonly name: string }
  | { readonly code: 'no-such-host'; readonly id: string }
  | { readonly code: 'starts-itself' }
  | { readonly code: 'system-starts'; readonly id: string }
  | { readonly code: 'not-found-again'; readonly id: string }
  | { readonly code: 'system-owns'; readonly partitions: readonly string[] };

/** Where it could go instead, as far as it is known. */
const nearestInWords = (start: Sectors | undefined) =>
  start === undefined ? '' : ` It could start at sector ${start}.`;

/** What was refused, why, and what would do, in one or two sentences. */
export function refusalInWords(refusal: Refusal, sectorBytes: number): string {
  const size = (length: number) => formatBoth(length * sectorBytes);
  switch (refusal.code) {
    case 'no-survey':
      return 'The disk has not been read yet. Read it under As found.';
    case 'not-plannable':
      return 'The partition table of this disk is too damaged for a plan: its partitions overlap, extend past the disk, or cannot be trusted. Repair it, then read the disk again.';
    case 'survey-too-large':
      return `This reading takes ${formatBoth(refusal.bytes)}, and the server keeps readings of at most ${formatBoth(refusal.most)}. Read the disk in another way: from lsblk, or by hand.`;
    case 'no-such-partition':
      return 'That partition is no longer in the plan.';
    case 'no-such-found':
      return 'That partition is not in the reading that this plan is based on.';
    case 'no-such-system':
      return 'That system is no longer in the plan.';
    case 'already-there':
      return 'That is already in the plan.';
    case 'too-small':
      return refusal.nearest === undefined
        ? 'A partition cannot be that small.'
        : `A partition needs at least ${size(refusal.nearest)}.`;
    case 'below-floor':
      return `This volume cannot be that small. Its minimum is ${formatBoth(refusal.floorBytes)}.`;
    case 'no-room':
      return refusal.nearest !== undefined && refusal.nearest > 0
        ? `There is not enough space here for ${size(refusal.wanted)}. ${size(refusal.nearest)} would fit.`
        : `There is no space here for ${size(refusal.wanted)}.`;
    case 'overlaps':
      return `That would overlap another partition of the plan.${nearestInWords(refusal.nearestStart)} Make space for it first: shrink, move or delete the other one.`;
    case 'outside':
      return `That would be outside the part of the disk that the table can use.${nearestInWords(refusal.nearestStart)}`;
    case 'not-aligned':
      return `New partitions start on whole MiB.${nearestInWords(refusal.nearestStart)}`;
    case 'cannot-change': {
      const past = { shrink: 'shrunk', grow: 'grown', move: 'moved' }[refusal.change];
      return refusal.content === 'unknown'
        ? `The content of this partition is not known, so it cannot be ${past}. Set it under As found, or delete it.`
        : `${volumeName(refusal.content)} cannot be ${past}. Back up its files, create the volume again, and restore them.`;
    }
    case 'encrypted-start':
      return 'This volume is encrypted by its own system. Its start cannot be moved. Shrink it at its end instead.';
    case 'slots-full':
      return refusal.container
        ? `An MBR has four places, and the extended partition takes one of them: ${refusal.primaries} primaries do not fit. Make it a logical, or delete a primary.`
        : `An MBR has four places: ${refusal.primaries} primaries do not fit. Make some of them logicals, or delete one.`;
    case 'no-container':
      return 'A logical partition must be in an extended partition, and none is planned.';
    case 'outside-container':
      return 'A logical partition must be inside the extended partition. Move it, or resize the extended partition first.';
    case 'no-lead-in':
      return `Every logical partition needs a free sector before it for its record.${nearestInWords(refusal.nearestStart)}`;
    case 'in-container':
      return 'A primary cannot be inside the extended partition. Make it a logical, or resize the extended partition first.';
    case 'container-not-aligned':
      return 'An extended partition starts on a whole MiB.';
    case 'not-primary':
      return 'Only a primary can be marked active.';
    case 'nothing-to-convert':
      return 'The table already has that style, or there is no table to convert.';
    case 'partitions-kept':
      return 'A new table erases every partition of the disk. Delete them in the plan first.';
    case 'style-needs-new-table':
      return `The disk’s table is ${refusal.style.toUpperCase()}. To change its style, convert it in place, or write a new table, which erases the disk.`;
    case 'table-full':
      return `The table has ${refusal.most} entries, and all are in use.`;
    case 'name-too-long':
      return `That ${refusal.field} is too long: at most ${refusal.most} characters.`;
    case 'no-subvolumes':
      return `Only btrfs has subvolumes; this is ${volumeName(refusal.content)}. Remove them first, or format it as btrfs.`;
    case 'subvolume-twice':
      return `There are two subvolumes “${refusal.name}”. Give each its own name.`;
    case 'holds-no-volumes':
      return `This partition (${volumeName(refusal.content)}) has no volumes inside. Choose a volume group or encryption for it, or remove the volumes inside first.`;
    case 'holds-one':
      return 'An encrypted container holds one volume. For several, choose encryption with a volume group inside.';
    case 'inside-twice':
      return `Two volumes inside this partition have the name “${refusal.name}”. Give each its own name.`;
    case 'inside-size':
      return `The volume “${refusal.name}” is there already. Volumes of a group are not resized here: keep its size, or resize it in its own system and read the disk again.`;
    case 'system-starts':
      return 'The boot settings still use this system. Remove it there first.';
    case 'starts-itself':
      return 'A system cannot boot by itself through others. Give it its own boot entry.';
    case 'no-such-host':
      return 'The partition for the image file is not in the plan.';
    case 'not-found-again':
      return 'A partition that is not on the disk cannot be kept.';
    case 'system-owns':
      return 'The system still owns partitions. Assign them to another system or delete them first.';
  }
}
