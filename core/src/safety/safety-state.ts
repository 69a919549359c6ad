import { encryptionOf, isWindowsEncrypted, type Planned } from '../plan/index.js';
import type { SurveyPartitionId } from '../survey/index.js';
import { sleeps, type SystemId } from '../system/index.js';

/** What there is of the table elsewhere: nothing, its entries written down, or its sectors. */
export type TableCopy = 'none' | 'list' | 'sectors';

/**
 * Whether Windows gives a volume's key only to the start that it was sealed to. `not-told`: nobody knows whether it is encrypted, which
 * counts as `on`.
 */
export type Protection = 'on' | 'suspended' | 'not-told';

/** What keeps a machine's data between two steps, apart from the disk itself. */
export interface SafetyState {
  /** Whether the files on it were copied elsewhere. */
  readonly filesCopied: boolean;
  readonly tableCopy: TableCopy;
  /** Of volumes that Windows has encrypted, or may have; one that was deleted or made anew is in none of these. */
  readonly protections: ReadonlyMap<SurveyPartitionId, Protection>;
  /** Volumes of which the recovery key is on paper. */
  readonly keysOnPaper: readonly SurveyPartitionId[];
  /** Systems that hold what they had mounted in memory or in a file when they are turned off. */
  readonly asleep: readonly SystemId[];
}

/** As the machine was found: no copy is counted on that no step makes sure of. */
export function safetyAsFound(planned: Planned): SafetyState {
  const { plan, survey } = planned;
  const protections = survey.partitions.flatMap(({ id }): [SurveyPartitionId, Protection][] => {
    if (isWindowsEncrypted(planned, id)) return [[id, 'on']];
    return encryptionOf(planned, id) === 'unknown' ? [[id, 'not-told']] : [];
  });
  return {
    filesCopied: false,
    tableCopy: 'none',
    protections: new Map(protections),
    keysOnPaper: [],
    asleep: plan.systems.filter((s) => s.origin === 'found' && s.hibernates).map((s) => s.id),
  };
}

export const withFilesCopied = (safety: SafetyState): SafetyState => ({ ...safety, filesCopied: true });

/** A list after the sectors were copied takes nothing away. */
export const withTableCopy = (safety: SafetyState, copy: TableCopy): SafetyState =>
  safety.tableCopy === 'sectors' ? safety : { ...safety, tableCopy: copy };

export const withKeyOnPaper = (safety: SafetyState, id: SurveyPartitionId): SafetyState => ({
  ...safety,
  keysOnPaper: [...new Set([...safety.keysOnPaper, id])],
});

export const withProtection = (
  safety: SafetyState,
  id: SurveyPartitionId,
  protection: Protection,
): SafetyState => ({ ...safety, protections: new Map(safety.protections).set(id, protection) });

/** Volumes that are there no more; `null`: none of those that were found is. What lay in them does not sleep. */
export function safetyWithout(
  safety: SafetyState,
  gone: readonly SurveyPartitionId[] | null,
  { plan }: Planned,
): SafetyState {
  const stays = (id: SurveyPartitionId) => gone !== null && !gone.includes(id);
  const lost = (system: SystemId) =>
    Object.entries(plan.found).some(
      ([id, { role, owners }]) => !stays(id) && ['system', 'root'].includes(role) && owners.includes(system),
    );
  return {
    ...safety,
    protections: new Map([...safety.protections].filter(([id]) => stays(id))),
    keysOnPaper: safety.keysOnPaper.filter(stays),
    asleep: safety.asleep.filter((system) => !lost(system)),
  };
}

export const awake = (safety: SafetyState, system: SystemId): SafetyState => ({
  ...safety,
  asleep: safety.asleep.filter((id) => id !== system),
});

/** A system that comes is as its maker has it, whatever was turned off in the one it replaces; what it is put over is gone. */
export function arrived(safety: SafetyState, id: SystemId, planned: Planned): SafetyState {
  const { plan } = planned;
  const over = plan.partitions
    .filter((p) => p.treatment === 'format' && p.owners.includes(id))
    .flatMap(({ from }) => from ?? []);
  const others = awake(safetyWithout(safety, over, planned), id);
  const system = plan.systems.find((s) => s.id === id);
  return system && sleeps({ ...system, hibernation: undefined })
    ? { ...others, asleep: [...others.asleep, id] }
    : others;
}
