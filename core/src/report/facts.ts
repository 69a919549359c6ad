import { readVariables } from '../firmware/index.js';
import type { MachineChanges, OtherDisk, Teller, ToldBy, ToldFact } from '../machine/index.js';
import { alignUp, GIB } from '../quantity/index.js';
import { profileOf, type Family, type System, type SystemNeeds } from '../system/index.js';
import type { ToldDisk } from './disks.js';
import type { MachineReport } from './format.js';

/** Facts of the machine that a report tells, with who told them. `disk`: the one that is to be planned. */
export function machineFacts(
  report: MachineReport,
  disks: readonly ToldDisk[],
  disk: ToldDisk | undefined,
  at: string,
): MachineChanges {
  const { machine = {} } = report;
  const variables = readVariables(report.variables ?? {});
  const secureBoot = machine.secureBoot ?? variables.secureBoot;
  const others = disks
    .filter((d) => d !== disk)
    .map(({ name, model, sizeBytes }): OtherDisk => ({ name: model ?? name, sizeBytes }));
  const facts: MachineChanges = {
    ...(machine.mode ? { modeInUse: machine.mode } : {}),
    ...(secureBoot === undefined ? {} : { secureBoot: secureBoot ? 'on' : 'off' }),
    // What is told lacks what the firmware keeps for itself; memory is sold in whole GiB.
    ...(machine.memoryBytes ? { ramBytes: alignUp(machine.memoryBytes, GIB) } : {}),
    ...(machine.tpm === undefined ? {} : { tpm: machine.tpm.startsWith('2') ? 'yes' : 'no' }),
    ...(machine.wordSize ? { wordSize: machine.wordSize } : {}),
    ...(machine.certificates ? { certificates: machine.certificates } : {}),
    ...(disk?.medium ? { medium: disk.medium } : {}),
    ...(disk?.controller ? { controller: disk.controller } : {}),
    ...(disk?.name.startsWith('/dev/') ? { device: disk.name } : {}),
    ...(disk && others.length > 0 ? { otherDisks: others } : {}),
    ...(variables.boot ? { bootEntries: variables.boot } : {}),
  };
  const teller: ToldBy = { by: tellerOf(report), at };
  const names = Object.keys(facts) as ToldFact[];
  return names.length === 0
    ? {}
    : { ...facts, told: Object.fromEntries(names.map((name) => [name, teller])) };
}

function tellerOf({ by }: MachineReport): Teller {
  if (by.live) return 'live';
  return by.family === 'bsd' ? 'linux' : by.family;
}

/** What a report tells of the system that made it; nothing where that was a live session. */
export function systemFacts(
  report: MachineReport,
): { readonly family: Family; readonly facts: Partial<System> } | undefined {
  const { by, clock } = report;
  if (by.live) return undefined;
  const hibernates = sleepsBy(report.sleep);
  return {
    family: by.family,
    facts: {
      ...(by.name ? { name: by.name.slice(0, 60) } : {}),
      ...needsBy(by.family, by.name),
      ...(hibernates === undefined ? {} : { hibernates }),
      ...(clock ? { clock } : {}),
    },
  };
}

/** Without hibernation there is no fast startup either. */
function sleepsBy(sleep: MachineReport['sleep']): boolean | undefined {
  if (sleep?.hibernation === false) return false;
  return sleep?.hibernation || sleep?.fastStartup ? true : undefined;
}

/** What is asked for by the release that it names. */
function needsBy(family: Family, name: string | undefined): Partial<SystemNeeds> {
  const release = family === 'windows' ? /\bWindows (10|11)\b/.exec(name ?? '')?.[1] : undefined;
  if (release === undefined) return {};
  const { leastBytes, comfortableBytes, generousBytes, needsUefi } = profileOf(`windows-${release}`).needs;
  return { leastBytes, comfortableBytes, generousBytes, needsUefi };
}
