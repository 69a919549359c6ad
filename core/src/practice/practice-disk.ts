import { encodeUtf8, md5, uuidFrom, type Stretch } from '../bytes/index.js';
import { momentsOf, type Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { recordPlace, type Survey } from '../survey/index.js';
import {
  encodeGpt,
  encodeMbr,
  ENTRY_BYTES,
  ENTRY_COUNT,
  type GptEntry,
  type PrimarySlot,
} from '../table/index.js';
import { formatFat32, formatSwap, volumeName } from '../volume/index.js';
import { foundLayout, plannedLayout, type PracticeEntry, type PracticeLayout } from './layout.js';
import { message, type Phrase } from '../words/index.js';

/** A disk to practise on: its true size, and the bytes of it that are not zero. */
export interface PracticeDisk {
  readonly sizeBytes: number;
  readonly sectorBytes: number;
  readonly stretches: readonly Stretch[];
  /** Parts that are there by their table entry only. */
  readonly unformatted: readonly EmptyVolume[];
}

/** A partition of a practice disk that nothing was formatted in. */
export interface EmptyVolume extends Pick<PracticeEntry, 'number' | 'label' | 'content' | 'volumeUuid'> {
  /** Which, and what it would hold. */
  readonly says: Phrase;
}

/** The disk as it was found, with a sound table, its start volumes and swap formatted, and everything else empty. */
export function practiceDiskFound(survey: Survey): PracticeDisk {
  return build(foundLayout(survey));
}

/** The disk as it is planned, made in the same way. */
export function practiceDiskPlanned(planned: Planned): PracticeDisk {
  return build(plannedLayout(planned));
}

/** The disk at a moment of the procedure: to practise from there on. */
export const practiceDiskAt = (moment: Moment): PracticeDisk => build(layoutAt(moment));

/** The table at a moment, and what its partitions hold. */
export const layoutAt = ({ planned, numbers, after }: Moment): PracticeLayout =>
  after === 0 ? foundLayout(planned.survey) : plannedLayout(planned, numbers);

/** The moments whose disks differ: of several with one disk, the first. */
export function practiceMoments(planned: Planned): readonly Moment[] {
  const moments = momentsOf(planned).map((moment) => ({ moment, shape: JSON.stringify(layoutAt(moment)) }));
  return moments.filter(({ shape }, i) => moments[i - 1]?.shape !== shape).map(({ moment }) => moment);
}

function build(layout: PracticeLayout): PracticeDisk {
  const sizeBytes = layout.sizeSectors * layout.sectorBytes;
  const formatted = layout.entries.map((entry) => ({ entry, stretches: contentOf(layout, entry) }));
  return {
    sizeBytes,
    sectorBytes: layout.sectorBytes,
    stretches: [
      ...tableStretches(layout),
      ...formatted.flatMap(({ entry, stretches }) =>
        (stretches ?? []).map((s) => ({
          offset: entry.start * layout.sectorBytes + s.offset,
          bytes: s.bytes,
        })),
      ),
    ],
    unformatted: formatted
      .filter(({ entry, stretches }) => !stretches && entry.content !== 'none')
      .map(({ entry: { number, label, content, volumeUuid } }) => ({
        ...{ number, label, content, volumeUuid },
        says: message('practice.unformatted', { number, label, content: volumeName(content) }),
      })),
  };
}

/** The bytes of a table: those of a GPT with both its copies; of an MBR each record. */
export function tableStretches(layout: PracticeLayout): Stretch[] {
  if (layout.style === 'none') return [];
  return layout.style === 'gpt' ? gptOf(layout) : mbrOf(layout);
}

function gptOf({ sizeSectors, sectorBytes, tableId, first, end, entries }: PracticeLayout): Stretch[] {
  const highest = Math.max(ENTRY_COUNT, ...entries.map((e) => e.number));
  const gpt = {
    diskGuid: tableId,
    firstUsable: first,
    usableEnd: end,
    entryCount: Math.ceil(highest / 4) * 4,
    entryBytes: ENTRY_BYTES,
    entries: entries.map(toGptEntry).sort((a, b) => a.number - b.number),
  };
  const { head, tail } = encodeGpt(gpt, sizeSectors, sectorBytes);
  return [
    { offset: 0, bytes: head },
    { offset: sizeSectors * sectorBytes - tail.length, bytes: tail },
  ];
}

function toGptEntry(e: PracticeEntry): GptEntry {
  return {
    number: e.number,
    typeGuid: e.type,
    uniqueGuid: e.uuid,
    start: e.start,
    length: e.length,
    attributes: e.attributes ?? '0'.repeat(16),
    name: e.name.slice(0, 36),
  };
}

function mbrOf({ sectorBytes, tableId, entries, container }: PracticeLayout): Stretch[] {
  const type = (code: string) => parseInt(code, 16);
  const primaries: PrimarySlot[] = entries
    .filter((e) => !e.logical)
    .map((e) => ({ slot: e.number, type: type(e.type), active: e.active, start: e.start, length: e.length }));
  if (container) primaries.push({ slot: container.number, ...spanAndType(container), active: false });
  const logicals = entries.filter((e) => e.logical).sort((a, b) => a.number - b.number);
  const sectors = encodeMbr({
    diskSignature: tableId,
    primaries,
    container,
    logicals: logicals.map((e) => ({
      ...spanAndType(e),
      ebrAt: e.ebrAt ?? recordPlace(e, logicals, container!.start),
    })),
  });
  return sectors.map(({ lba, bytes }) => ({ offset: lba * sectorBytes, bytes }));
}

function spanAndType(p: { readonly start: number; readonly length: number; readonly type: string }) {
  return { type: parseInt(p.type, 16), start: p.start, length: p.length };
}

/** The stretches of a formatted content; `undefined` where it stays unformatted. */
function contentOf(layout: PracticeLayout, entry: PracticeEntry): Stretch[] | undefined {
  const { sectorBytes } = layout;
  const sizeBytes = entry.length * sectorBytes;
  const seed = `${entry.uuid}/${entry.id}`;
  if (entry.content === 'swap')
    return formatSwap(sizeBytes, entry.label, entry.volumeUuid ?? uuidFrom(encodeUtf8(seed)));
  if (entry.content !== 'fat' || !isEfi(entry.type)) return undefined;
  return formatFat32({
    sizeBytes,
    sectorBytes,
    label: entry.label,
    serial: serialOf(entry.volumeUuid, seed),
    hiddenSectors: entry.start,
  });
}

const EFI_TYPES = ['c12a7328-f81f-11d2-ba4b-00a0c93ec93b', '0xef'];
const isEfi = (type: string) => EFI_TYPES.includes(type);

/** `0AAF-6B49` as a number, or one from the seed. */
function serialOf(uuid: string | undefined, seed: string): number {
  const hex = uuid?.replace('-', '') ?? '';
  if (/^[0-9A-Fa-f]{8}$/.test(hex)) return parseInt(hex, 16);
  return new DataView(md5(encodeUtf8(seed)).buffer).getUint32(0);
}
