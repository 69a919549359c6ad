import { base64 } from '@scure/base';
import { SparseBytes, Window, type ByteSource, type Stretch } from '../bytes/index.js';
import { decodeCaptureArchive, encodeCaptureArchive } from '../image/index.js';
import type { TableReading } from '../table/index.js';

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
