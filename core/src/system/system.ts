import { SystemUseSchema, USUAL_USE, type SystemUse } from './use.js';
import { SystemWishSchema, type SystemWish } from './wish.js';
import { exactly } from '../schema/index.js';
import { z } from 'zod';
import { GB, GIB } from '../quantity/index.js';
import { message, type Phrase, type Text, type ShapeCode } from '../words/index.js';

export const FAMILIES = ['windows', 'linux', 'macos', 'bsd'] as const;
export type Family = (typeof FAMILIES)[number];
export const FAMILY_NAMES: Readonly<Record<Family, string>> = {
  windows: 'Windows',
  linux: 'Linux',
  macos: 'macOS',
  bsd: 'BSD',
};

export type SystemId = string;

/** What a system asks for, and how it behaves. Every figure can be changed by its administrator. */
export interface SystemNeeds {
  /** Room for the system itself, without home, swap and shared data. */
  readonly leastBytes: number;
  readonly comfortableBytes: number;
  readonly generousBytes: number;
  /** Refuses to install in BIOS mode. */
  readonly needsUefi: boolean;
  /** Its medium and loader start with Secure Boot on. */
  readonly signed: boolean;
  /** Keeps kernels on the EFI system partition (mounted at /boot). */
  readonly kernelsOnEfi: boolean;
  /** Wants a separate /boot. */
  readonly needsBoot: boolean;
  /** Its setup makes its own partitions in the free room it is given. */
  readonly ownSetup: boolean;
  /** A fact: it hibernates, or uses a fast startup that leaves volumes in use after shutdown; of a new one, unless it is told otherwise. */
  readonly hibernates: boolean;
  readonly clock: 'utc' | 'local';
}

export const MEDIA = ['live', 'installs'] as const;
export type Medium = (typeof MEDIA)[number];

/** `installer`: as it is installed. `prepared`: before that, in a live session. */
export const PART_MAKERS = ['installer', 'prepared'] as const;
export type PartMaker = (typeof PART_MAKERS)[number];

/** `compressed`: in memory. `volume`: in a volume group. `none`: not at all, and that is meant. */
export const SWAP_CHOICES = ['file', 'compressed', 'volume', 'none'] as const;
export type SwapChoice = (typeof SWAP_CHOICES)[number];

export interface System extends SystemNeeds {
  readonly id: SystemId;
  readonly name: string;
  readonly family: Family;
  /** `found`: on the disk already. `new`: to be installed. */
  readonly origin: 'found' | 'new';
  /** Of a found one: it goes, or is installed anew. Where absent, it stays as it is. */
  readonly change?: 'retire' | 'reinstall' | undefined;
  readonly purpose: string;
  /** An intent: `off`, it shall not hibernate any more, nor use a fast startup. Where it does now, that is a step. */
  readonly hibernation?: 'off' | undefined;
  /** An intent: how it swaps where not on a partition of its own. Where it is told, no partition is advised. */
  readonly swap?: SwapChoice | undefined;
  /** A fact. `live`: its medium can be tried before anything is installed. `installs`: it only installs. Where absent, what is usual in its family. */
  readonly medium?: Medium | undefined;
  /** An intent: who makes the partitions that are its alone. Where absent: its installer, unless the disk is worked on in a live session anyway. */
  readonly parts?: PartMaker | undefined;
  /** An intent, in bytes: how much of the free space its setup is told to take. Where absent: all of it. */
  readonly room?: number | undefined;
  /** What is wished for it, from which proposals are searched. Where absent: the usual. */
  readonly wish?: SystemWish | undefined;
  /** What it is to hold, for the sizes that are advised. Where absent: the usual. */
  readonly use?: SystemUse | undefined;
  /** Held as one image file in a volume of another system; not on partitions of its own. */
  readonly host?: ImageHost | undefined;
  /** A boot menu that belongs to no system: it has a boot loader, lists the systems, and has no partition of its own. */
  readonly menu?: true | undefined;
}

