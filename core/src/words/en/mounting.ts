import { quoted } from './format.js';

/** Mount tables: why a line is there, and what is wrong with one. */
export const mounting = {
  'mount.root': ({ checked }: { checked: boolean }) =>
    checked ? 'the system itself, checked first' : 'the system itself',
  'mount.efi': () => 'boot loaders; readable by the administrator only',
  'mount.shared': () => 'shared with another system: if it is missing, the system starts all the same',
  'mount.own': ({ mountPoint }: { mountPoint: string }) =>
    mountPoint === '/home'
      ? 'the files of its users'
      : mountPoint === '/boot'
        ? 'its kernels'
        : 'its own volume',
  'mount.swap': () => 'swap',
  'table-fault.fields': () => 'This line has fewer than four fields: source, mount point, type, options.',
  'table-fault.gone': ({ source }: { source: string }) =>
    `${source} is deleted or formatted by this plan. The line delays or stops the start.`,
  'table-fault.unknown-source': ({ source }: { source: string }) =>
    `${source} is nothing on this disk as planned. It may be on another disk.`,
  'table-fault.type': ({ type, wanted }: { type: string; wanted: string }) =>
    `The type is ${type}, and the plan makes it ${wanted}.`,
  'table-fault.elsewhere': ({ mountPoint, planned }: { mountPoint: string; planned: string }) =>
    `It is mounted at ${mountPoint}; the plan mounts it at ${planned}.`,
  'table-fault.twice': ({ mountPoint, line }: { mountPoint: string; line: number }) =>
    `${mountPoint} is mounted in line ${line} already.`,
  'table-fault.order': ({ mountPoint, child }: { mountPoint: string; child: string }) =>
    `${mountPoint} comes after ${child}, which lies in it: put it before.`,
  'table-fault.no-root': () => 'No line mounts the root at /.',
  'table-fault.missing': ({ mountPoint, swap }: { mountPoint: string; swap: boolean }) =>
    swap ? 'No line uses the swap of the plan.' : `No line mounts ${quoted(mountPoint)}, which the plan has.`,
} as const;
