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

/** What of a volume that stays needs room of its own: of a Windows to update itself, of another system to go on, of files little. */
export type KeptUse = 'windows' | 'system' | 'files';

/** Room to breathe, as a share of what is used and at the least. Rules of thumb. */
const BREATHES: Readonly<Record<KeptUse, { readonly factor: number; readonly freeBytes: number }>> = {
  windows: { factor: 1.15, freeBytes: 20 * GIB },
  system: { factor: 1.15, freeBytes: 5 * GIB },
  files: { factor: 1.05, freeBytes: 0 },
};

/** Advised least size of a volume that stays, by what is used of it. */
export function advisedKeptBytes(usedBytes: number, use: KeptUse): Bytes {
  const { factor, freeBytes } = BREATHES[use];
  return wholeMib(Math.max(usedBytes * factor, usedBytes + freeBytes));
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
