import { MIB } from '../../quantity/index.js';
import { deviceName } from '../../recognition/index.js';
import { safetyCopySource, type StepFor } from '../../sequence/index.js';
import { systemsAfter } from '../../start/index.js';
import { message } from '../../words/index.js';
import { foundName, nameOf, systemName } from './facts.js';
import { volumeName, type VolumeKind } from '../../volume/index.js';
import { usedOf, type Planned, partitionOf, systemOf } from '../../plan/index.js';

export function backup(planned: Planned) {
  const { plan, survey } = planned;
  const holding = survey.partitions.filter(
    (p) => !['swap', 'reserved', 'bios-boot'].includes(plan.found[p.id]?.role ?? ''),
  );
  const used = holding.map((p) => usedOf(planned, p.id)?.bytes);
  return message('step.backup', {
    usedBytes: used.reduce<number>((sum, u) => sum + (u ?? 0), 0),
    unknown: used.filter((u) => u === undefined).length,
    systems: plan.systems.filter((s) => s.origin === 'found').map((s) => s.name),
  });
}

export function safetyCopy({ plan, survey }: Planned) {
  return message('step.safety-copy', {
    source: safetyCopySource(survey),
    day: survey.takenAt.slice(0, 10),
    files: survey.source.files ?? [],
    device: deviceName(plan.machine),
    tail: lastMib(survey.disk.sizeSectors * survey.disk.sectorBytes),
  });
}

/** Where `dd` finds the last MiB of a disk, whose size need not be whole MiB. */
const lastMib = (sizeBytes: number) =>
  sizeBytes % MIB === 0 ? `bs=1M skip=${sizeBytes / MIB - 1}` : `bs=512 skip=${sizeBytes / 512 - 2048}`;

export const prepareMedium = (planned: Planned, { system }: StepFor<'prepare-medium'>) =>
  message('step.prepare-medium', { system: systemName(planned, system), mode: planned.plan.target.mode });

export const prepareLive = ({ plan }: Planned) => message('step.prepare-live', { mode: plan.target.mode });

export const recoveryKey = (planned: Planned, { found }: StepFor<'recovery-key'>) =>
  message('step.recovery-key', { volume: foundName(planned, found) });

export const suspendProtection = (planned: Planned, { found }: StepFor<'suspend-protection'>) =>
  message('step.suspend-protection', { volume: foundName(planned, found) });

export const resumeProtection = (planned: Planned, { found }: StepFor<'resume-protection'>) =>
  message('step.resume-protection', { volume: foundName(planned, found) });

export const unhibernate = (planned: Planned, { system }: StepFor<'unhibernate'>) =>
  message('step.unhibernate', {
    system: systemName(planned, system),
    windows: systemOf(planned.plan, system)?.family === 'windows',
  });

export const controllerMode = ({ plan }: Planned) =>
  message('step.controller-mode', {
    windows: systemsAfter(plan).find((s) => s.family === 'windows' && s.origin === 'found')?.name ?? null,
  });

export const firmwareMode = ({ plan }: Planned) => message('step.firmware-mode', { mode: plan.target.mode });

/** File systems whose repair is a last resort: btrfs-check(8), xfs_repair(8). */
const READ_ONLY: readonly VolumeKind[] = ['btrfs', 'xfs'];

export const checkVolume = (planned: Planned, { partition }: StepFor<'check-volume'>) => {
  const content = partitionOf(planned.plan, partition)?.fileSystem ?? 'unknown';
  return message('step.check-volume', {
    volume: nameOf(planned, partition),
    content: volumeName(content),
    readOnly: READ_ONLY.includes(content),
  });
};

export const verifyStart = (planned: Planned, { system }: StepFor<'verify-start'>) =>
  message('step.verify-start', { system: systemName(planned, system) });
