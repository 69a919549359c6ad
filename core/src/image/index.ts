export {
  decodeCaptureArchive,
  encodeCaptureArchive,
  isCaptureArchive,
  type CaptureArchive,
} from './archive/archive.js';
export { openImage, type ImageFormat, type OpenedImage } from './open.js';
export { isQcow2, openQcow2 } from './qcow2/read.js';
export { encodeQcow2, qcow2Bytes } from './qcow2/write.js';
export { joinStretches, Recorder } from './recorder.js';
export { ImageRefused } from './refused.js';