/** Where a hosted system lies. */
export interface ImageHost {
  /** Id of the planned partition whose volume holds the file. */
  readonly partition: string;
  /** Size of the file, in bytes. */
  readonly bytes: number;
}

/** One kind of system that can be added. `source` says where the figures come from. */
export interface SystemProfile {
  readonly id: string;
  readonly title: Text;
  readonly family: Family;
  readonly needs: SystemNeeds;
  readonly source: Phrase;
}

const linux: SystemNeeds = {
  leastBytes: 15 * GIB,
  comfortableBytes: 30 * GIB,
  generousBytes: 60 * GIB,
  needsUefi: false,
  signed: true,
  kernelsOnEfi: false,
  needsBoot: false,
  ownSetup: false,
  hibernates: false,
  clock: 'utc',
};

const windows: SystemNeeds = {
  leastBytes: 64 * GB,
  comfortableBytes: 120 * GIB,
  generousBytes: 250 * GIB,
  needsUefi: true,
  signed: true,
  kernelsOnEfi: false,
  needsBoot: false,
  ownSetup: true,
  hibernates: true,
  clock: 'local',
};

/** A small catalogue. Least sizes are the makers' published requirements; the rest are rules of thumb. */
export const SYSTEM_PROFILES: readonly SystemProfile[] = [
  {
    id: 'linux-desktop',
    title: message('kind.linux-desktop'),
    family: 'linux',
    needs: linux,
    source: message('kind-source.linux-desktop'),
  },
  {
    id: 'linux-development',
    title: message('kind.linux-development'),
    family: 'linux',
    needs: { ...linux, leastBytes: 20 * GIB, comfortableBytes: 60 * GIB, generousBytes: 100 * GIB },
    source: message('kind-source.linux-development'),
  },
  {
    id: 'linux-small',
    title: message('kind.linux-small'),
    family: 'linux',
    needs: { ...linux, leastBytes: 5 * GIB, comfortableBytes: 12 * GIB, generousBytes: 25 * GIB },
    source: message('kind-source.linux-small'),
  },
  {
    id: 'linux-image',
    title: message('kind.linux-image'),
    family: 'linux',
    needs: {
      ...linux,
      leastBytes: 40 * GIB,
      comfortableBytes: 60 * GIB,
      generousBytes: 120 * GIB,
      needsBoot: true,
    },
    source: message('kind-source.linux-image'),
  },
  {
    id: 'windows-11',
    title: 'Windows 11',
    family: 'windows',
    needs: windows,
    source: message('kind-source.windows-11'),
  },
  {
    id: 'windows-10',
    title: message('kind.windows-10'),
    family: 'windows',
    needs: { ...windows, leastBytes: 32 * GB, comfortableBytes: 80 * GIB, needsUefi: false },
    source: message('kind-source.windows-10'),
  },
  {
    id: 'macos',
    title: 'macOS',
    family: 'macos',
    needs: {
      ...windows,
      leastBytes: 60 * GB,
      comfortableBytes: 120 * GIB,
      generousBytes: 250 * GIB,
      ownSetup: false,
      hibernates: false,
      clock: 'utc',
    },
    source: message('kind-source.macos'),
  },
  {
    id: 'bsd',
    title: 'BSD',
    family: 'bsd',
    needs: { ...linux, signed: false, leastBytes: 10 * GIB, comfortableBytes: 25 * GIB },
    source: message('kind-source.bsd'),
  },
];

/** What a boot menu of its own asks for: nothing on the disk. Whether it is signed its maker tells. */
export const BOOT_MENU: SystemProfile = {
  id: 'boot-menu',
  title: message('kind.boot-menu'),
  family: 'linux',
  needs: { ...linux, leastBytes: 0, comfortableBytes: 0, generousBytes: 0, signed: false },
  source: message('kind-source.boot-menu'),
};

/** @throws RangeError for an id that is not in the catalogue. */
export function profileOf(id: string): SystemProfile {
  const profile = [...SYSTEM_PROFILES, BOOT_MENU].find((p) => p.id === id);
  if (!profile) throw new RangeError(`No such system profile: ${id}`);
  return profile;
}

