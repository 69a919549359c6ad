import { verdictOn, type VerdictSays } from '../match/index.js';
import { derived, partitionOf, partitionTitle, type Plan, type Planned } from '../plan/index.js';
import type { System } from '../system/index.js';
import { message, type Code, type Message, type Text } from '../words/index.js';
import {
  isUntold,
  loadersOn,
  setupMakingEfi,
  startOf,
  type StartArrangement,
  type StartFault,
  type StartWay,
} from './start.js';

/** The path at which every UEFI firmware looks on a medium of which it knows nothing (UEFI 2.10 §3.5.1.1, x86-64 and IA-32). */
export const fallbackPath = ({ machine }: Plan): string =>
  `\\EFI\\BOOT\\${machine.wordSize === '32' ? 'BOOTIA32' : 'BOOTX64'}.EFI`;

type StartFaultSays = Message<Extract<Code, `boot-fault.${string}`>>;

type EffectSays = Message<Extract<Code, `boot.${string}`>>;

/** What is to be known of how one system boots: how, what its updates change, how that is repaired. */
export interface StartWords {
  readonly system: System;
  /** Why it does not boot; `null` where it does. */
  readonly fault: StartFaultSays | VerdictSays | null;
  readonly reached: Message<Extract<Code, `boots.${string}`>>;
  readonly onInstall: EffectSays;
  readonly onUpdate: EffectSays;
  readonly restore: EffectSays;
}

/** What is said of every system that boots, in the order of their entries. */
export const startWords = derived((planned): readonly StartWords[] => {
  const { plan } = planned;
  const arrangement = startOf(plan);
  return arrangement.order.flatMap((system) => {
    const way = arrangement.ways.find((w) => w.system.id === system.id);
    if (!way) return [];
    const fault = faultOf(planned, way);
    const told = fault ? message('boots.not', { fault }) : reached(planned, way);
    return [{ system, fault, reached: told, ...effects(plan, way, arrangement) }];
  });
});

/** It cannot start in the planned mode at all, or not as it is to be reached. */
function faultOf({ plan, survey }: Planned, way: StartWay): StartWords['fault'] {
  const { level, reasons } = verdictOn(plan, way.system, survey);
  if (level === 'cannot') return reasons[0]!;
  const [fault] = way.faults;
  return fault ? startFaultSays(fault, way, plan) : null;
}

function reached(planned: Planned, way: StartWay): StartWords['reached'] {
  const { plan, survey } = planned;
  if (way.by) return message('boots.by', { system: way.by.name });
  const { place } = way;
  const maker = place ? undefined : setupMakingEfi(plan);
  if (maker) return message('boots.made-entry', { system: maker.name });
  if (!place && isUntold(plan, way.system)) return message('boots.untold');
  if (!place || place.kind === 'disk') return message('boots.disk');
  const volume = titleIn(plan, place.partition);
  if (place.kind === 'partition')
    return message(plan.target.mode === 'uefi' ? 'boots.own-volume' : 'boots.partition', { volume });
  const partition = partitionOf(plan, place.partition);
  const read = partition && way.system.origin === 'found' ? loadersOn(survey, partition) : [];
  return message('boots.entry', { volume, loaders: read });
}

function titleIn(plan: Plan, id: string): Text {
  const partition = partitionOf(plan, id);
  return partition ? message('boots.named', { name: partitionTitle(partition) }) : message('boots.gone');
}

type Effects = Pick<StartWords, 'onInstall' | 'onUpdate' | 'restore'>;

function effects(plan: Plan, { system, by }: StartWay, { chooser }: StartArrangement): Effects {
  const uefi = plan.target.mode === 'uefi';
  const other = chooser && chooser.id !== system.id ? chooser.name : null;
  if (system.family === 'windows') return uefi ? windowsOnUefi(other) : windowsOnBios(other);
  if (system.family === 'macos')
    return {
      onInstall: message('boot.macos-install'),
      onUpdate: message('boot.macos-update'),
      restore: message('boot.macos-repair'),
    };
  if (system.menu)
    return {
      onInstall: message(uefi ? 'boot.linux-uefi-install' : 'boot.linux-bios-install'),
      onUpdate: message('boot.menu-update'),
      restore: message('boot.menu-repair'),
    };
  return {
    onInstall: message(uefi ? 'boot.linux-uefi-install' : 'boot.linux-bios-install'),
    onUpdate: by
      ? message('boot.listed-update', { system: by.name })
      : message(uefi ? 'boot.linux-uefi-update' : 'boot.linux-bios-update'),
    restore: by
      ? message(uefi ? 'boot.list-again' : 'boot.rewrite-loader', { system: by.name })
      : uefi
        ? message('boot.linux-uefi-repair', { fallback: fallbackPath(plan) })
        : message('boot.linux-bios-repair'),
  };
}

const windowsOnUefi = (other: string | null): Effects => ({
  onInstall: message('boot.windows-uefi-install'),
  onUpdate: message('boot.windows-uefi-update'),
  restore: message('boot.windows-uefi-repair', { first: other ?? message('boots.the-default') }),
});

const windowsOnBios = (other: string | null): Effects => ({
  onInstall: message('boot.windows-bios-install'),
  onUpdate: message('boot.windows-bios-update'),
  restore: other === null ? message('boot.own-tools') : message('boot.rewrite-loader', { system: other }),
});

/** What is wrong with how a system is to boot, in a sentence that does not name it. */
export function startFaultSays(fault: StartFault, way: StartWay, plan: Plan): StartFaultSays {
  switch (fault.code) {
    case 'by-missing':
    case 'cannot-list':
    case 'disk-twice':
      return message(`boot-fault.${fault.code}`, {
        system: plan.systems.find((s) => s.id === fault.by)?.name ?? message('place.the-system'),
      });
    case 'circle':
      return message('boot-fault.circle', { system: way.by?.name ?? message('place.the-system') });
    case 'place-missing':
    case 'not-efi':
    case 'efi-in-bios':
    case 'disk-in-uefi':
    case 'no-place':
    case 'not-mounted':
    case 'not-listed':
      return message(`boot-fault.${fault.code}`);
  }
}
