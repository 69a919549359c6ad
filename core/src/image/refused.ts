import type { Phrase } from '../words/index.js';

/** Why a file is not taken as a disk image: what it is, where it fails, what to do. */
export class ImageRefused extends Error {
  constructor(readonly says: Phrase) {
    super(says.code);
  }
}
