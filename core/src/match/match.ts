import { canRun, type FirmwareMode } from '../machine/index.js';
import { hasBootEntry, modeRead, type Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import { fitOf, type Fit, type System } from '../system/index.js';
import { type TableStyle } from '../table/index.js';
import { message, type Code, type Message } from '../words/index.js';

/** `fits` and `cannot` are certain; `condition`: yes, once something named is there; `unreliable`: depends on the firmware. */
export type VerdictLevel = 'fits' | 'condition' | 'unreliable' | 'cannot';

export interface Verdict {
  readonly system: System;
  readonly level: VerdictLevel;
  readonly fit: Fit;
  /** Gravest first; the first is the verdict itself. */
  readonly reasons: readonly VerdictSays[];
}

export type VerdictSays = Message<Extract<Code, `verdict.${string}`>>;

interface Reason {
  readonly level: VerdictLevel;
  readonly says: VerdictSays;
}

/** The type of the partition that a BSD's own loader starts from in BIOS mode. */
export const BSD_BOOT = '83bd6b9d-7f41-11dc-be0b-001560b84f0f';

/** Whether a boot partition of the kind that this family's loader needs on GPT is planned, new or kept. */
export function hasBiosBoot(plan: Plan, family: System['family']): boolean {
  return plan.partitions.some(
    (p) => p.role === 'bios-boot' && (p.from !== null || (p.type === BSD_BOOT) === (family === 'bsd')),
  );
}

/** How every system of the plan stands to the planned mode and style, and to how its medium will be started. */
export function verdictsOf(plan: Plan, survey: Survey | undefined): Verdict[] {
  return plan.systems.map((system) => verdictOn(plan, system, survey));
}

/**
 * The mode a found system is installed for: UEFI where the firmware has an entry for it that leads to this disk; else the one in use, or where that is not known what the loaders on the disk tell, unless it
 * could not have been installed in that mode on this style of disk; then the other.
 */
export function installedMode(
  plan: Plan,
  system: System,
  survey: Survey | undefined,
): FirmwareMode | 'unknown' {
  if (system.origin === 'found' && hasBootEntry(plan, system, survey)) return 'uefi';
  if (system.origin !== 'found') return 'unknown';
  const now = plan.machine.modeInUse;
  if (now === 'unknown') return survey ? modeRead(survey) : 'unknown';
  if (fitOf(system, now, plan.target.style) !== 'no') return now;
  return now === 'uefi' ? 'bios' : 'uefi';
}

/** One system against the planned mode and style, and how its medium will be started. */
export function verdictOn(plan: Plan, system: System, survey: Survey | undefined): Verdict {
  const { mode, style } = plan.target;
  const fit = fitOf(system, mode, style);
  const reasons: Reason[] = [fitReason(system, fit, plan)];
  if (!canRun(plan.machine, mode))
    reasons.push({
      level: 'cannot',
      says: message('verdict.no-such-mode', { mode }),
    });
  const start = plan.machine.mediumStart;
  if (system.origin === 'new' && start !== 'unknown' && start !== mode)
    reasons.push({
      level: 'cannot',
      says: message('verdict.medium-other-mode', { start, mode }),
    });
  const installed = installedMode(plan, system, survey);
  if (installed !== 'unknown' && installed !== mode)
    reasons.push({
      // A conversion has its start files written anew: that is a step, and nothing is wrong after it.
      level: plan.target.table === 'convert' && fit !== 'no' ? 'condition' : 'cannot',
      says: message('verdict.installed-other-mode', { installed, mode }),
    });
  const order: readonly VerdictLevel[] = ['cannot', 'unreliable', 'condition', 'fits'];
  const level = order.find((l) => reasons.some((r) => r.level === l))!;
  const sorted = [...reasons].sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
  return {
    system,
    level,
    fit,
    reasons: sorted.filter((r) => level === 'fits' || r.level !== 'fits').map((r) => r.says),
  };
}

function fitReason(system: System, fit: Fit, plan: Plan): Reason {
  const { mode, style } = plan.target;
  const there = { mode, style };
  switch (fit) {
    case 'yes':
      return { level: 'fits', says: message('verdict.fits', there) };
    case 'needs-bios-boot':
      return hasBiosBoot(plan, system.family)
        ? { level: 'fits', says: message('verdict.bios-boot-planned', there) }
        : { level: 'condition', says: message('verdict.needs-bios-boot', there) };
    case 'unreliable':
      return { level: 'unreliable', says: message('verdict.unreliable', there) };
    case 'no':
      return { level: 'cannot', says: whyNot(system, mode, style) };
  }
}

function whyNot(system: System, mode: FirmwareMode, style: TableStyle): VerdictSays {
  if (system.needsUefi && mode === 'bios') return message('verdict.needs-uefi', { system: system.name });
  return system.origin === 'new'
    ? message('verdict.setup-refuses', { mode, style })
    : message('verdict.cannot-start', { mode, style });
}
