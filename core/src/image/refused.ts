/** Why a file is not taken as a disk image: what it is, where it fails, what to do. */
export type ImageFault =
  | 'backing-file'
  | 'encrypted'
  | 'external-data'
  | 'unknown-version'
  | 'unknown-feature'
  | 'damaged'
  | 'too-small'
  | 'not-a-disk';

export class ImageRefused extends Error {
  constructor(
    readonly code: ImageFault,
    message: string,
  ) {
    super(message);
  }
}
