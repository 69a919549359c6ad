import { SparseBytes } from '../bytes/index.js';
import { MIB } from '../quantity/index.js';
import { decodeGptCopy, detectSectorBytes, headerPlaces, SECTOR_SIZES } from '../table/index.js';
import { refuse, type SurveyOutcome } from './outcome.js';
import { surveyFromDisk } from './from-disk.js';
import type { SurveyIdentity } from './survey.js';
import { message } from '../words/index.js';

/** What is asked for at each end of the disk. */
export const CAPTURE_BYTES = MIB;

export interface CapturedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

export interface Capture {
  readonly head: CapturedFile;
  readonly tail: CapturedFile;
  readonly diskBytes: number;
}

/**
 * A survey from the first and the last MiB of a disk and its size. The files may be longer; of the tail
 * the end counts. Refused when a file is short or the tail cannot be of the same disk; damage of the
 * table itself is no refusal but told in the survey.
 */
export function surveyFromCapture(capture: Capture, identity: SurveyIdentity): SurveyOutcome {
  const wrong = checkSizes(capture);
  if (wrong) return wrong;
  const { head, tail, diskBytes } = capture;
  const source = new SparseBytes(diskBytes, [
    { offset: 0, bytes: head.bytes },
    { offset: diskBytes - tail.bytes.length, bytes: tail.bytes },
  ]);
  const sectorBytes = detectSectorBytes(source);
  const mismatch = checkTail(capture, source, sectorBytes);
  if (mismatch) return mismatch;

  const files = { kind: 'capture' as const, files: [head.name, tail.name] };
  return surveyFromDisk(source, files, identity, { sectorBytes });
}

/** The size of the disk as its own table tells it, and at which end it was read. */
export interface ProposedSize {
  readonly bytes: number;
  readonly from: 'head' | 'tail';
}

/** A GPT's last header says which sector it is, and the first where the last one lies: so the disk's size can be proposed. */
export function proposeDiskBytes(
  head: Uint8Array | undefined,
  tail: Uint8Array | undefined,
): ProposedSize | undefined {
  for (const sectorBytes of SECTOR_SIZES) {
    const last = tail && headerPlaces(tail.subarray(Math.max(0, tail.length - sectorBytes)));
    if (last) return { bytes: (last.myLba + 1) * sectorBytes, from: 'tail' };
    const first = head && headerPlaces(head.subarray(sectorBytes, 2 * sectorBytes));
    if (first?.myLba === 1) return { bytes: (first.alternateLba + 1) * sectorBytes, from: 'head' };
  }
  return undefined;
}

/** Which end of a disk these bytes look like, if either. */
export function looksLikeEnd(bytes: Uint8Array): 'head' | 'tail' | undefined {
  if (SECTOR_SIZES.some((s) => headerPlaces(bytes.subarray(s, 2 * s))?.myLba === 1)) return 'head';
  if (SECTOR_SIZES.some((s) => headerPlaces(bytes.subarray(Math.max(0, bytes.length - s))))) return 'tail';
  return bytes[510] === 0x55 && bytes[511] === 0xaa ? 'head' : undefined;
}

function checkSizes({ head, tail, diskBytes }: Capture): SurveyOutcome | undefined {
  if (head.bytes.length < CAPTURE_BYTES) return refuse(cutShort('head', head));
  if (tail.bytes.length < CAPTURE_BYTES) return refuse(cutShort('tail', tail));
  if (!Number.isSafeInteger(diskBytes) || diskBytes % 512 !== 0 || diskBytes < head.bytes.length)
    return refuse(message('capture.size-impossible', { bytes: diskBytes }));
  return undefined;
}

const cutShort = (end: 'head' | 'tail', { name, bytes }: CapturedFile) =>
  message('capture.cut-short', { end, file: name, bytes: bytes.length, need: CAPTURE_BYTES });

/** A tail is of this disk when its backup header, if it has one, agrees with the primary on id and place. */
function checkTail(
  { head, tail, diskBytes }: Capture,
  source: SparseBytes,
  sectorBytes: number,
): SurveyOutcome | undefined {
  const lastLba = Math.floor(diskBytes / sectorBytes) - 1;
  const primary = decodeGptCopy(source, 1, sectorBytes);
  const backup = decodeGptCopy(source, lastLba, sectorBytes);
  if (primary.ok && backup.ok && primary.copy.gpt.diskGuid !== backup.copy.gpt.diskGuid)
    return refuse(
      message('capture.other-disk', {
        file: tail.name,
        tail: backup.copy.gpt.diskGuid,
        head: primary.copy.gpt.diskGuid,
      }),
    );
  if (!backup.ok && backup.fault.code === 'header-nonsense' && backup.fault.field === 'MyLBA') {
    const sits = Number(backup.fault.value);
    const said = (sits + 1) * sectorBytes;
    return refuse(message('capture.not-at-end', { file: tail.name, bytes: diskBytes, said }));
  }
  if (!primary.ok && primary.fault.code === 'no-signature' && startsLikeTail(head.bytes, sectorBytes))
    return refuse(message('capture.swapped', { file: head.name }));
  return undefined;
}

function startsLikeTail(bytes: Uint8Array, sectorBytes: number): boolean {
  const end = bytes.subarray(bytes.length - sectorBytes);
  return String.fromCharCode(...end.subarray(0, 8)) === 'EFI PART' && bytes[510] !== 0x55;
}
