import type { ByteSource } from '../bytes/index.js';
import { isCaptureArchive, openCaptureArchive } from './archive/archive.js';
import { isQcow2, openQcow2 } from './qcow2/read.js';

export type ImageFormat = 'qcow2' | 'capture' | 'raw';

export interface OpenedImage {
  readonly format: ImageFormat;
  /** The disk that the file holds. */
  readonly source: ByteSource;
  /** Where the file tells it. */
  readonly sectorBytes?: number;
}

/** The disk in a file: a qcow2 image, a capture archive, or the bytes themselves. @throws ImageRefused */
export function openImage(file: ByteSource): OpenedImage {
  if (isQcow2(file)) return { format: 'qcow2', source: openQcow2(file) };
  if (isCaptureArchive(file)) return { format: 'capture', ...openCaptureArchive(file) };
  return { format: 'raw', source: file };
}
