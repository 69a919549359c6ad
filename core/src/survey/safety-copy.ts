import { base64 } from '@scure/base';
import { zipSync } from 'fflate';
import { encodeUtf8, SparseBytes, Window, type ByteSource, type Stretch } from '../bytes/index.js';
import { decodeCaptureArchive, encodeCaptureArchive } from '../image/index.js';
import type { TableReading } from '../table/index.js';
import type { Survey } from './survey.js';
import { message, sayIn, type Catalogue } from '../words/index.js';

const HEAD_SECTORS = 34;
const TAIL_SECTORS = 33;
const FEWER = { head: 6, tail: 5 } as const;

/** The sectors that a table consists of, as far as they were read; packed as text. */
export function packTableSectors(source: ByteSource, table: TableReading): string | undefined {
  const { sectorBytes, diskSectors } = table;
  const few = sectorBytes === 4096;
  const head = few ? FEWER.head : HEAD_SECTORS;
  const tail = few ? FEWER.tail : TAIL_SECTORS;
  const spans: [number, number][] =
    table.style === 'mbr'
      ? [[0, 1], ...recordsOf(table).map((at): [number, number] => [at, 1])]
      : [
          [0, Math.min(head, diskSectors)],
          [Math.max(0, diskSectors - tail), Math.min(tail, diskSectors)],
        ];
  const stretches = spans.flatMap(([start, count]): Stretch[] => {
    const bytes = source.read(start * sectorBytes, count * sectorBytes);
    return bytes ? [{ offset: start * sectorBytes, bytes: Uint8Array.from(bytes) }] : [];
  });
  if (stretches.length === 0) return undefined;
  return base64.encode(
    encodeCaptureArchive({ diskBytes: diskSectors * sectorBytes, sectorBytes, stretches }),
  );
}

function recordsOf(table: TableReading): number[] {
  const records = [...table.containers.map((c) => c.start), ...table.partitions.map((p) => p.ebrAt)];
  return [...new Set(records.filter((at) => at !== undefined))].sort((a, b) => a - b);
}

/** The sectors kept in a survey. @throws ImageRefused where the text was altered. */
export function tableSectorsOf(safetyCopy: string): readonly Stretch[] {
  const bytes = base64.decode(safetyCopy);
  const file = new Window(new SparseBytes(bytes.length, [{ offset: 0, bytes }]), 0, bytes.length);
  return decodeCaptureArchive(file).stretches;
}

/**
 * The kept sectors as a zip: each stretch as a file of its own, and a page that says how to keep them and how they are
 * put back. `undefined` where the survey kept none.
 */
export function safetyCopyZip(catalogue: Catalogue, survey: Survey, machine: string): Uint8Array | undefined {
  if (survey.safetyCopy === undefined) return undefined;
  const { sectorBytes } = survey.disk;
  const files = tableSectorsOf(survey.safetyCopy).map(({ offset, bytes }) => ({
    name: `table-at-sector-${offset / sectorBytes}.bin`,
    sector: offset / sectorBytes,
    bytes,
  }));
  const page = encodeUtf8(safetyWords(catalogue, survey, machine, files));
  const entries = Object.fromEntries(files.map((f) => [f.name, f.bytes]));
  return zipSync({ ...entries, 'READ-ME-FIRST.txt': page }, { mtime: survey.takenAt, level: 6 });
}

function safetyWords(
  catalogue: Catalogue,
  { disk, takenAt }: Survey,
  machine: string,
  files: readonly { readonly name: string; readonly sector: number; readonly bytes: Uint8Array }[],
): string {
  const device = disk.device ?? '/dev/DISK';
  const count = (bytes: Uint8Array) => bytes.length / disk.sectorBytes;
  const {
    title,
    disk: told,
    keep,
    holds,
    restore,
    before,
    old,
  } = sayIn(
    catalogue,
    message('safety-copy.page', {
      machine,
      takenAt,
      sectors: disk.sizeSectors,
      sectorBytes: disk.sectorBytes,
      style: disk.style.toUpperCase(),
      id: disk.tableId ?? null,
      files: files.map(({ name, sector, bytes }) => ({ name, sector, sectors: count(bytes) })),
    }),
  );
  const commands = files.map(
    (f) =>
      `  dd if=${f.name} of=${device} bs=${disk.sectorBytes} seek=${f.sector} count=${count(f.bytes)} conv=notrunc,fsync`,
  );
  return [title, told, '', ...keep, '', ...holds, '', restore, before, ...commands, old, ''].join('\n');
}
