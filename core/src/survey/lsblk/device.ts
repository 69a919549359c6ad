import { Refused } from '../outcome.js';
import { message, type Text } from '../../words/index.js';

/**
 * Columns asked for: all are known to util-linux 2.36 and later. With NAME the output is a tree. Only SIZE is needed;
 * the rest is optional, and absent facts stay absent.
 */
const COLUMNS =
  'NAME,PKNAME,PATH,TYPE,SIZE,LOG-SEC,RM,RO,ROTA,TRAN,MODEL,PTTYPE,PTUUID,PARTTYPE,PARTUUID,PARTLABEL,PARTFLAGS,FSTYPE,LABEL,UUID,FSUSED,FSSIZE,MOUNTPOINT';

/**
 * What to run on the machine. Where partitions start, and their numbers, only later versions of lsblk tell; the kernel
 * tells it in /sys (Linux ABI, sysfs-block), and grep prints that beneath.
 */
export const LSBLK_COMMAND = `lsblk --json --bytes -o ${COLUMNS}; grep -H . /sys/class/block/*/start /sys/class/block/*/partition`;

/** One device as lsblk prints it. */
export type Device = Readonly<Record<string, unknown>>;

export function children(device: Device): Device[] {
  const list = device['children'];
  return Array.isArray(list) ? list.filter((c): c is Device => typeof c === 'object' && c !== null) : [];
}

/** Nulls and empty words count as absent. Mount points come as one value or as a list. */
export function word(device: Device, column: string): string | undefined {
  const value = device[column];
  if (Array.isArray(value)) return value.find((v): v is string => typeof v === 'string' && v !== '');
  if (typeof value === 'number') return String(value);
  return typeof value === 'string' && value !== '' ? value : undefined;
}

/** A flag: newer versions print true, older ones 1 or "1". */
export const flag = (device: Device, column: string): boolean =>
  [true, 1, '1'].includes(device[column] as string | number | boolean);

/** A whole number; older versions print numbers as strings. */
export function optionalFigure(device: Device, column: string): number | undefined {
  const said = word(device, column);
  if (said === undefined) return undefined;
  const n = Number(said);
  if (Number.isSafeInteger(n) && n >= 0) return n;
  throw new Refused(message('lsblk.not-bytes', { ...about(device, column), found: said }));
}

const about = (device: Device, column: string) => ({
  device: calledIn(device),
  column: column.toUpperCase(),
  command: LSBLK_COMMAND,
});

/** A device as a sentence names it. */
export const calledIn = (device: Device): Text => pathOf(device) ?? message('lsblk.some-device');

export function figure(device: Device, column: 'size' | 'start'): number {
  const n = optionalFigure(device, column);
  if (n !== undefined) return n;
  throw new Refused(message('lsblk.no-figure', about(device, column)));
}

export function pathOf(device: Device): string | undefined {
  return word(device, 'path') ?? word(device, 'name');
}

/** The kernel's name, without the folder that it stands in. */
export const nameOf = (device: Device): string =>
  (word(device, 'name') ?? pathOf(device) ?? '').replace(/^.*\//, '');

export const isPartition = (device: Device): boolean => device['type'] === 'part';

/** What is on a disk beside partitions (an encrypted container, a volume group) is inside the volume that it is itself. */
export function partitionsOf(disk: Device): Device[] {
  return children(disk).filter((child) => child['type'] === undefined || isPartition(child));
}
