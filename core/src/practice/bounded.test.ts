import { BoundedBytes, ReadFault, SparseBytes, type Stretch } from '../bytes/index.js';
import { openImage, qcow2Bytes } from '../image/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { surveyFromDisk } from '../survey/index.js';
import { drawn, IDENTITY } from '../testing/builders.js';
import { formatFat32 } from '../volume/index.js';
import { practiceDiskFound } from './index.js';

const VOLUME_BYTES = 120 * GIB;

/** FAT32 with clusters of one sector, so that its table takes 1 GiB, of which hardly a byte was ever written. */
function vastFat(offset: number): Stretch[] {
  const made = formatFat32({
    sizeBytes: VOLUME_BYTES,
    sectorBytes: 512,
    label: 'VAST',
    serial: 1,
    hiddenSectors: 0,
  });
  if (!made) throw new Error('too small');
  return made.map((stretch) => {
    const bytes = Uint8Array.from(stretch.bytes);
    if (stretch.offset === 0) {
      const view = new DataView(bytes.buffer);
      view.setUint8(13, 1);
      view.setUint32(36, VOLUME_BYTES / 512 / 128 + 1, true);
    }
    return { offset: offset + stretch.offset, bytes };
  });
}

test('a small file that claims vast volumes is read with the effort of a small file, and says what was not read', () => {
  const survey = drawn(
    16_000,
    Array.from({ length: 100 }, (_, i) => `120GiB root "${i}"`),
  );
  const disk = practiceDiskFound(survey);
  const table = disk.stretches.filter(
    (s) => !survey.partitions.some((p) => p.start * 512 <= s.offset && s.offset < (p.start + p.length) * 512),
  );
  const file = qcow2Bytes(disk.sizeBytes, [
    ...table,
    ...survey.partitions.flatMap((p) => vastFat(p.start * 512)),
  ]);
  const image = openImage(new SparseBytes(file.length, [{ offset: 0, bytes: file }]));
  let read = 0;
  const counted = {
    sizeBytes: image.source.sizeBytes,
    heldBytes: file.length,
    read: (offset: number, length: number) => {
      read += length;
      return image.source.read(offset, length);
    },
  };
  const outcome = surveyFromDisk(counted, { kind: 'image' }, IDENTITY);
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  expect(read).toBeLessThan(300 * MIB + 8 * file.length);
  expect(outcome.survey.partitions).toHaveLength(100);
  const [first] = outcome.survey.partitions;
  expect(first!.volume).toMatchObject({ kind: 'fat', unread: ['read.too-long'] });
  expect(outcome.survey.partitions.at(-1)!.volume).toBeUndefined();
});

test('what has to be unpacked for a read counts, not what was asked for', () => {
  const source = {
    sizeBytes: GIB,
    effortBytes: 0,
    read: (_: number, length: number) => {
      source.effortBytes += 2 * MIB;
      return new Uint8Array(length);
    },
  };
  const bounded = new BoundedBytes(source, 20 * MIB);
  const readAll = () => {
    for (let at = 0; at < GIB; at += 512) bounded.read(at, 512);
  };
  expect(readAll).toThrow(ReadFault);
  expect([bounded.spent, source.effortBytes]).toEqual([true, 20 * MIB]);
});
