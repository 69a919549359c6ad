import type { DiskMedium, Machine } from '../machine/index.js';

const USUAL_DEVICES: Readonly<Record<DiskMedium, string>> = {
  nvme: 'nvme0n1',
  emmc: 'mmcblk0',
  'sata-ssd': 'sda',
  hdd: 'sda',
  unknown: 'sda',
};

/** The disk's Linux name without `/dev/`. Where nobody has said, the usual one for its medium. */
export function deviceName(machine: Machine): string {
  return machine.device.replace(/^\/dev\//, '') || USUAL_DEVICES[machine.medium];
}

/** Whether the name is a guess from the medium. */
export function deviceIsAssumed(machine: Machine): boolean {
  return machine.device === '';
}

/** `sda3`, `nvme0n1p3`: a `p` stands between where the disk's name ends in a digit (Linux, block device naming). */
export function partitionDevice(device: string, number: number): string {
  return /\d$/.test(device) ? `${device}p${number}` : `${device}${number}`;
}
