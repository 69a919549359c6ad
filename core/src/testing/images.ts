import { SparseBytes } from '../bytes/index.js';
import { openImage, qcow2Bytes } from '../image/index.js';
import type { PracticeDisk } from '../practice/index.js';
import { surveyFromDisk, type Survey } from '../survey/index.js';
import { IDENTITY } from './builders.js';
import { FileBytes } from './files.js';

/** The survey of the disk in an image file. @throws Error where it is refused. */
export function surveyFromImage(path: string, sectorBytes?: number): Survey {
  const file = new FileBytes(path);
  try {
    const image = openImage(file);
    const outcome = surveyFromDisk(image.source, { kind: 'image' }, IDENTITY, {
      sectorBytes: sectorBytes ?? image.sectorBytes,
    });
    if (!outcome.ok) throw new Error(outcome.refusal.says.code);
    return outcome.survey;
  } finally {
    file.close();
  }
}

/** The survey of a practice disk, written as an image and read as any disk is. @throws Error where it is refused */
export function surveyFromPractice(disk: PracticeDisk): Survey {
  const bytes = qcow2Bytes(disk.sizeBytes, disk.stretches);
  const { source } = openImage(new SparseBytes(bytes.length, [{ offset: 0, bytes }]));
  const outcome = surveyFromDisk(source, { kind: 'image' }, IDENTITY, { sectorBytes: disk.sectorBytes });
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}
