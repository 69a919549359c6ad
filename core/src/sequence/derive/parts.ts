import { isLogical, usedOf, type Fate, type PlannedPartition, type Span } from '../../plan/index.js';
import type { System } from '../../system/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { copyTime } from '../estimate.js';
import { copyOf, exposureOfChange, exposureOfCopy } from '../exposure.js';
import type { Environment, Step } from '../step.js';
import { LIVE, step } from './draft.js';
import { isRelabelled, isRetyped, writesNewTable, type Situation } from './situation.js';

/** Where a partition is listed: among the entries of the disk, or in the extended container of an MBR. */
export type World = 'disk' | 'container';

/** A step that changes the table, what it holds before and what it takes. */
export interface TableStep {
  readonly step: Step;
  /** What is held before and after it, by one object; `null` for what is not there. */
  readonly object: string;
  readonly world: World;
  readonly holds: Span | null;
  readonly takes: Span | null;
}

export const spanOf = (p: Span): Span => ({ start: p.start, length: p.length });

/** The steps for every partition: what was found is deleted, shrunk, moved, grown or formatted, what is new is created. */
export function partSteps(situation: Situation, before: readonly string[]): TableStep[] {
  const { plan, survey, fates } = situation;
  const remade = new Set(fates.filter(isRemade).map((f) => f.planned!.id));
  const fresh = plan.partitions.filter((p) => p.from === null || remade.has(p.id));
  return [
    ...fates.flatMap((fate) => fateSteps(situation, fate, before)),
    ...fresh.flatMap((p): TableStep[] => {
      const world = isLogical({ plan, survey }, p) ? 'container' : 'disk';
      const about = { object: `new ${p.id}`, world, holds: null } as const;
      const created: TableStep = { ...about, step: creation(situation, p, before), takes: spanOf(p) };
      return p.placeholder
        ? [created, { ...about, step: filledPlaceholder(situation, p), takes: null }]
        : [created];
    }),
  ];
}

/** Made anew in another place or size than found: deleted and created, not formatted where it is. */
function isRemade({ kind, found, planned }: Fate): boolean {
  return kind === 'formatted' && (found.start !== planned!.start || found.length !== planned!.length);
}

/** A placeholder is made by the system that is there, in its own disk tool. */
function creation(situation: Situation, p: PlannedPartition, before: readonly string[]): Step {
  const { plan, survey } = situation;
  const table = writesNewTable({ plan, survey }) ? ['new-table'] : [];
  const after = spanOf(p);
  const own = p.placeholder ? placeholderMaker(situation) : undefined;
  return step('create', p.id, own ? { kind: 'running', system: own.id } : LIVE, {
    partition: p.id,
    after,
    writes: [after],
    needs: own ? [...table, ...before] : table,
    undo: 'yes',
  });
}

function placeholderMaker({ plan }: Situation): System | undefined {
  const found = plan.systems.filter((s) => s.origin === 'found' && s.change === undefined);
  return found.find((s) => s.family === 'windows') ?? found[0];
}

/** What held the place is formatted by the installer that takes it. */
function filledPlaceholder(situation: Situation, p: PlannedPartition): Step {
  return step('format', p.id, formatPlace(situation, p), {
    partition: p.id,
    before: spanOf(p),
    after: spanOf(p),
    writes: [spanOf(p)],
    needs: [`create:${p.id}`],
    undo: 'yes',
  });
}

function fateSteps(situation: Situation, fate: Fate, before: readonly string[]): TableStep[] {
  const { plan, survey } = situation;
  const { found, planned, kind } = fate;
  if (plan.target.table === 'new') return [];
  const world: World =
    found.logical && survey.disk.style === 'mbr' && plan.target.style === 'mbr' ? 'container' : 'disk';
  const listed = (s: Step): TableStep => ({
    step: s,
    object: found.id,
    world,
    holds: s.before,
    takes: s.after,
  });
  if (!planned || isRemade(fate))
    return [
      listed(step('delete', found.id, LIVE, { found: found.id, before: spanOf(found), undo: 'from-backup' })),
    ];
  const about = { partition: planned.id, found: found.id, undo: 'yes' } as const;
  const label = [
    ...(isRelabelled(fate) ? [{ ...listed(relabel(situation, planned, found.id)), takes: null }] : []),
    ...(isRetyped(fate) ? [{ ...listed(step('set-type', planned.id, LIVE, about)), takes: null }] : []),
  ];
  if (kind === 'formatted') return [listed(formatInPlace(situation, planned, found.id))];
  if (kind === 'untouched') return label;
  return [...changeSteps(situation, fate, planned, before).map(listed), ...label];
}