/** The profile of its family whose needs a system shares most of; the first of those that are equal. */
export function nearestProfile(system: Pick<System, 'family' | 'menu'> & SystemNeeds): SystemProfile {
  if (system.menu) return BOOT_MENU;
  const shared = ({ needs }: SystemProfile) =>
    (Object.keys(needs) as (keyof SystemNeeds)[]).filter((key) => system[key] === needs[key]).length;
  return SYSTEM_PROFILES.filter((p) => p.family === system.family).reduce((best, next) =>
    shared(next) > shared(best) ? next : best,
  );
}

/** A system of the given profile. */
export function systemFrom(
  profileId: string,
  identity: { readonly id: SystemId; readonly name: string; readonly origin: System['origin'] },
): System {
  const { family, needs } = profileOf(profileId);
  return {
    ...identity,
    family,
    purpose: '',
    ...needs,
    ...(profileId === BOOT_MENU.id ? { menu: true } : {}),
  };
}

/** What it is to hold: as told, else the usual. */
export const holdingOf = ({ use }: Pick<System, 'use'>): SystemUse => use ?? USUAL_USE;

/** Whether the system is to be installed: it is new, or installed anew. */
export function isArriving(system: System): boolean {
  return system.origin === 'new' || system.change === 'reinstall';
}

const room = z.int().nonnegative().max(Number.MAX_SAFE_INTEGER);

/** Shape only; sizes in bytes. */
export const SystemSchema = exactly<System>()(
  z.strictObject({
    id: z.string().min(1).max(40),
    name: z
      .string()
      .trim()
      .min(1, 'shape.system-name' satisfies ShapeCode)
      .max(60),
    family: z.enum(FAMILIES),
    origin: z.enum(['found', 'new']),
    change: z.enum(['retire', 'reinstall']).optional(),
    purpose: z.string().max(200),
    hibernation: z.literal('off').optional(),
    swap: z.enum(SWAP_CHOICES).optional(),
    parts: z.enum(PART_MAKERS).optional(),
    room: room.min(1).optional(),
    wish: SystemWishSchema.optional(),
    use: SystemUseSchema.optional(),
    leastBytes: room,
    comfortableBytes: room,
    generousBytes: room,
    needsUefi: z.boolean(),
    signed: z.boolean(),
    kernelsOnEfi: z.boolean(),
    needsBoot: z.boolean(),
    ownSetup: z.boolean(),
    hibernates: z.boolean(),
    clock: z.enum(['utc', 'local']),
    medium: z.enum(MEDIA).optional(),
    host: z.strictObject({ partition: z.string().min(1).max(60), bytes: room }).optional(),
    menu: z.literal(true).optional(),
  }),
);

/** Whether it is installed on partitions of its own: it is no file in another's volume, and no boot menu alone. */
export const hasOwnVolumes = ({ host, menu }: System): boolean => host === undefined && !menu;

/** Whether it still hibernates, or leaves its volumes in use, once the plan is carried out. */
export const sleeps = (system: System): boolean => sleepsByItself(system) && system.hibernation !== 'off';

/** Whether it does so unless it is told otherwise. A Windows that is installed again is a new one, whatever the old was told. */
export const sleepsByItself = ({ hibernates, change, family }: System): boolean =>
  hibernates || (change === 'reinstall' && family === 'windows');

/** Whether its boot loader lists other systems as well. */
export const listsOthers = ({ family }: System): boolean => family === 'linux' || family === 'bsd';

/** Whether its medium gives a live session: usual of Linux media; text installers and those of other families only install. */
export const canBeTried = ({ family, medium }: System): boolean =>
  (medium ?? (family === 'linux' ? 'live' : 'installs')) === 'live';

/** How a family reads the machine's clock unless told otherwise. */
export const defaultClock = (family: Family): System['clock'] => (family === 'windows' ? 'local' : 'utc');
