import { ReadFault, type ByteSource } from '../bytes/index.js';
import { probeApfs } from './formats/apfs.js';
import { probeBtrfs } from './formats/btrfs.js';
import {
  probeLdm,
  probeLuks,
  probeLvm,
  probeRaid,
  probeRefs,
  probeWindowsEncrypted,
  probeZfs,
} from './formats/containers.js';
import { probeExfat } from './formats/exfat.js';
import { probeExt } from './formats/ext/ext.js';
import { probeFat } from './formats/fat/fat.js';
import { probeHfsplus } from './formats/hfsplus.js';
import { probeIso9660 } from './formats/iso9660.js';
import { probeNtfs } from './formats/ntfs/ntfs.js';
import { probeSwap } from './formats/swap.js';
import { probeUfs } from './formats/ufs.js';
import { probeXfs } from './formats/xfs.js';
import { told, unlessUnreadable, type Probe, type Recognised, type Volume } from './reading.js';
import { message } from '../words/index.js';
import { unreadAs } from './unread.js';

/**
 * In order of precedence: what wraps another volume stands before what it wraps (a member of a mirror begins like the
 * file system on it), strong signatures before weak ones.
 */
const PROBES: readonly Probe[] = [
  probeRaid,
  probeLuks,
  probeLvm,
  probeWindowsEncrypted,
  probeLdm,
  probeNtfs,
  probeExfat,
  probeRefs,
  probeXfs,
  probeApfs,
  probeBtrfs,
  probeExt,
  probeHfsplus,
  probeSwap,
  probeUfs,
  probeIso9660,
  probeFat,
  probeZfs,
];
/** Marks of formats stand within so much of either end; a partition that has only zeros there is empty. */
const MARKS_WITHIN = { start: 132 * 1024, end: 64 * 1024, piece: 4096 };

/**
 * What a partition holds, by its own bytes; `undefined` where not even its first sector is known. Content of no
 * known kind is `unknown`, a partition that begins with zeros `none`. Bad bytes never throw: what could not be read
 * further is named in `unread`.
 */
export function identifyVolume(source: ByteSource): Volume | undefined {
  if (!unlessUnreadable(() => source.read(0, Math.min(512, source.sizeBytes)))) return undefined;
  const found = PROBES.map((probe) => unlessUnreadable(() => probe(source))).filter(
    (r): r is Recognised => r !== undefined,
  );
  const [first, ...others] = found;
  if (!first) return { kind: isEmpty(source) ? 'none' : 'unknown' };
  const volume = withoutNonsense(measured(first));
  if (others.length === 0) return volume;
  const kinds = others.map((o) => o.volume.kind);
  return {
    ...volume,
    unread: [...(volume.unread ?? []), unreadAs(message('read.marks', { kinds }))],
  };
}

/** Whether the bytes carry the mark of any known format; nothing is measured. */
export function isRecognised(source: ByteSource): boolean {
  return PROBES.some((probe) => unlessUnreadable(() => probe(source)) !== undefined);
}

function measured({ volume, measure }: Recognised): Volume {
  if (!measure) return volume;
  try {
    return { ...volume, ...measure() };
  } catch (error) {
    if (!(error instanceof ReadFault)) throw error;
    return { ...volume, unread: [unreadAs(error.says)] };
  }
}

/** Figures that no volume can have are left out, and that is said: a damaged structure is not taken at its word. */
function withoutNonsense(volume: Volume): Volume {
  const { sizeBytes, usedBytes, lastUsedByte, blockBytes, floor, ...rest } = volume;
  const most = possible(sizeBytes) ?? Number.MAX_SAFE_INTEGER;
  const kept = {
    ...told('blockBytes', possible(blockBytes)),
    ...told('sizeBytes', possible(sizeBytes)),
    ...told('usedBytes', possible(usedBytes, most)),
    ...told('lastUsedByte', possible(lastUsedByte, most)),
    ...(floor && possible(floor.bytes, most) !== undefined ? { floor } : {}),
  };
  const given = { blockBytes, sizeBytes, usedBytes, lastUsedByte, floor };
  const dropped = Object.entries(given).some(([key, value]) => value !== undefined && !(key in kept));
  if (!dropped) return volume;
  const { usedEvidence: _, ...unmeasured } = rest;
  const unread = [...(volume.unread ?? []), unreadAs(message('read.figures'))];
  return { ...('usedBytes' in kept ? rest : unmeasured), ...kept, unread };
}

function possible(figure: number | undefined, most = Number.MAX_SAFE_INTEGER): number | undefined {
  return figure !== undefined && Number.isSafeInteger(figure) && figure >= 0 && figure <= most
    ? figure
    : undefined;
}

function isEmpty(source: ByteSource): boolean {
  const { start, end, piece } = MARKS_WITHIN;
  const { sizeBytes } = source;
  const isZero = (offset: number) => {
    const bytes = unlessUnreadable(() => source.read(offset, Math.min(piece, sizeBytes - offset)));
    return bytes === undefined || bytes.every((byte) => byte === 0);
  };
  for (let at = 0; at < Math.min(start, sizeBytes); at += piece) if (!isZero(at)) return false;
  for (let at = Math.max(start, sizeBytes - end); at < sizeBytes; at += piece) if (!isZero(at)) return false;
  return true;
}
