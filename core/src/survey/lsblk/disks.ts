import { Refused } from '../outcome.js';
import {
  children,
  flag,
  isPartition,
  LSBLK_COMMAND,
  nameOf,
  optionalFigure,
  partitionsOf,
  calledIn,
  word,
  type Device,
} from './device.js';
import { devicesIn } from './text.js';
import { message } from '../../words/index.js';

/** Devices of the kernel's own that are no disks of the machine. */
const NO_DISK = /^(?:zram|ram|fd|loop|nbd|sr)\d/;

/** Where live sessions mount the medium that they were started from. */
const LIVE_MEDIUM = /^\/(?:cdrom|run\/(?:live|archiso|initramfs|install|media)|lib\/live|isodevice)/;

/** What joins disks to one: its partitions are not those of a disk alone. */
const JOINED = /^(?:mpath|dmraid|raid\d*|linear|md)/;

/** The disks of the machine that the text lists, those that a system would be installed on first. */
export function disksIn(text: string): Device[] {
  const listed = devicesIn(text);
  const devices = isFlat(listed) ? asTree(listed) : listed;
  const disks = devices.filter(
    (d) =>
      d['type'] === 'disk' || (d['type'] === undefined && (children(d).length > 0 || !isInside(d, devices))),
  );
  const standing = disks.filter((d) => !NO_DISK.test(nameOf(d)) && optionalFigure(d, 'size') !== 0);
  if (standing.length === 0) throw new Refused(message('lsblk.no-disk'));
  refuseLost(devices, standing);
  return [...standing].sort((a, b) => likelihood(a) - likelihood(b));
}

const isFlat = (devices: readonly Device[]): boolean =>
  devices.every((d) => children(d).length === 0) && devices.some((d) => isPartition(d));

/** Without NAME, or with --list, every device stands by itself: parents are told by PKNAME, or by the kernel's naming. */
function asTree(devices: readonly Device[]): Device[] {
  const byName = new Map(devices.map((d) => [nameOf(d), d]));
  const parentOf = (d: Device): string | undefined => {
    const told = word(d, 'pkname')?.replace(/^.*\//, '');
    if (told !== undefined) return told;
    const [, disk] = /^(.*?)(?:(?<=\d)p)?\d+$/.exec(nameOf(d)) ?? [];
    return isPartition(d) ? disk : undefined;
  };
  const grown = (d: Device): Device => {
    const inner = devices.filter((c) => c !== d && parentOf(c) === nameOf(d));
    return inner.length > 0 ? { ...d, children: inner.map(grown) } : d;
  };
  return devices.filter((d) => !byName.has(parentOf(d) ?? '')).map(grown);
}

function isInside(device: Device, devices: readonly Device[]): boolean {
  return devices.some((d) => d !== device && nameOf(device).startsWith(nameOf(d)));
}

/** A table without partitions, beside partitions without a disk, is a list that was cut: its disk is not empty. */
function refuseLost(devices: readonly Device[], disks: readonly Device[]): void {
  const lost = devices.filter(isPartition);
  const bare = disks.find((d) => word(d, 'pttype') !== undefined && partitionsOf(d).length === 0);
  if (lost.length > 0 && bare)
    throw new Refused(
      message('lsblk.partition-beside', {
        disk: calledIn(bare),
        partition: calledIn(lost[0]!),
        command: LSBLK_COMMAND,
      }),
    );
  const joined = disks
    .flatMap(children)
    .find((c) => JOINED.test(word(c, 'type') ?? '') && children(c).some(isPartition));
  if (joined && disks.every((d) => partitionsOf(d).length === 0))
    throw new Refused(
      message('lsblk.joined', { device: calledIn(joined), type: word(joined, 'type') ?? '' }),
    );
}

/** Lower: likelier the one that is to be divided. What can be taken out, and what the session runs from, come last. */
function likelihood(disk: Device): number {
  const all = [disk, ...children(disk)];
  const isMedium = all.some(
    (d) =>
      word(d, 'fstype') === 'iso9660' ||
      LIVE_MEDIUM.test(word(d, 'mountpoint') ?? word(d, 'mountpoints') ?? ''),
  );
  return (
    (isMedium ? 4 : 0) +
    (flag(disk, 'rm') || word(disk, 'tran') === 'usb' ? 2 : 0) +
    (flag(disk, 'ro') ? 1 : 0)
  );
}
