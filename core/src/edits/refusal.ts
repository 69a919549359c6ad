import type { Sectors } from '../quantity/index.js';
import type { TableStyle } from '../table/index.js';
import { volumeName, type VolumeKind } from '../volume/index.js';
import { message, type Message } from '../words/index.js';

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

export type RefusalCode = `refusal.${Refusal['code']}`;

/** What was refused, why, and what would do. Sizes are said in bytes. */
export function refusalSays(refusal: Refusal, sectorBytes: number): Message<RefusalCode> {
  const bytes = (length: Sectors | undefined) => (length === undefined ? null : length * sectorBytes);
  switch (refusal.code) {
    case 'survey-too-large':
      return message('refusal.survey-too-large', { bytes: refusal.bytes, most: refusal.most });
    case 'too-small':
      return message('refusal.too-small', { nearest: bytes(refusal.nearest) });
    case 'below-floor':
      return message('refusal.below-floor', { floor: refusal.floorBytes });
    case 'no-room': {
      const wanted = refusal.wanted * sectorBytes;
      return message('refusal.no-room', { wanted, nearest: bytes(refusal.nearest) });
    }
    case 'overlaps':
    case 'outside':
    case 'not-aligned':
    case 'no-lead-in':
      return message(`refusal.${refusal.code}`, { nearestStart: refusal.nearestStart ?? null });
    case 'cannot-change': {
      const content = refusal.content === 'unknown' ? null : volumeName(refusal.content);
      return message('refusal.cannot-change', { change: refusal.change, content });
    }
    case 'slots-full':
      return message('refusal.slots-full', { primaries: refusal.primaries, container: refusal.container });
    case 'style-needs-new-table':
      return message('refusal.style-needs-new-table', { style: refusal.style });
    case 'table-full':
      return message('refusal.table-full', { most: refusal.most });
    case 'name-too-long':
      return message('refusal.name-too-long', { field: refusal.field, most: refusal.most });
    case 'no-subvolumes':
    case 'holds-no-volumes':
      return message(`refusal.${refusal.code}`, { content: volumeName(refusal.content) });
    case 'subvolume-twice':
    case 'inside-twice':
    case 'inside-size':
      return message(`refusal.${refusal.code}`, { name: refusal.name });
    case 'already-there':
    case 'container-not-aligned':
    case 'encrypted-start':
    case 'holds-one':
    case 'in-container':
    case 'no-container':
    case 'no-such-found':
    case 'no-such-host':
    case 'no-such-partition':
    case 'no-such-system':
    case 'no-survey':
    case 'not-found-again':
    case 'not-plannable':
    case 'not-primary':
    case 'nothing-to-convert':
    case 'outside-container':
    case 'partitions-kept':
    case 'starts-itself':
    case 'system-owns':
    case 'system-starts':
      return message(`refusal.${refusal.code}`);
  }
}
