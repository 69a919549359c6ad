import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  CAPTURE_BYTES,
  encodeCaptureArchive,
  formatBinary,
  formatBoth,
  Recorder,
  surveyFromDisk,
  type ByteSource,
} from '@rhizotome/core';
import { Failure, fileReason } from '../failure.js';
import { newIdentity, openDisk } from '../input.js';
import { print, writeFile } from '../output.js';
import { whileTelling } from '../progress.js';
import { text as textOf } from '../words.js';

export interface CaptureOptions {
  readonly output: string;
  readonly sector?: number;
  readonly force?: boolean;
}

/** Writes both ends of a disk, and an archive of exactly what a survey of it reads. */
export function capture(path: string, options: CaptureOptions): void {
  const disk = openDisk(path);
  const recorder = new Recorder(disk.source);
  const sectorBytes = options.sector ?? disk.sectorBytes;
  const outcome = whileTelling(({ watch, onProgress }) =>
    surveyFromDisk(watch(recorder.source), { kind: 'image', files: [disk.name] }, newIdentity(), {
      sectorBytes,
      onProgress,
    }),
  );
  if (!outcome.ok) throw new Failure(`${path}: ${textOf(outcome.refusal.says)}`);
  const ends = endsOf(disk.source, path);
  const archive = encodeCaptureArchive({
    diskBytes: disk.source.sizeBytes,
    sectorBytes: outcome.survey.disk.sectorBytes,
    stretches: recorder.stretches(),
  });
  makeFolder(options.output);
  const files: [name: string, bytes: Uint8Array, what: string][] = [
    ['head.bin', ends.head, 'the first MiB of the disk'],
    ['tail.bin', ends.tail, 'the last MiB of the disk'],
    ['disk.capture', archive, 'what a survey reads of tables and file systems, packed'],
  ];
  for (const [name, bytes] of files)
    writeFile(join(options.output, name), options.force === true, (put) => put(bytes, 0), path);
  print(`Disk of ${formatBoth(disk.source.sizeBytes)}: ${disk.source.sizeBytes} bytes.`);
  for (const [name, bytes, what] of files)
    print(`${join(options.output, name)}  ${formatBinary(bytes.length)}  ${what}`);
  print(
    'disk.capture holds names of files and volumes where the survey reads them, the mount table and crypttab; no other content.',
  );
}

function endsOf(source: ByteSource, path: string): { head: Uint8Array; tail: Uint8Array } {
  const length = Math.min(CAPTURE_BYTES, source.sizeBytes);
  const head = source.read(0, length);
  const tail = source.read(source.sizeBytes - length, length);
  if (!head || !tail) throw new Failure(`${path}: its ends cannot be read.`);
  return { head, tail };
}

function makeFolder(path: string): void {
  try {
    mkdirSync(path, { recursive: true });
  } catch (error) {
    throw new Failure(`${path} cannot be made: ${fileReason(error)}.`);
  }
}
