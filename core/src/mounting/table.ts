import {
  fstabWord,
  mountPointsOf,
  volumesOf,
  type Planned,
  type PlannedPartition,
  type PlannedVolume,
} from '../plan/index.js';
import { surveyedPartition } from '../survey/index.js';
import type { System } from '../system/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { containerUuidOf, volumeUuidOf } from './uuid.js';

export type MountSays = Message<Extract<Code, `mount.${string}`>>;

/** One line of a mount table (fstab(5)): its six fields, and why it is there. */
export interface MountLine {
  /** The volume of the plan. */
  readonly volume: string;
  /** `UUID=…`; `null` where it is known only once the volume is there. */
  readonly source: string | null;
  /** `none` for swap. */
  readonly mountPoint: string;
  readonly type: string;
  readonly options: string;
  /** 1: checked first. 2: after it. 0: not by its start. */
  readonly pass: 0 | 1 | 2;
  readonly why: MountSays;
}

/** One line of crypttab(5): a container that is opened at the start. */
export interface CryptLine {
  readonly partition: string;
  readonly name: string;
  readonly source: string | null;
}

export interface MountTable {
  readonly lines: readonly MountLine[];
  readonly crypt: readonly CryptLine[];
}

/** What is in a volume of no known file system is found when it is mounted (mount(8), `auto`), since nobody has looked into it. */
const typeOf = (fileSystem: VolumeKind): string => VOLUME_TRAITS[fileSystem].mount?.type ?? 'auto';

const isChecked = (fileSystem: VolumeKind): boolean => VOLUME_TRAITS[fileSystem].mount?.checked ?? false;

/** Families whose tables have these six fields and these sources. */
export const hasMountTable = ({ family, host }: System): boolean => family === 'linux' && host === undefined;

/** The mount table that the plan wants for a system: parents before children, swap last. */
export function mountTableOf(planned: Planned, system: System): MountTable {
  const own = volumesOf(planned.plan).filter((v) => v.owners.includes(system.id));
  const mounted = own
    .filter((v) => v.role !== 'swap')
    .flatMap((v) => placesOf(v).map((at) => lineOf(planned, v, at)))
    .sort((a, b) => depthOf(a.mountPoint) - depthOf(b.mountPoint) || (a.mountPoint < b.mountPoint ? -1 : 1));
  const swap = own.filter((v) => v.role === 'swap').map((v) => swapLine(planned, v));
  const carriers = [
    ...new Set(own.map((v) => v.within ?? planned.plan.partitions.find((p) => p.id === v.id)!)),
  ];
  return { lines: [...mounted, ...swap], crypt: carriers.flatMap((p) => cryptLine(planned, p)) };
}

/** Where a volume is mounted; a root that nobody said anything of, at /. */
export function placesOf(v: PlannedVolume): string[] {
  const places = mountPointsOf(v).filter((at) => at.startsWith('/'));
  return places.length === 0 && v.role === 'root' ? ['/'] : places;
}

const depthOf = (path: string): number => (path === '/' ? 0 : path.split('/').length - 1);

function lineOf(planned: Planned, v: PlannedVolume, mountPoint: string): MountLine {
  const { fileSystem, role, owners, subvolumes } = v;
  const subvolume = subvolumes?.find((s) => s.mountPoint === mountPoint);
  const shared = role === 'data' && owners.length > 1;
  const root = mountPoint === '/';
  const options = [
    ...(subvolume ? [`subvol=${subvolume.name}`] : []),
    ...(role === 'efi' ? ['umask=0077'] : []),
    ...(shared || (role === 'data' && fileSystem === 'ntfs') ? ['nofail'] : []),
  ];
  return {
    volume: v.id,
    source: sourceOf(planned, v),
    mountPoint,
    type: typeOf(fileSystem),
    options: options.length > 0 ? options.join(',') : 'defaults',
    pass: !isChecked(fileSystem) ? 0 : root ? 1 : 2,
    why: root
      ? message('mount.root', { checked: isChecked(fileSystem) })
      : role === 'efi'
        ? message('mount.efi')
        : shared
          ? message('mount.shared')
          : message('mount.own', { mountPoint }),
  };
}

const swapLine = (planned: Planned, v: PlannedVolume): MountLine => ({
  volume: v.id,
  source: sourceOf(planned, v),
  mountPoint: 'none',
  type: 'swap',
  options: 'sw',
  pass: 0,
  why: message('mount.swap'),
});

/**
 * By UUID; where that is not known before, by its label. Of a container into which nobody has looked by the name under which it is
 * opened: its own UUID is that of the container.
 */
function sourceOf(planned: Planned, v: PlannedVolume): string | null {
  const partition = planned.plan.partitions.find((p) => p.id === v.id);
  if (partition && v.fileSystem === 'luks') return `/dev/mapper/${containerName(planned, partition)}`;
  if (VOLUME_TRAITS[v.fileSystem].mount === null) return null;
  const known = volumeUuidOf(planned, v);
  if (known) return `UUID=${known.uuid}`;
  return v.label === '' || /["\s]/.test(v.label) ? null : `LABEL=${v.label}`;
}

/** What an encrypted container is opened as: as it was read, else after its partition. */
export function containerName({ survey }: Planned, p: PlannedPartition): string {
  const read = p.treatment === 'keep' ? surveyedPartition(survey, p.from)?.volume : undefined;
  return read?.inside?.[0]?.name ?? `crypt-${(p.label || p.name || p.id).replace(/[^A-Za-z0-9_-]+/g, '-')}`;
}

function cryptLine(planned: Planned, p: PlannedPartition): CryptLine[] {
  const kept = p.treatment === 'keep';
  const luks = kept ? p.fileSystem === 'luks' : p.layer === 'luks' || p.layer === 'luks-lvm';
  if (!luks) return [];
  const uuid = containerUuidOf(planned, p);
  return [{ partition: p.id, name: containerName(planned, p), source: uuid ? `UUID=${uuid}` : null }];
}

/** The fields of a line, dump and pass in one; a source that is not known yet is left to be filled in. */
export const mountFields = ({ source, mountPoint, type, options, pass }: MountLine): string[] => [
  source === null ? 'UUID=…' : fstabWord(source),
  fstabWord(mountPoint),
  type,
  fstabWord(options),
  `0 ${pass}`,
];

/** The table as it stands in /etc/fstab. */
export const mountTableText = ({ lines }: MountTable): string => columns(lines.map(mountFields));

/** /etc/crypttab; empty where nothing is opened. */
export function cryptTableText({ crypt }: MountTable): string {
  return columns(crypt.map((c) => [c.name, c.source ?? 'UUID=…', 'none', 'luks']));
}

function columns(rows: readonly (readonly string[])[]): string {
  const widths = (rows[0] ?? []).map((_, i) => Math.max(...rows.map((row) => row[i]!.length)));
  return rows
    .map((row) =>
      row
        .map((cell, i) => cell.padEnd(widths[i]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}
