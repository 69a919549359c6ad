import {
  encodeQcow2,
  formatBoth,
  isPlannable,
  practiceDiskAt,
  practiceDiskFound,
  practiceDiskPlanned,
  type MachineText,
  type PracticeDisk,
} from '@rhizotome/core';
import { Failure } from '../failure.js';
import { momentAfter } from '../moment.js';
import { readMachine } from '../input.js';
import { print, writeFile } from '../output.js';
import { text } from '../words.js';

export interface ImageOptions {
  readonly state?: 'found' | 'planned';
  /** How many steps are done. */
  readonly moment?: number;
  readonly output: string;
  readonly force?: boolean;
}

/** Writes a disk to practise on: sparse, of the true size. */
export function image(path: string, options: ImageOptions): void {
  const disk = practiceDisk(path, readMachine(path), options);
  if (/\.qcow2$/i.test(options.output)) writeQcow2(disk, options, path);
  else if (/\.(img|raw)$/i.test(options.output)) writeRaw(disk, options, path);
  else
    throw new Failure(
      `${options.output}: the name must end in .qcow2 or .img, which tells the kind of image.`,
    );
  print(`${options.output}: a disk of ${formatBoth(disk.sizeBytes)}, sectors of ${disk.sectorBytes} bytes.`);
  if (disk.unformatted.length > 0)
    print(`Left unformatted: ${disk.unformatted.map(({ says }) => text(says)).join('; ')}.`);
}

function practiceDisk(
  path: string,
  { plan, survey }: MachineText,
  { state, moment }: ImageOptions,
): PracticeDisk {
  if (!survey) throw new Failure(`${path} holds no disk.`);
  if (!isPlannable(survey))
    throw new Failure(`${path}: the table of this disk is too damaged to be made again.`);
  if (moment !== undefined) {
    if (!plan || state) throw new Failure('--moment counts the steps of a plan, and goes without --state.');
    return practiceDiskAt(momentAfter({ plan, survey }, moment));
  }
  if ((state ?? (plan ? 'planned' : 'found')) === 'found') return practiceDiskFound(survey);
  if (!plan) throw new Failure(`${path} holds a survey and no plan: only --state found can be made of it.`);
  return practiceDiskPlanned({ plan, survey });
}

function writeQcow2(disk: PracticeDisk, { output, force }: ImageOptions, read: string): void {
  const write = (put: (bytes: Uint8Array, at: number) => void) => {
    let at = 0;
    for (const piece of encodeQcow2(disk.sizeBytes, disk.stretches)) {
      put(piece, at);
      at += piece.length;
    }
  };
  writeFile(output, force === true, write, read);
}

function writeRaw(disk: PracticeDisk, { output, force }: ImageOptions, read: string): void {
  const write = (put: (bytes: Uint8Array, at: number) => void, setSize: (bytes: number) => void) => {
    setSize(disk.sizeBytes);
    for (const { offset, bytes } of disk.stretches) put(bytes, offset);
  };
  writeFile(output, force === true, write, read);
}
