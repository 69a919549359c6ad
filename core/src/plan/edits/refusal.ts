import { formatBoth, type Sectors } from '../../quantity/index.js';
import type { TableStyle } from '../../table/index.js';
import { volumeName, type VolumeKind } from '../../volume/index.js';

/** Why an edit was not made. Lengths and places in logical sectors; `nearest…` is what would be accepted. */
export type Refusal =
  | { readonly code: 'no-survey' }
  | { readonly code: 'not-plannable' }
  | { readonly code: 'no-such-partition'; readonly id: string }
  | { readonly code: 'no-such-found'; readonly id: string }
  | { readonly code: 'no-such-system'; readonly id: string }
  | { readonly code: 'already-there'; readonly id: string }
  | { readonly code: 'too-small'; readonly nearest: Sectors }
  | { readonly code: 'below-floor'; readonly nearest: Sectors; readonly floorBytes: number }
  | { readonly code: 'no-room'; readonly wanted: Sectors; readonly nearest: Sectors }
  | { readonly code: 'overlaps'; readonly other: string; readonly nearestStart?: Sectors }
  | {
      readonly code: 'outside';
      readonly first: Sectors;
      readonly end: Sectors;
      readonly nearestStart?: Sectors;
    }
  | { readonly code: 'not-aligned'; readonly nearestStart: Sectors }
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
  | { readonly code: 'no-lead-in'; readonly logical: string; readonly nearestStart: Sectors }
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
  | { readonly code: 'no-such-host'; readonly id: string }
  | { readonly code: 'starts-itself' }
  | { readonly code: 'system-starts'; readonly id: string }
  | { readonly code: 'not-found-again'; readonly id: string }
  | { readonly code: 'system-owns'; readonly partitions: readonly string[] };

/** Where it could go instead, as far as it is known. */
const nearestInWords = (start: Sectors | undefined) =>
  start === undefined ? '' : ` It could begin at sector ${start}.`;

/** What was refused, why, and what would do, in one or two sentences. */
export function refusalInWords(refusal: Refusal, sectorBytes: number): string {
  const size = (length: number) => formatBoth(length * sectorBytes);
  switch (refusal.code) {
    case 'no-survey':
      return 'The disk has not been read yet. Start with As found.';
    case 'not-plannable':
      return 'The table of this disk is too damaged to plan on: its partitions overlap, leave the disk or cannot be trusted. Have it repaired, then read it again.';
    case 'no-such-partition':
      return 'That partition is no longer in the plan.';
    case 'no-such-found':
      return 'That partition is not in the survey this plan rests on.';
    case 'no-such-system':
      return 'That system is no longer in the plan.';
    case 'already-there':
      return 'That is in the plan already.';
    case 'too-small':
      return `A partition has at least ${size(refusal.nearest)}.`;
    case 'below-floor':
      return `That is below the floor of this volume. It can shrink to ${size(refusal.nearest)} at the least.`;
    case 'no-room':
      return refusal.nearest > 0
        ? `There is not room for ${size(refusal.wanted)} here. ${size(refusal.nearest)} would fit.`
        : `There is not room for ${size(refusal.wanted)} here, nor for anything else.`;
    case 'overlaps':
      return `That would lie over another partition of the plan.${nearestInWords(refusal.nearestStart)} Make room for it first: shrink, move or delete what lies there.`;
    case 'outside':
      return `That would lie outside the part of the disk that the table can use.${nearestInWords(refusal.nearestStart)}`;
    case 'not-aligned':
      return `New partitions start on whole MiB. The nearest such place is sector ${refusal.nearestStart}.`;
    case 'cannot-change': {
      const past = { shrink: 'shrunk', grow: 'grown', move: 'moved' }[refusal.change];
      return refusal.content === 'unknown'
        ? `What this partition holds is not known, so it cannot be ${past}. Say what it is under As found, or delete it.`
        : `${volumeName(refusal.content)} cannot be ${past}. Its files would have to be backed up, and the volume made anew.`;
    }
    case 'encrypted-start':
      return 'This volume is encrypted by its own system. Its start cannot be moved from outside; shrink it from its right end instead.';
    case 'slots-full':
      return refusal.container
        ? `An MBR has four slots, and the extended container takes one of them: ${refusal.primaries} primaries do not fit. Place it in the container, or delete a primary.`
        : `An MBR has four slots: ${refusal.primaries} primaries do not fit. Place some in an extended container, or delete one.`;
    case 'no-container':
      return 'A logical partition lies in an extended container, and none is planned.';
    case 'outside-container':
      return 'A logical partition must lie wholly in the extended container. Move it, or change the container first.';
    case 'no-lead-in':
      return `Every logical partition needs a free sector before it for its record. The nearest place for this one is sector ${refusal.nearestStart}.`;
    case 'in-container':
      return 'A primary cannot lie in the extended container. Make it a logical, or change the container first.';
    case 'container-not-aligned':
      return 'An extended container begins on a whole MiB.';
    case 'not-primary':
      return 'Only a primary can be marked to be started from.';
    case 'nothing-to-convert':
      return 'The disk’s table is of that style already, or there is none to convert.';
    case 'partitions-kept':
      return 'A new table loses every partition of the disk; nothing can be kept under it. Delete them in the plan first.';
    case 'style-needs-new-table':
      return `The disk’s table is ${refusal.style.toUpperCase()}. To change its style, convert it in place, or write a new table and lose everything on the disk.`;
    case 'table-full':
      return `The table holds ${refusal.most} partitions, and all are taken.`;
    case 'name-too-long':
      return `That ${refusal.field} is too long: at most ${refusal.most} characters.`;
    case 'no-subvolumes':
      return `Only btrfs has subvolumes; this is ${volumeName(refusal.content)}. Take them away first, or format it as btrfs.`;
    case 'subvolume-twice':
      return `There are two subvolumes “${refusal.name}”. Each needs a name of its own.`;
    case 'system-starts':
      return 'The start plan still names this system. Take it out of there first.';
    case 'starts-itself':
      return 'A system cannot be started by its own loader through itself: give it an entry of its own.';
    case 'no-such-host':
      return 'The partition that is to hold the image is not in the plan.';
    case 'not-found-again':
      return 'A partition that is not on the disk cannot be kept.';
    case 'system-owns':
      return 'The system still owns partitions. Give them to another, or delete them, first.';
  }
}
