// Reading a disk of 1 TB, and writing one to practise on.
import {
  closeSync,
  fsyncSync,
  ftruncateSync,
  mkdtempSync,
  openSync,
  readSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import {
  encodeGpt,
  encodeQcow2,
  nominalSectors,
  ObservedBytes,
  openImage,
  practiceDiskPlanned,
  readDocument,
  Recorder,
  surveyFromDisk,
  usableArea,
} from '@rhizotome/core';
import { readFileSync } from 'node:fs';
import { DiskFile } from '../../cli/dist/disk-file.js';

const ROOT = resolve(import.meta.dirname, '../..');
const IDENTITY = { id: 'bench', takenAt: '2026-01-01T00:00:00.000Z' };
const MIB = 2 ** 20;
const survey = (source) => {
  const outcome = surveyFromDisk(source, { kind: 'image' }, IDENTITY);
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
};

/** Partitions of the demo images, set down one after the other on a disk of 1 TB. */
const PARTS = [
  ['petrel', 1],
  ['petrel', 3],
  ['dunlin', 2],
  ['dunlin', 5],
  ['knot', 2],
  ['knot', 3],
];

function makeDisk(path) {
  const diskSectors = nominalSectors(1000);
  const { first, end } = usableArea(diskSectors, 512);
  const file = openSync(path, 'w+');
  ftruncateSync(file, diskSectors * 512);
  let at = 2048;
  const entries = PARTS.map(([name, number], i) => {
    const image = new DiskFile(join(ROOT, `demo/images/${name}.qcow2`));
    const recorder = new Recorder(openImage(image).source);
    const found = survey(recorder.source).partitions.find((p) => p.number === number);
    const [from, to] = [found.start * 512, (found.start + found.length) * 512];
    for (const { offset, bytes } of recorder.stretches()) {
      const [low, high] = [Math.max(from, offset), Math.min(to, offset + bytes.length)];
      if (low < high) writeSync(file, bytes, low - offset, high - low, at * 512 + low - from);
    }
    image.close();
    const entry = {
      number: i + 1,
      typeGuid: i === 0 ? 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b' : '0fc63daf-8483-4772-8e79-3d69d8477de4',
      uniqueGuid: `00000000-0000-4000-8000-00000000000${i}`,
      start: at,
      length: found.length,
      attributes: '0'.repeat(16),
      name: '',
    };
    at += Math.ceil(found.length / 2048) * 2048;
    return entry;
  });
  const gpt = {
    diskGuid: IDENTITY_GUID,
    firstUsable: first,
    usableEnd: end,
    entryCount: 128,
    entryBytes: 128,
    entries,
  };
  const { head, tail } = encodeGpt(gpt, diskSectors, 512);
  writeSync(file, head, 0, head.length, 0);
  writeSync(file, tail, 0, tail.length, diskSectors * 512 - tail.length);
  closeSync(file);
}
const IDENTITY_GUID = '11111111-2222-4333-8444-555555555555';

/** Bytes of the structures that tell what is asked for, by each format's own arithmetic. */
function structureBytes(found) {
  const table = 2 * 512 + 2 * 128 * 128 + 512;
  return found.partitions.reduce((sum, { volume }) => sum + volumeBytes(volume), table);
}

function volumeBytes({ kind, sizeBytes, blockBytes }) {
  const blocks = Math.ceil(sizeBytes / blockBytes);
  switch (kind) {
    case 'ntfs':
      // Boot sector, four file records, the map of clusters.
      return 512 + 4 * 1024 + blocks / 8;
    case 'fat':
      // Boot sector, one FAT, root directory and the one below it.
      return 512 + blocks * 4 + 2 * blockBytes;
    case 'ext4':
      // Superblock, 64 bytes a group, one map, and the way to two files: inodes and directories.
      return 1024 + (blocks / (8 * blockBytes)) * 64 + blockBytes / 8 + 4 * (256 + blockBytes);
    default:
      return 4096;
  }
}

/** The quietest of many rounds: whatever else runs on the machine can only make one slower. */
const quietest = (times) => Math.min(...times);

export function benchDisks(report) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-disks-'));
  try {
    benchReading(folder, report);
    benchWriting(folder, report);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function benchReading(folder, report) {
  const path = join(folder, 'disk.img');
  makeDisk(path);
  const file = new DiskFile(path);
  let bytesRead = 0;
  const counted = new ObservedBytes(file, (_, bytes) => (bytesRead += bytes.length));
  const found = survey(counted);
  const needed = structureBytes(found);
  report(
    'survey-1tb-bytes',
    bytesRead / needed,
    1.25,
    `${(bytesRead / MIB).toFixed(1)} MiB read of ${(file.sizeBytes / 1e12).toFixed(1)} TB, ${(needed / MIB).toFixed(1)} MiB needed`,
  );

  const plain = join(folder, 'plain');
  const target = openSync(plain, 'w+');
  const chunk = new Uint8Array(MIB).fill(0x5a);
  for (let at = 0; at < bytesRead; at += MIB) writeSync(target, chunk, 0, Math.min(MIB, bytesRead - at), at);
  const readPlain = () => {
    for (let at = 0; at < bytesRead; at += MIB) {
      const length = Math.min(MIB, bytesRead - at);
      readSync(target, new Uint8Array(length), 0, length, at);
    }
  };
  const [surveyed, read] = alternately(() => survey(file), readPlain);
  report(
    'survey-1tb-time',
    surveyed / read,
    3,
    `${surveyed.toFixed(1)} ms to survey, ${read.toFixed(1)} ms to read as many bytes in sequence`,
  );
  closeSync(target);
  file.close();
}

function benchWriting(folder, report) {
  const text = readFileSync(join(ROOT, 'demo/machines/knot.rhizotome'), 'utf8');
  const outcome = readDocument(text, IDENTITY);
  const { plan, survey: found } = outcome.value;
  const pieces = () => {
    const disk = practiceDiskPlanned({ plan, survey: found });
    return [...encodeQcow2(disk.sizeBytes, disk.stretches)];
  };
  const made = pieces();
  const size = made.reduce((sum, piece) => sum + piece.length, 0);
  const write = (name, list) => {
    const file = openSync(join(folder, name), 'w');
    let at = 0;
    for (const piece of list) at += writeSync(file, piece, 0, piece.length, at);
    fsyncSync(file);
    closeSync(file);
  };
  const [ours, plain] = alternately(
    () => write('ours', pieces()),
    () => write('plain', made),
  );
  report(
    'practice-disk',
    ours / plain,
    undefined,
    `${ours.toFixed(1)} ms to make and write ${Math.round(size / 1024)} KiB of a 240 GB disk, ${plain.toFixed(1)} ms to write as much`,
  );
}

/** How long two pieces of work take, done in turns so that both meet the same machine. */
function alternately(a, b) {
  const times = [[], []];
  for (let i = 0; i < 22; i++)
    [a, b].forEach((work, which) => {
      const start = performance.now();
      work();
      if (i > 1) times[which].push(performance.now() - start);
    });
  return times.map(quietest);
}
