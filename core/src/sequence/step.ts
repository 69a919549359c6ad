import type { PartitionId, Span } from '../plan/index.js';
import type { Sectors } from '../quantity/index.js';
import type { SurveyPartitionId } from '../survey/index.js';
import type { SystemId } from '../system/index.js';

/**
 * Where a step is done. `running`: in an installed system. `firmware`: in its setup. `live`: a session
 * started from the installer medium. `installer`: a system's own setup. `first-start`: a system started cold.
 */
export type Environment =
  | { readonly kind: 'running'; readonly system: SystemId | null }
  | { readonly kind: 'firmware' }
  | { readonly kind: 'live' }
  | { readonly kind: 'installer'; readonly system: SystemId }
  | { readonly kind: 'first-start'; readonly system: SystemId };

export type StepKind =
  | 'backup'
  | 'safety-copy'
  | 'prepare-medium'
  | 'recovery-key'
  | 'unhibernate'
  | 'suspend-protection'
  | 'check-volume'
  | 'shrink'
  | 'verify-start'
  | 'firmware-mode'
  | 'secure-boot-off'
  | 'new-table'
  | 'repair-table'
  | 'convert-table'
  | 'redo-start'
  | 'remove-start'
  | 'delete'
  | 'move-aside'
  | 'move'
  | 'grow'
  | 'create'
  | 'format'
  | 'create-container'
  | 'grow-container'
  | 'shrink-container'
  | 'delete-container'
  | 'relist'
  | 'set-active'
  | 'set-type'
  | 'set-label'
  | 'install'
  | 'start-order'
  | 'first-start'
  | 'resume-protection'
  | 'verify-disk';

export interface Range {
  readonly least: number;
  readonly most: number;
}

/**
 * Data copied within the disk. It is copied in pieces no longer than the distance it travels, and from the end that
 * lies towards the new place, so that nothing is written over before it was copied.
 */
export interface Copy {
  readonly from: Sectors;
  readonly to: Sectors;
  readonly sectors: Sectors;
  /** `forward`: the lowest sector first. */
  readonly direction: 'forward' | 'backward';
}

/** What is lost if power fails while a step runs. */
export interface Exposure {
  /** Surveyed partitions that can then be read at no place. */
  readonly what: readonly SurveyPartitionId[];
  /** It begins once more than `from` of `of` sectors are written, and lasts until the step is done. */
  readonly when: { readonly from: Sectors; readonly of: Sectors };
}

/** A primitive step. Spans in logical sectors, data in bytes, time in seconds. */
export interface Step {
  /** Kind and object: stable while the plan changes elsewhere, so that a tick stays with its step. */
  readonly id: string;
  readonly kind: StepKind;
  readonly environment: Environment;
  readonly partition: PartitionId | null;
  readonly found: SurveyPartitionId | null;
  readonly system: SystemId | null;
  readonly before: Span | null;
  readonly after: Span | null;
  readonly copy: Copy | null;
  /** Spans beyond the table's own sectors that it reads, and that it writes. */
  readonly reads: readonly Span[];
  readonly writes: readonly Span[];
  /** Ids of steps that must be done first. */
  readonly needs: readonly string[];
  /** Data that moves. */
  readonly bytes: Range | null;
  readonly seconds: Range | null;
  readonly exposure: Exposure | null;
  /** Whether it can be undone once done. */
  readonly undo: 'yes' | 'from-backup' | 'no-need';
}

/** One key per start of the machine: what can be done without a restart shares it. */
export function startKey(environment: Environment): string {
  switch (environment.kind) {
    case 'running':
      return `system ${environment.system ?? ''}`;
    case 'first-start':
      return `cold ${environment.system}`;
    case 'live':
      return 'medium';
    case 'installer':
      return `setup ${environment.system}`;
    case 'firmware':
      return 'firmware';
  }
}

/** The step with other needs. Field by field: steps are many, and this is done several times to each. */
export function withNeeds(s: Step, needs: readonly string[]): Step {
  return {
    id: s.id,
    kind: s.kind,
    environment: s.environment,
    partition: s.partition,
    found: s.found,
    system: s.system,
    before: s.before,
    after: s.after,
    copy: s.copy,
    reads: s.reads,
    writes: s.writes,
    needs,
    bytes: s.bytes,
    seconds: s.seconds,
    exposure: s.exposure,
    undo: s.undo,
  };
}
