import { GIB } from '../quantity/index.js';
import { USUAL_USE, type LevelOfSize, type SystemUse } from '../system/index.js';
import { message, type Phrase } from '../words/index.js';
import { kernelBytes } from './kernels.js';
import { madeUp, RULE_OF_THUMB, share, type SizeAdvice, type SizeLine } from './make-up.js';

/** What a root is to hold. */
export interface RootUse extends SystemUse {
  /** Kernels lie on the root: there is no /boot of its own and none on the EFI system partition. */
  readonly kernelsInside: boolean;
}

export const USUAL_ROOT: RootUse = { ...USUAL_USE, kernelsInside: true };

interface RootParts {
  readonly base: number;
  readonly programs: Readonly<Record<LevelOfSize, number>>;
  readonly containers?: Readonly<Record<LevelOfSize, number>>;
}

/** In GiB. Rule of thumb throughout (2026): 15 GiB for a bare desktop, 30-40 for a good one, 60 and more for development. */
const PARTS: Readonly<Record<string, RootParts>> = {
  'linux-desktop': { base: 6, programs: { least: 5.8, comfortable: 18, generous: 43 } },
  'linux-development': {
    base: 7,
    programs: { least: 9, comfortable: 30, generous: 50 },
    containers: { least: 0, comfortable: 12, generous: 25 },
  },
  'linux-small': { base: 2.2, programs: { least: 1, comfortable: 6.75, generous: 17.5 } },
  'linux-image': { base: 18, programs: { least: 15.3, comfortable: 32, generous: 82 } },
  bsd: { base: 5, programs: { least: 2.65, comfortable: 14.8, generous: 44 } },
};

const BASES: Readonly<Record<string, Phrase>> = { 'linux-image': message('line.two-images') };

/** What a kernel takes beside itself and its initial image: its modules. */
const MODULES_GIB = 0.24;
const SNAPSHOT_SHARE = 0.5;
const HEADROOM = 0.2;
const LEAST_ROOT = 5 * GIB;

/** Profiles for which a root can be made up. */
export const ROOT_PROFILES: readonly string[] = Object.keys(PARTS);

/**
 * What a root is made of at each level: base, programs, kernels where they lie on it, containers, half as much again
 * where snapshots are kept, and a fifth of headroom. At least 5 GiB. `undefined` for a profile without a root.
 */
export function rootAdvice(profile: string, use: RootUse = USUAL_ROOT): SizeAdvice | undefined {
  const parts = PARTS[profile];
  if (!parts) return undefined;
  const at = (level: LevelOfSize) => {
    const lines = rootLines(profile, parts, use, level);
    const made = madeUp(lines);
    return made.bytes >= LEAST_ROOT ? made : madeUp([...lines, upToLeast(made.bytes)]);
  };
  return { least: at('least'), comfortable: at('comfortable'), generous: at('generous') };
}

function upToLeast(size: number): SizeLine {
  return { what: message('line.least-root'), bytes: LEAST_ROOT - size, source: RULE_OF_THUMB };
}

function rootLines(profile: string, parts: RootParts, use: RootUse, level: LevelOfSize): SizeLine[] {
  const line = (what: Phrase, gib: number): SizeLine => ({ what, bytes: gib * GIB, source: RULE_OF_THUMB });
  const hasOwnBoot = profile === 'linux-image' || !use.kernelsInside;
  const kernels = use.kernelsKept + (level === 'least' ? 0 : 1);
  const kernelGib = MODULES_GIB + kernelBytes(use) / GIB;
  const own = [
    line(BASES[profile] ?? message('line.base'), parts.base),
    line(message('line.programs'), parts.programs[level] + use.moreProgramsBytes / GIB),
    line(message('line.kernels', { count: kernels }), hasOwnBoot ? 0 : kernels * kernelGib),
    line(message('line.containers'), (parts.containers?.[level] ?? 0) + use.containersBytes / GIB),
  ];
  const kept = use.snapshots ? [...own, share(message('line.snapshots'), own, SNAPSHOT_SHARE)] : own;
  const files: SizeLine[] = [
    ...kept,
    { what: message('line.files'), bytes: use.filesOnRootBytes, source: message('source.told') },
  ];
  return [...files, share(message('line.headroom-fifth'), files, HEADROOM)];
}
