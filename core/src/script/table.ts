import { guidOf, tableStretches, type PracticeEntry, type PracticeLayout } from '../practice/index.js';
import { surveyedPartition, type SurveyPartition } from '../survey/index.js';
import type { Planned } from '../plan/index.js';
import { ENTRY, ENTRY_BYTES } from '../table/index.js';
import type { Stretch } from '../bytes/index.js';
import { hexOf, octal } from './octal.js';

const MBR_SLOTS_AT = 446;
const SLOT_BYTES = 16;
const SLOTS = 4;

/** What nobody read of an entry that was found: a script takes whatever is there for it, and leaves it. */
const UNKNOWN = '*';

/** The bytes of a GPT's entry array, or undefined where the table is another. */
function entriesOf(layout: PracticeLayout): Uint8Array | undefined {
  if (layout.style !== 'gpt') return undefined;
  const [head] = tableStretches(layout);
  return head?.bytes.subarray(2 * layout.sectorBytes);
}

const entryBytes = (array: Uint8Array, number: number): Uint8Array =>
  array.subarray((number - 1) * ENTRY_BYTES, number * ENTRY_BYTES);

const field = (entry: Uint8Array, { at, size }: { readonly at: number; readonly size: number }): Uint8Array =>
  entry.subarray(at, at + size);

/** The lines that the library prints of a table (`table_lines`), as it should be at a moment. */
export function tableLines(layout: PracticeLayout, planned: Planned): string[] {
  const array = entriesOf(layout);
  if (array)
    return inOrder(layout.entries).map((e) => gptLine(entryBytes(array, e.number), e, foundOf(e, planned)));
  return layout.style === 'mbr' ? mbrLines(layout) : [];
}

const inOrder = (entries: readonly PracticeEntry[]): PracticeEntry[] =>
  [...entries].sort((a, b) => a.number - b.number);

function gptLine(entry: Uint8Array, e: PracticeEntry, found: SurveyPartition | undefined): string {
  const known = (part: Uint8Array, read: unknown) => (found && read === undefined ? UNKNOWN : hexOf(part));
  return [
    e.number,
    known(field(entry, ENTRY.typeGuid), guidOf(found?.type)),
    known(field(entry, ENTRY.uniqueGuid), guidOf(found?.uuid)),
    e.start,
    e.start + e.length - 1,
    known(field(entry, ENTRY.attributes), found?.attributes),
    known(field(entry, ENTRY.name), found?.name),
  ].join(' ');
}

/** The partition of the reading that an entry lists, under the id that it has in the plan. */
function foundOf({ id }: PracticeEntry, { plan, survey }: Planned): SurveyPartition | undefined {
  const planned = plan.partitions.find((p) => p.id === id);
  return surveyedPartition(survey, planned ? planned.from : id);
}

function mbrLines(layout: PracticeLayout): string[] {
  const { container } = layout;
  const byte = (code: string) => parseInt(code, 16).toString(16).padStart(2, '0');
  const line = (e: PracticeEntry) =>
    [
      e.number,
      byte(e.type),
      e.active ? '80' : '00',
      e.start,
      e.length,
      e.logical ? (e.ebrAt ?? UNKNOWN) : '-',
    ].join(' ');
  const lines = layout.entries.map((e) => ({ number: e.number, text: line(e) }));
  if (container)
    lines.push({
      number: container.number,
      text: [container.number, UNKNOWN, UNKNOWN, container.start, container.length, '-'].join(' '),
    });
  return lines.sort((a, b) => a.number - b.number).map(({ text }) => text);
}

/** What the library is told to write so that the table of one moment becomes that of another; nothing where they are one. */
export function tableChange(before: PracticeLayout, after: PracticeLayout): readonly string[] {
  const [was, is] = [entriesOf(before), entriesOf(after)];
  if (was && is && before.tableId === after.tableId) return gptChange(before, after, was, is);
  if (before.style === 'mbr' && after.style === 'mbr' && before.tableId === after.tableId)
    return mbrChange(before, after);
  return wholeTable(after);
}

/** Entry by entry, and of one that stays only the fields that differ: what nobody read of it is left as it is. */
function gptChange(before: PracticeLayout, after: PracticeLayout, was: Uint8Array, is: Uint8Array): string[] {
  const numbers = [...new Set([...before.entries, ...after.entries].map((e) => e.number))].sort(
    (a, b) => a - b,
  );
  const changes = numbers.flatMap((number) => {
    const [old, next] = [before, after].map((layout) => layout.entries.find((e) => e.number === number));
    const [a, b] = [entryBytes(was, number), entryBytes(is, number)];
    const same = old?.uuid === next?.uuid;
    if (!same) return [`entry ${number} 0 '${octal(b)}'`];
    return Object.values(ENTRY).flatMap((f) =>
      hexOf(field(a, f)) === hexOf(field(b, f)) ? [] : [`entry ${number} ${f.at} '${octal(field(b, f))}'`],
    );
  });
  return changes.length === 0 ? [] : ['gpt_load', ...changes, 'gpt_save'];
}

/** Records of the chain from its end to its beginning, then the first sector: whatever is pointed at is there. */
function mbrChange(before: PracticeLayout, after: PracticeLayout): string[] {
  const records = (layout: PracticeLayout) =>
    new Map(tableStretches(layout).map((s: Stretch) => [s.offset / layout.sectorBytes, s.bytes] as const));
  const [was, is] = [records(before), records(after)];
  const slotsOf = (bytes: Uint8Array | undefined, i: number) =>
    bytes?.subarray(MBR_SLOTS_AT + i * SLOT_BYTES, MBR_SLOTS_AT + (i + 1) * SLOT_BYTES) ??
    new Uint8Array(SLOT_BYTES);
  const chain = [...is]
    .filter(([lba, bytes]) => lba !== 0 && hexOf(bytes) !== hexOf(was.get(lba) ?? new Uint8Array()))
    .sort(([a], [b]) => b - a)
    .map(([lba, bytes]) => `record ${lba} '${octal(bytes.subarray(MBR_SLOTS_AT, 512))}'`);
  const first = Array.from({ length: SLOTS }, (_, i) => i).flatMap((i) => {
    const [a, b] = [slotsOf(was.get(0), i), slotsOf(is.get(0), i)];
    return hexOf(a) === hexOf(b) ? [] : [`slot ${i} '${octal(b)}'`];
  });
  const changes = [...chain, ...first];
  return changes.length === 0 ? [] : ['writing', ...changes, 'tell_kernel'];
}

/** A table from nothing: what is not zero of it, in pieces. The end of the disk first, its beginning last. */
function wholeTable(layout: PracticeLayout): string[] {
  const { sectorBytes } = layout;
  const stretches = [...tableStretches(layout)].sort((a, b) => b.offset - a.offset);
  return [
    ...stretches.flatMap(({ offset, bytes }) => {
      const length = Math.ceil(bytes.length / sectorBytes) * sectorBytes;
      return [
        `blank ${length}`,
        ...runsOf(bytes).map(({ at, part }) => `put "$W/blank" ${at} '${octal(part)}'`),
        `wr ${offset} "$W/blank"`,
      ];
    }),
    'tell_kernel',
  ];
}

const RUN = 256;

function runsOf(bytes: Uint8Array): { at: number; part: Uint8Array }[] {
  const runs = [];
  for (let at = 0; at < bytes.length; at += RUN) {
    const part = bytes.subarray(at, at + RUN);
    if (part.some((byte) => byte !== 0)) runs.push({ at, part });
  }
  return runs;
}
