import type { DiskMedium, Machine } from '../machine/index.js';
import type { Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';

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

/**
 * Partition numbers as they will be: kept partitions keep theirs, new ones get the lowest free number in
 * the order in which they are made, which is disk order.
 */
export function partitionNumbers(plan: Plan, survey: Survey): ReadonlyMap<string, number> {
  const found = new Map(survey.partitions.map((p) => [p.id, p.number]));
  const numbers = new Map<string, number>();
  const taken = new Set<number>();
  for (const p of plan.partitions) {
    const number = p.from === null ? undefined : found.get(p.from);
    if (number === undefined) continue;
    numbers.set(p.id, number);
    taken.add(number);
  }
  let next = 1;
  for (const p of plan.partitions) {
    if (numbers.has(p.id)) continue;
    while (taken.has(next)) next += 1;
    numbers.set(p.id, next);
    taken.add(next);
  }
  return numbers;
}
