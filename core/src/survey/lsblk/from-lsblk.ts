import { sectors } from '../../quantity/index.js';
import { usualArea, type TableStyle } from '../../table/index.js';
import { isEncryptedName, kindOfPrintedName, type Volume } from '../../volume/index.js';
import { keepable } from '../keepable.js';
import { refuseNoDisk } from '../least-disk.js';
import { answering, Refused, type SurveyOutcome } from '../outcome.js';
import {
  type OtherDiskFound,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyPartition,
} from '../survey.js';
import {
  children,
  figure,
  flag,
  LSBLK_COMMAND,
  nameOf,
  optionalFigure,
  partitionsOf,
  pathOf,
  word,
  type Device,
} from './device.js';
import { EXTENDED, listedSurvey } from '../from-listing.js';
import { disksIn } from './disks.js';
import { message } from '../../words/index.js';

/** Disks that a pasted text lists, for choosing one: path and size in bytes. */
export interface ListedDisk {
  readonly path: string;
  readonly sizeBytes: number;
  readonly partitions: number;
  /** How it is attached, where that is told. */
  readonly medium: ListedMedium | undefined;
}

export type ListedMedium = 'nvme' | 'sata-ssd' | 'hdd' | 'emmc';

/** A survey of the disk `path`, or of the only one, from `lsblk --json --bytes` output. */
export function surveyFromLsblk(text: string, identity: SurveyIdentity, path?: string): SurveyOutcome {
  return answering(() => {
    const disks = disksIn(text);
    const disk = path ? disks.find((d) => pathOf(d) === path) : disks[0];
    if (!disk) throw new Refused(message('lsblk.no-such-disk', { path: path! }));
    const others = disks.filter((d) => d !== disk).map(otherDisk);
    const survey = surveyOf(disk, identity, disks.some(showsContent));
    return keepable(others.length > 0 ? { ...survey, otherDisks: others } : survey);
  });
}

/** The disks in the text, or why it cannot be read. */
export function disksInLsblk(
  text: string,
): { readonly ok: true; readonly disks: readonly ListedDisk[] } | Extract<SurveyOutcome, { ok: false }> {
  return answering(() => ({
    ok: true as const,
    disks: disksIn(text).map((disk) => ({
      path: pathOf(disk) ?? '?',
      sizeBytes: figure(disk, 'size'),
      partitions: partitionsOf(disk).length,
      medium: mediumOf(disk),
    })),
  }));
}

/** By the kernel's name and by whether it turns; a virtual disk tells nothing of what is beneath. */
function mediumOf(disk: Device): ListedMedium | undefined {
  const name = nameOf(disk);
  if (name.startsWith('nvme')) return 'nvme';
  if (name.startsWith('mmcblk')) return 'emmc';
  if (!name.startsWith('sd') || disk['rota'] === undefined) return undefined;
  return flag(disk, 'rota') ? 'hdd' : 'sata-ssd';
}

function otherDisk(disk: Device): OtherDiskFound {
  return { name: pathOf(disk) ?? 'a disk', sizeBytes: figure(disk, 'size') };
}

/** Whether a listing tells what any device contains: without rights to read them some consoles print none of it. */
const showsContent = (device: Device): boolean =>
  word(device, 'fstype') !== undefined || children(device).some(showsContent);

function surveyOf(device: Device, identity: SurveyIdentity, contentTold: boolean): Survey {
  const sizeBytes = figure(device, 'size');
  refuseNoDisk(sizeBytes);
  const sectorBytes = optionalFigure(device, 'log-sec') ?? 512;
  if (sectorBytes !== 512 && sectorBytes !== 4096)
    throw new Refused(message('lsblk.sector-size', { found: sectorBytes }));
  const inOrder = partitionsOf(device)
    .map((child, i) => partitionOf(child, i, sectorBytes))
    .sort((a, b) => a.start - b.start);
  const disk = diskOf(device, sizeBytes, sectorBytes, contentTold);
  return listedSurvey(disk, inOrder, { kind: 'lsblk' }, identity);
}

function diskOf(device: Device, sizeBytes: number, sectorBytes: number, contentTold: boolean): SurveyDisk {
  const sizeSectors = sectors(Math.floor(sizeBytes / sectorBytes));
  const style = styleOf(device);
  const tableId = word(device, 'ptuuid');
  const path = pathOf(device);
  return {
    sizeSectors,
    sectorBytes,
    style,
    ...(tableId ? { tableId } : {}),
    ...usualArea(style, sizeSectors, sectorBytes),
    ...(path ? { device: path } : {}),
    ...entry('model', word(device, 'model')?.trim().slice(0, 80)),
    ...(style === 'none' ? entry('bareVolume', bareVolumeOf(device, contentTold)) : {}),
  };
}

/** What a disk without a table holds. Blank is only what a listing that tells contents shows as having none. */
const bareVolumeOf = (device: Device, contentTold: boolean): Volume | undefined =>
  volumeOf(device) ?? (contentTold ? undefined : { kind: 'unknown' });

