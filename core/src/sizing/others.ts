import { bytes, GB, GIB, MIB, type Bytes } from '../quantity/index.js';
import { USUAL_USE } from '../system/index.js';
import { kernelBytes, kernelsBytes, type KernelUse } from './kernels.js';
import { madeUp, RULE_OF_THUMB, share, wholeMib, type MadeUp, type SizeLine } from './make-up.js';
import { message, type Phrase } from '../words/index.js';

/** The initial image to rescue with holds every driver. */
const RESCUE_MORE_BYTES = 35 * MIB;

/** Size of a /boot: 1 GiB for the usual two kernels and the one being installed, 2 GiB with graphics firmware in their images. */
export function bootSize(use: KernelUse = USUAL_USE): MadeUp {
  const line = (what: Phrase, mib: number): SizeLine => ({ what, bytes: mib * MIB, source: RULE_OF_THUMB });
  const lines = [
    line(message('line.kernels-and-images', { count: use.kernelsKept + 1 }), kernelsBytes(use) / MIB),
    line(message('line.rescue'), (kernelBytes(use) + RESCUE_MORE_BYTES) / MIB),
    line(message('line.loader-images'), 50),
  ];
  return madeUp([...lines, share(message('line.headroom'), lines, 0.8)], 256 * MIB);
}

/** Advised size of a Windows system volume after shrinking: used x 1.15, and 20 GiB free for updates. Rule of thumb. */
export function advisedWindowsBytes(usedBytes: number): Bytes {
  return wholeMib(Math.max(usedBytes * 1.15, usedBytes + 20 * GIB));
}

/** What the setup of a Windows makes for itself in the room it is given, and the volume that is left of it. */
export function windowsRoom(systemBytes: number, hasEfi: boolean): MadeUp {
  const published = message('source.maker-layout');
  return madeUp(
    [
      {
        what: message('line.system-volume'),
        bytes: systemBytes,
        source: systemBytes >= 64 * GB ? message('source.published') : RULE_OF_THUMB,
      },
      { what: message('line.efi'), bytes: hasEfi ? 0 : 100 * MIB, source: published },
      { what: message('line.reserved'), bytes: 16 * MIB, source: published },
      { what: message('line.recovery'), bytes: GIB, source: published },
    ],
    MIB,
    true,
  );
}

/** Room that an image file of a hosted system takes in its host: the file and a tenth. Rule of thumb. */
export function hostedRoomBytes(fileBytes: number): Bytes {
  return bytes(Math.ceil(fileBytes * 1.1));
}
