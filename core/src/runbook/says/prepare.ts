import { deviceIsAssumed } from '../../recognition/index.js';
import { placeIn, type StepFor } from '../../sequence/index.js';
import { message } from '../../words/index.js';
import { foundName, lineOf, nameOf, systemName, type At } from './facts.js';
import { VOLUME_TRAITS, volumeName } from '../../volume/index.js';
import { layersOf, sizedAs, usedOf, partitionOf, systemOf, type Planned } from '../../plan/index.js';

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

export const safetyCopy = ({ plan, survey }: Planned, { of, family, environment }: StepFor<'safety-copy'>) =>
  message('step.safety-copy', {
    source: of,
    partitions: survey.partitions.length,
    logicals: survey.partitions.filter((p) => p.logical).length,
    windows: family === 'windows',
    live: environment.kind === 'live',
    day: survey.takenAt.slice(0, 10),
    files: survey.source.files ?? [],
    deviceTold: !deviceIsAssumed(plan.machine),
  });

export const prepareMedium = (planned: Planned, { system }: StepFor<'prepare-medium'>) =>
  message('step.prepare-medium', { system: systemName(planned, system), mode: planned.plan.target.mode });

export const prepareLive = ({ plan }: Planned, { use }: StepFor<'prepare-live'>) =>
  message('step.prepare-live', { mode: plan.target.mode, use });

export const recoveryKey = (planned: Planned, { found }: StepFor<'recovery-key'>) =>
  message('step.recovery-key', { volume: foundName(planned, found) });

export const suspendProtection = (planned: Planned, { found }: StepFor<'suspend-protection'>) =>
  message('step.suspend-protection', { volume: foundName(planned, found) });

export const resumeProtection = (planned: Planned, { found, environment }: StepFor<'resume-protection'>) =>
  message('step.resume-protection', {
    volume: foundName(planned, found),
    system: systemName(planned, 'system' in environment ? environment.system : null),
  });

export const unhibernate = (planned: Planned, { system }: StepFor<'unhibernate'>) =>
  message('step.unhibernate', {
    system: systemName(planned, system),
    windows: systemOf(planned.plan, system)?.family === 'windows',
  });

export const safeStart = (planned: Planned, { system }: StepFor<'safe-start'>) =>
  message('step.safe-start', { system: systemName(planned, system) });

export const usualStart = (planned: Planned, { system }: StepFor<'usual-start'>) =>
  message('step.usual-start', { system: systemName(planned, system) });

export const firmwareMode = ({ plan }: Planned) => message('step.firmware-mode', { mode: plan.target.mode });

export const checkVolume = (planned: At, step: StepFor<'check-volume'>) => {
  const p = partitionOf(planned.plan, step.partition);
  const content = p?.fileSystem ?? 'unknown';
  return message('step.check-volume', {
    volume: nameOf(planned, step.partition),
    content: volumeName(content),
    readOnly: VOLUME_TRAITS[content].linux.check?.repairs === false,
    inside: p && sizedAs(p) !== content ? { ...lineOf(planned, p.id), ...layersOf(p) } : null,
    windows:
      placeIn(planned.plan, step.environment) !== 'windows'
        ? null
        : p?.role === 'system'
          ? 'running'
          : 'other',
  });
};

export const verifyStart = (planned: Planned, { system }: StepFor<'verify-start'>) =>
  message('step.verify-start', { system: systemName(planned, system) });
