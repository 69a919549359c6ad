import { canRun, modeName, type FirmwareMode } from '../machine/index.js';
import type { Plan } from '../plan/index.js';
import { fitOf, type Fit, type System } from '../system/index.js';
import type { TableStyle } from '../table/index.js';

/** `fits` and `cannot` are certain; `condition`: yes, once something named is there; `unreliable`: depends on the firmware. */
export type VerdictLevel = 'fits' | 'condition' | 'unreliable' | 'cannot';

export interface Verdict {
  readonly system: System;
  readonly level: VerdictLevel;
  readonly fit: Fit;
  /** Plain sentences, gravest first; the first is the verdict itself. */
  readonly reasons: readonly string[];
}

export const styleName = (style: TableStyle) => style.toUpperCase();

/** A 32-bit sector number reaches this far on an MBR. */
export function mbrReachBytes(sectorBytes: number): number {
  return 2 ** 32 * sectorBytes;
}

/** Whether a BIOS boot partition is planned, new or kept. */
export function hasBiosBoot(plan: Plan): boolean {
  return plan.partitions.some((p) => p.role === 'bios-boot');
}

/** How every system of the plan stands to the planned mode and style, and to how its medium will be started. */
export function verdictsOf(plan: Plan): Verdict[] {
  return plan.systems.map((system) => verdictOn(plan, system));
}

/**
 * The mode a found system is installed for: the one in use, unless it could not have been installed in
 * that mode on this style of disk; then the other.
 */
export function installedMode(plan: Plan, system: System): FirmwareMode | 'unknown' {
  const now = plan.machine.modeInUse;
  if (system.origin !== 'found' || now === 'unknown') return 'unknown';
  if (fitOf(system, now, plan.target.style) !== 'no') return now;
  return now === 'uefi' ? 'bios' : 'uefi';
}

/** One system against the planned mode and style, and how its medium will be started. */
export function verdictOn(plan: Plan, system: System): Verdict {
  const { mode, style } = plan.target;
  const fit = fitOf(system, mode, style);
  const reasons: { level: VerdictLevel; text: string }[] = [fitReason(system, fit, plan)];
  if (!canRun(plan.machine, mode))
    reasons.push({
      level: 'cannot',
      text: `This machine’s firmware has no ${modeName(mode)} mode.`,
    });
  const start = plan.machine.mediumStart;
  if (system.origin === 'new' && start !== 'unknown' && start !== mode)
    reasons.push({
      level: 'cannot',
      text: `Its installer medium will be started in ${modeName(start)} mode, and would install it for ${modeName(start)}, not ${modeName(mode)}.`,
    });
  const installed = installedMode(plan, system);
  if (installed !== 'unknown' && installed !== mode)
    reasons.push({
      level: 'cannot',
      text: `It is installed for ${modeName(installed)} and will not start once the firmware is in ${modeName(mode)} mode.`,
    });
  const order: readonly VerdictLevel[] = ['cannot', 'unreliable', 'condition', 'fits'];
  const level = order.find((l) => reasons.some((r) => r.level === l))!;
  const sorted = [...reasons].sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
  return {
    system,
    level,
    fit,
    reasons: sorted.filter((r) => level === 'fits' || r.level !== 'fits').map((r) => r.text),
  };
}

function fitReason(system: System, fit: Fit, plan: Plan): { level: VerdictLevel; text: string } {
  const { mode, style } = plan.target;
  const there = `${modeName(mode)} mode from ${style === 'mbr' ? 'an' : 'a'} ${styleName(style)} disk`;
  switch (fit) {
    case 'yes':
      return { level: 'fits', text: `Installs and starts in ${there}.` };
    case 'needs-bios-boot':
      return hasBiosBoot(plan)
        ? { level: 'fits', text: `Installs and starts in ${there}: the BIOS boot partition is planned.` }
        : {
            level: 'condition',
            text: `Starts in ${there} once there is a BIOS boot partition (1 MiB, no file system).`,
          };
    case 'unreliable':
      return { level: 'unreliable', text: `Whether it starts in ${there} depends on the firmware.` };
    case 'no':
      return {
        level: 'cannot',
        text:
          system.needsUefi && mode === 'bios'
            ? `${system.name} asks for UEFI; it cannot be installed in BIOS mode.`
            : system.origin === 'new'
              ? `Its setup refuses ${there}.`
              : `It cannot start in ${there}.`,
      };
  }
}
