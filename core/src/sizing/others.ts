import { bytes, GB, GIB, MIB, type Bytes } from '../quantity/index.js';
import { kernelsBytes, KERNELS_KEPT } from './kernels.js';
import { madeUp, RULE_OF_THUMB, share, wholeMib, type MadeUp, type SizeLine } from './make-up.js';

/** Size of a /boot that holds this many kernels besides the one being installed; 1 GiB for the usual two. */
export function bootSize(kernelsKept = KERNELS_KEPT): MadeUp {
  const line = (what: string, mib: number): SizeLine => ({ what, bytes: mib * MIB, source: RULE_OF_THUMB });
  const lines = [
    line(`${kernelsKept + 1} kernels with their initial images`, kernelsBytes(kernelsKept) / MIB),
    line('rescue kernel and image', 150),
    line('boot loader and its images', 50),
  ];
  return madeUp([...lines, share('headroom', lines, 0.8)], 256 * MIB);
}

/** Advised size of a Windows system volume after shrinking: used x 1.15, and 20 GiB free for updates. Rule of thumb. */
export function advisedWindowsBytes(usedBytes: number): Bytes {
  return wholeMib(Math.max(usedBytes * 1.15, usedBytes + 20 * GIB));
}

/** What the setup of a Windows makes for itself in the room it is given, and the volume that is left of it. */
export function windowsRoom(systemBytes: number, hasEfi: boolean): MadeUp {
  const published = 'its maker’s own layout';
  return madeUp(
    [
      {
        what: 'system volume',
        bytes: systemBytes,
        source: systemBytes >= 64 * GB ? 'published minimum' : RULE_OF_THUMB,
      },
      { what: 'EFI system partition', bytes: hasEfi ? 0 : 100 * MIB, source: published },
      { what: 'reserved partition', bytes: 16 * MIB, source: published },
      { what: 'recovery', bytes: GIB, source: published },
    ],
    MIB,
    true,
  );
}

/** Room that an image file of a hosted system takes in its host: the file and a tenth. Rule of thumb. */
export function hostedRoomBytes(fileBytes: number): Bytes {
  return bytes(Math.ceil(fileBytes * 1.1));
}
