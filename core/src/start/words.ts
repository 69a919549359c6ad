import { derived, type Planned, partitionOf, partitionTitle, type Plan } from '../plan/index.js';
import type { System } from '../system/index.js';
import { loadersOn, startOf, type StartArrangement, type StartFault, type StartWay } from './start.js';

/** The path at which every UEFI firmware looks on a medium of which it knows nothing (UEFI 2.10 §3.5.1.1, x86-64). */
export const FALLBACK_PATH = '\\EFI\\BOOT\\BOOTX64.EFI';

/** What is to be known of starting one system: how it is reached, what its updates do, how that is mended. */
export interface StartWords {
  readonly system: System;
  readonly reached: string;
  readonly onInstall: string;
  readonly onUpdate: string;
  readonly restore: string;
}

/** The start plan in words, a system each, in the order of their entries. */
export const startWords = derived((planned): readonly StartWords[] => {
  const { plan } = planned;
  const arrangement = startOf(plan);
  return arrangement.order.map((system) => {
    const way = arrangement.ways.find((w) => w.system.id === system.id)!;
    return { system, reached: reached(planned, way), ...effects(plan, way, arrangement) };
  });
});

function reached(planned: Planned, way: StartWay): string {
  const { plan, survey } = planned;
  const [fault] = way.faults;
  if (fault) return `Not reached: ${startFaultInWords(fault, way, plan)}`;
  if (way.by) return `From the list that the loader of ${way.by.name} shows.`;
  const { place } = way;
  if (place?.kind !== 'efi')
    return place?.kind === 'partition'
      ? `By the code in the first sector of ${titleIn(plan, place.partition)}.`
      : 'Directly: its loader is what the disk starts.';
  const partition = partitionOf(plan, place.partition)!;
  const read = loadersOn(survey, partition);
  const known = read.length > 0 && way.system.origin === 'found' ? ` Read there: ${read.join(', ')}.` : '';
  return `By its own entry in the firmware’s list; its loader lies on ${titleIn(plan, place.partition)}, in a directory of its own.${known}`;
}

function titleIn(plan: Plan, id: string): string {
  const partition = partitionOf(plan, id);
  return partition ? `“${partitionTitle(partition)}”` : 'a partition that is gone';
}

function effects(
  plan: Plan,
  { system, by }: StartWay,
  { chooser }: StartArrangement,
): Pick<StartWords, 'onInstall' | 'onUpdate' | 'restore'> {
  const uefi = plan.target.mode === 'uefi';
  const others = chooser && chooser.id !== system.id ? chooser.name : null;
  if (system.family === 'windows')
    return uefi
      ? {
          onInstall:
            'Puts its own entry first in the firmware’s list; leaves the other loaders where they are.',
          onUpdate: 'A large update may put itself first again, and may turn fast startup back on.',
          restore: `Put ${others ?? 'the wished default'} first again in the firmware’s list. No file is lost.`,
        }
      : {
          onInstall: 'Writes its own code into the disk’s first sector: the loader that was there is gone.',
          onUpdate: 'Rarely touches the first sector.',
          restore: others
            ? `Write the loader of ${others} to the disk again, from a live session.`
            : 'Its own repair tools write its code again.',
        };
  if (system.family === 'macos')
    return {
      onInstall: 'Makes itself what the machine starts.',
      onUpdate: 'May make itself the default again.',
      restore: 'Choose the default in its start settings, or hold the key for the start menu once.',
    };
  const listed = by
    ? `A new kernel is started only once the loader of ${by.name} has looked for systems again.`
    : uefi
      ? 'A new loader rewrites its own directory, and may put its own entry first.'
      : 'A new kernel is listed by itself; a new loader is written to the first sector again.';
  return {
    onInstall: uefi
      ? 'Adds its directory to the EFI system partition and an entry to the firmware’s list, and puts it first.'
      : 'Writes its loader into the disk’s first sector, if that is the target named in its installer.',
    onUpdate: listed,
    restore: uefi
      ? `From a live session, write its loader to its EFI system partition and its entry again; until then ${FALLBACK_PATH} may start something.`
      : 'From a live session, write its loader to the disk’s first sector again.',
  };
}

/** What is wrong with how a system is to be started, in a sentence that does not name it. */
export function startFaultInWords(fault: StartFault, way: StartWay, plan: Plan): string {
  switch (fault.code) {
    case 'place-missing':
      return 'the partition that was to hold its loader is not in the plan any more.';
    case 'not-efi':
      return 'UEFI firmware starts loaders from an EFI system partition only, and this is none.';
    case 'efi-in-bios':
      return 'in BIOS mode nothing is started from an EFI system partition: the disk’s first sector is the target.';
    case 'disk-in-uefi':
      return 'in UEFI mode nothing is started from the disk’s first sector: an EFI system partition is the target.';
    case 'by-missing':
      return `${plan.systems.find((s) => s.id === fault.by)?.name ?? 'the system'} that was to list it is not on the disk.`;
    case 'circle':
      return `it is started by ${way.by?.name ?? 'another'}, which is started by it.`;
    case 'no-place':
      return 'there is no EFI system partition for its loader.';
  }
}
