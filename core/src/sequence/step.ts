import type { Sectors } from '../quantity/index.js';
import type { Span } from '../layout/index.js';
import type { SurveyPartitionId } from '../survey/index.js';
import type { SystemId } from '../system/index.js';

/**
 * Where a step is done. `running`: in an installed system. `firmware`: in its setup. `live`: a session
 * started from a medium that can be tried. `installer`: a system's own setup. `first-start`: a system started cold.
 */
export type Environment =
  | { readonly kind: 'running'; readonly system: SystemId | null }
  | { readonly kind: 'firmware' }
  | { readonly kind: 'live' }
  | { readonly kind: 'installer'; readonly system: SystemId }
  | { readonly kind: 'first-start'; readonly system: SystemId };

export const LIVE: Environment = { kind: 'live' };
export const FIRMWARE: Environment = { kind: 'firmware' };

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

/** What every step has. What it is about, a kind adds. Spans in logical sectors, data in bytes, time in seconds. */
export interface StepBase {
  /** Kind and object: stable while the plan changes elsewhere, so that a tick stays with its step. */
  readonly id: string;
  readonly environment: Environment;
  /** Ids of steps that must be done first. */
  readonly needs: readonly string[];
  readonly copy: Copy | null;
  /** Spans beyond the table's own sectors that it reads, and that it writes. */
  readonly reads: readonly Span[];
  readonly writes: readonly Span[];
  /** Data that moves. */
  readonly bytes: Range | null;
  readonly seconds: Range | null;
  readonly exposure: Exposure | null;
  /** What the table does not list any more if power fails while it runs, though its data stays. */
  readonly unlists: Exposure | null;
  /** Whether it can be undone once done. */
  readonly undo: 'yes' | 'from-backup' | 'no-need';
}

/** A step of whatever kind, and what it may be about. */
export interface AnyStep extends StepBase {
  readonly kind: string;
  readonly system?: SystemId | undefined;
  readonly partition?: string | undefined;
  readonly found?: SurveyPartitionId | null | undefined;
  readonly before?: Span | null | undefined;
  readonly after?: Span | null | undefined;
}

/** A step of one kind, with what it is about. */
export type StepOf<K extends string, About = object> = StepBase & { readonly kind: K } & Readonly<About>;

/** A step of which only what is told is set. Its id is its kind and its object; `of` is empty where there is one of it. */
export function step<K extends string, About extends object>(
  kind: K,
  of: string,
  environment: Environment,
  about: About & Partial<StepBase>,
): StepOf<K, About> {
  const blank = {
    id: of === '' ? kind : `${kind}:${of}`,
    kind,
    environment,
    needs: [],
    copy: null,
    reads: [],
    writes: [],
    bytes: null,
    seconds: null,
    exposure: null,
    unlists: null,
    undo: 'no-need' as const,
  };
  // One literal and an assignment: steps are many, and spreading two objects takes twice as long (measured).
  return Object.assign(blank, about);
}

/** The step with other needs. */
export function withNeeds<S extends StepBase>(s: S, needs: readonly string[]): S {
  return { ...s, needs };
}

/** The step, waiting for these too; the same one where it does already. */
export function waitingFor<S extends StepBase>(s: S, more: readonly string[]): S {
  const added = more.filter((id, i) => !s.needs.includes(id) && more.indexOf(id) === i);
  return added.length === 0 ? s : withNeeds(s, s.needs.concat(added));
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

export const spanOf = (p: Span): Span => ({ start: p.start, length: p.length });