function styleOf(device: Device): TableStyle | 'none' {
  const said =
    word(device, 'pttype') ??
    partitionsOf(device)
      .map((c) => word(c, 'pttype'))
      .find(Boolean);
  if (said === 'gpt') return 'gpt';
  if (said === 'dos') return 'mbr';
  if (said !== undefined) throw new Refused(message('lsblk.table-unknown', { found: said }));
  if (partitionsOf(device).length === 0) return 'none';
  const guid = partitionsOf(device).some((c) => (word(c, 'parttype') ?? '').length === 36);
  const byte = partitionsOf(device).some((c) => /^0x/.test(word(c, 'parttype') ?? ''));
  if (guid || byte) return guid ? 'gpt' : 'mbr';
  throw new Refused(message('lsblk.no-table-style', { command: LSBLK_COMMAND }));
}

function partitionOf(child: Device, index: number, sectorBytes: number): SurveyPartition {
  const path = pathOf(child);
  const number = optionalFigure(child, 'partn') ?? Number(/(\d+)$/.exec(path ?? '')?.[1] ?? index + 1);
  // START counts sectors of 512 bytes whatever the disk's own sectors are (Linux, block/partition sysfs ABI).
  const start = (figure(child, 'start') * 512) / sectorBytes;
  const type = normalType(word(child, 'parttype'));
  // The kernel gives a container two sectors or none; its true size is told by what it holds.
  const size = EXTENDED.includes(type ?? '')
    ? (optionalFigure(child, 'size') ?? 1024)
    : figure(child, 'size');
  const optional = {
    ...(type ? { type } : {}),
    ...entry('uuid', word(child, 'partuuid')),
    ...entry('name', word(child, 'partlabel')),
    ...(word(child, 'partflags') === '0x80' ? { active: true } : {}),
    ...entry('volume', volumeOf(child)),
  };
  return {
    id: `found-${number}`,
    number,
    start: sectors(Math.floor(start)),
    length: sectors(Math.floor(size / sectorBytes)),
    ...optional,
  };
}

function entry<K extends string, V>(key: K, value: V | undefined): { readonly [P in K]?: V } {
  return (value === undefined ? {} : { [key]: value }) as { readonly [P in K]?: V };
}

/** `0x7` becomes `0x07`; GUIDs become lower case. */
function normalType(said: string | undefined): string | undefined {
  if (said === undefined) return undefined;
  return /^0x[0-9a-f]$/i.test(said) ? `0x0${said.slice(2).toLowerCase()}` : said.toLowerCase();
}

/** Containers in containers are followed this deep. */
const DEEPEST = 8;

function volumeOf(child: Device, depth = 0): Volume | undefined {
  const printed = word(child, 'fstype');
  const inside = (depth < DEEPEST ? children(child) : [])
    .map((inner) => volumeOf(inner, depth + 1))
    .filter((v): v is Volume => v !== undefined);
  const mountPoint = mountedAt(child);
  // Mounted, it holds something, though its name is not told: some consoles may not read the disk itself.
  if (!printed && !mountPoint && word(child, 'fsused') === undefined) return undefined;
  return {
    kind: printed ? kindOfPrintedName(printed) : 'unknown',
    ...entry('label', word(child, 'label')),
    ...entry('uuid', word(child, 'uuid')),
    ...(depth > 0 ? entry('name', insideName(child)) : {}),
    ...entry('sizeBytes', optionalFigure(child, depth > 0 ? 'size' : 'fssize') || undefined),
    ...entry('usedBytes', usedIn(child)),
    ...entry('mountPoint', mountPoint),
    ...(printed && isEncryptedName(printed) ? { encrypted: true } : {}),
    ...(printed === 'swsuspend' ? { hibernated: true } : {}),
    ...(inside.length > 0 ? { inside } : {}),
  };
}

/** A file system of size 0 is one of which nothing was told. */
const usedIn = (device: Device): number | undefined =>
  optionalFigure(device, 'fssize') === 0 ? undefined : optionalFigure(device, 'fsused');

/**
 * The name of a volume inside another. The kernel knows a logical volume as group-volume, each with its own hyphens
 * doubled (lvm(8), “Logical volume names in device mapper”).
 */
function insideName(device: Device): string | undefined {
  const name = nameOf(device);
  if (device['type'] !== 'lvm') return name || undefined;
  const volume = /^(?:[^-]|--)+-(?!-)(.+)$/.exec(name)?.[1];
  return volume?.replaceAll('--', '-') ?? name;
}

/** Where its own system mounts it; what a live session mounts for the time being, and swap in use, tell nothing of that. */
function mountedAt(device: Device): string | undefined {
  const at = word(device, 'mountpoint') ?? word(device, 'mountpoints');
  return at?.startsWith('/') && !/^\/(?:mnt|media|run|cdrom|target)(?:\/|$)/.test(at) ? at : undefined;
}