function formatInPlace(situation: Situation, p: PlannedPartition, found: string): Step {
  const span = spanOf(p);
  return step('format', p.id, formatPlace(situation, p), {
    partition: p.id,
    found,
    before: span,
    after: span,
    writes: [span],
    undo: 'from-backup',
  });
}

function relabel(situation: Situation, p: PlannedPartition, found: string): Step {
  const own = ownTool(situation, p);
  return step('set-label', p.id, own ? { kind: 'running', system: own.id } : LIVE, {
    partition: p.id,
    found,
    undo: 'yes',
  });
}

/** In the installer of the one arriving system that owns it; what is shared is formatted before the first of them. */
function formatPlace({ arriving }: Situation, p: PlannedPartition): Environment {
  const [only, another] = p.owners;
  const system = another === undefined ? arriving.find((s) => s.id === only) : undefined;
  return system && !system.ownSetup ? { kind: 'installer', system: system.id } : LIVE;
}

/** The system whose own tool changes this volume, where it is on the disk and stays. */
function ownTool({ plan }: Situation, p: PlannedPartition): System | undefined {
  const family = VOLUME_TRAITS[p.fileSystem].ownTool;
  if (family !== 'windows' && family !== 'macos') return undefined;
  return plan.systems.find(
    (s) => s.origin === 'found' && s.change === undefined && s.family === family && p.owners.includes(s.id),
  );
}

/** Shrink, then move, then grow: each only where the plan asks for it. */
function changeSteps(
  situation: Situation,
  fate: Fate,
  planned: PlannedPartition,
  before: readonly string[],
): Step[] {
  const { plan, survey, aside } = situation;
  const { found, lengthChange, travels } = fate;
  const { sectorBytes } = survey.disk;
  const own = ownTool(situation, planned);
  const place: Environment = own ? { kind: 'running', system: own.id } : LIVE;
  const used = Math.min(usedOf({ plan, survey }, found.id)?.bytes ?? Infinity, found.length * sectorBytes);
  const steps: Step[] = [];
  let needs = own ? [...before] : [];
  const add = (s: Step) => {
    steps.push(s);
    needs = [s.id];
  };
  let span = spanOf(found);
  const moveTo = (kind: 'move' | 'move-aside', start: Span['start']) => {
    const after = { start, length: span.length };
    const bytes = { least: Math.min(used, span.length * sectorBytes), most: span.length * sectorBytes };
    const copy = copyOf(span, after);
    add(
      step(kind, planned.id, LIVE, {
        partition: planned.id,
        found: found.id,
        needs,
        before: span,
        after,
        copy,
        reads: [span],
        writes: [after],
        bytes,
        seconds: copyTime(bytes, plan.machine.medium),
        exposure: exposureOfCopy(copy, found.id),
        undo: 'yes',
      }),
    );
    span = after;
  };
  if (lengthChange < 0) {
    const after = { start: found.start, length: planned.length };
    const bytes = { least: 0, most: Math.min(used, -lengthChange * sectorBytes) };
    add(step('check-volume', planned.id, place, { partition: planned.id, found: found.id, needs }));
    add(
      step('shrink', planned.id, place, {
        partition: planned.id,
        found: found.id,
        needs,
        before: span,
        after,
        reads: [span],
        writes: [span],
        bytes,
        seconds: copyTime(bytes, plan.machine.medium),
        exposure: exposureOfChange(found.id, bytes.most / sectorBytes),
        undo: 'yes',
      }),
    );
    if (own)
      add(step('verify-start', own.id, { kind: 'first-start', system: own.id }, { system: own.id, needs }));
    span = after;
  }
  const scratch = aside.get(found.id);
  if (scratch) moveTo('move-aside', scratch.start);
  if (travels || scratch) moveTo('move', planned.start);
  if (lengthChange > 0)
    add(
      step('grow', planned.id, travels ? LIVE : place, {
        partition: planned.id,
        found: found.id,
        needs,
        before: span,
        after: spanOf(planned),
        reads: [span],
        writes: [spanOf(planned)],
        exposure: exposureOfChange(found.id, 0),
        undo: 'yes',
      }),
    );
  return steps;
}
