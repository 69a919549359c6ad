import { openImage } from '../image/index.js';
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
    if (!outcome.ok) throw new Error(outcome.refusal.message);
    return outcome.survey;
  } finally {
    file.close();
  }
}
