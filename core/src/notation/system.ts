import { formatExact, GIB } from '../quantity/index.js';
import {
  BOOT_MENU,
  MEDIA,
  nearestProfile,
  PART_MAKERS,
  SWAP_CHOICES,
  SYSTEM_PROFILES,
  systemFrom,
  SystemSchema,
  type System,
  type SystemNeeds,
  type SystemProfile,
} from '../system/index.js';
import { NOTHING_KNOWN } from './context.js';
import { Fields, oneString, sizeIn, shaped } from './fields.js';
import { quoted, type Line } from './lines.js';
import { takeUse, useFields } from './use.js';
import type { Version } from './version.js';
import { systemWishFields, takeSystemWish } from './wish.js';
import { message } from '../words/index.js';

/** What becomes of a found system. */
const CHANGES = { retire: 'retires', reinstall: 'anew' } as const;
const SIZES = { least: 'leastBytes', comfortable: 'comfortableBytes', generous: 'generousBytes' } as const;
const FACTS = {
  'needs uefi': 'needsUefi',
  signed: 'signed',
  'kernels on efi': 'kernelsOnEfi',
  'needs boot': 'needsBoot',
  'own setup': 'ownSetup',
  hibernates: 'hibernates',
} as const;
type SizeKey = keyof typeof SIZES;
type FactKey = keyof typeof FACTS;
const sizeKeys = Object.keys(SIZES) as SizeKey[];
const factKeys = Object.keys(FACTS) as FactKey[];

/** One line: the profile that comes closest, and where the system differs from it. */
export function systemLine(system: System): string {
  return [
    `system ${quoted(system.name)}`,
    `as ${quoted(system.id)}`,
    system.origin,
    ...(system.change === undefined ? [] : [CHANGES[system.change]]),
    ...fieldsAgainst(system, nearestProfile(system)),
    ...(system.hibernation ? [`hibernation ${system.hibernation}`] : []),
    ...(system.swap ? [`swap ${system.swap}`] : []),
    ...(system.parts ? [`parts ${system.parts}`] : []),
    ...(system.medium ? [`medium ${system.medium}`] : []),
    ...(system.room === undefined ? [] : [`room ${formatExact(system.room)}`]),
    ...(system.wish ? systemWishFields(system.wish) : []),
    ...(system.use ? useFields(system.use) : []),
    ...(system.host
      ? [`hosted in ${quoted(system.host.partition)}`, `image ${formatExact(system.host.bytes)}`]
      : []),
  ].join(', ');
}

function fieldsAgainst(system: System, { id, needs }: SystemProfile): string[] {
  return [
    `like ${id}`,
    ...(system.purpose === '' ? [] : [`purpose ${quoted(system.purpose)}`]),
    ...sizeKeys
      .filter((k) => system[SIZES[k]] !== needs[SIZES[k]])
      .map((k) => `${k} ${formatExact(system[SIZES[k]])}`),
    ...factKeys
      .filter((k) => system[FACTS[k]] !== needs[FACTS[k]])
      .map((k) => `${k} ${system[FACTS[k]] ? 'yes' : 'no'}`),
    ...(system.clock === needs.clock ? [] : [`clock ${system.clock}`]),
  ];
}

const PROFILES = [...SYSTEM_PROFILES, BOOT_MENU].map((p) => p.id);

/** Where a profile asked for something else when texts of version 1 were written. */
const NEEDS_OF_1: Readonly<Record<string, Partial<SystemNeeds>>> = {
  'linux-desktop': { leastBytes: 10 * GIB },
};

/** The system that a line tells. `freshId` where it gives none. */
export function readSystem(line: Line, freshId: string, version: Version): System {
  const fields = new Fields(line, 'system');
  const profile = fields.oneOf('like', PROFILES);
  if (!profile) return line.fields[0]!.fault(message('text.like', { profiles: PROFILES }));
  const origin = fields.flag('found') ? 'found' : 'new';
  fields.flag('new');
  const name = oneString(fields.subject);
  const change = fields.flag('retires') ? 'retire' : fields.flag('anew') ? 'reinstall' : undefined;
  const host = hostIn(fields);
  const base: System = {
    ...systemFrom(profile, { id: fields.string('as') ?? freshId, name, origin }),
    ...(version === 1 ? NEEDS_OF_1[profile] : {}),
  };
  const system: System = {
    ...base,
    ...(change ? { change } : {}),
    ...(host ? { host } : {}),
    ...chosen('room', fields.size('room', NOTHING_KNOWN)),
    ...chosen('wish', takeSystemWish(fields)),
    ...chosen('use', takeUse(fields)),
    ...chosen('swap', fields.oneOf('swap', SWAP_CHOICES)),
    ...chosen('parts', fields.oneOf('parts', PART_MAKERS)),
    ...chosen('medium', fields.oneOf('medium', MEDIA)),
    ...(fields.oneOf('hibernation', ['off'] as const) ? { hibernation: 'off' as const } : {}),
    purpose: fields.string('purpose') ?? '',
    ...Object.fromEntries(sizeKeys.map((k) => [SIZES[k], fields.size(k, NOTHING_KNOWN) ?? base[SIZES[k]]])),
    ...Object.fromEntries(factKeys.map((k) => [FACTS[k], yesOrNo(fields, k) ?? base[FACTS[k]]])),
    clock: fields.oneOf('clock', ['utc', 'local'] as const) ?? base.clock,
  };
  fields.done();
  return shaped(SystemSchema, system, line.fields[0]!);
}

const chosen = <K extends keyof System>(key: K, value: System[K] | undefined): Partial<System> =>
  value === undefined ? {} : { [key]: value };

function hostIn(fields: Fields): System['host'] {
  const partition = fields.string('hosted in');
  if (partition === undefined) return undefined;
  return { partition, bytes: sizeIn(fields.need('image'), NOTHING_KNOWN) };
}

function yesOrNo(fields: Fields, key: FactKey): boolean | undefined {
  const said = fields.oneOf(key, ['yes', 'no'] as const);
  return said === undefined ? undefined : said === 'yes';
}
