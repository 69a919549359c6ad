import { type Planned, overlap, type Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { copyTime } from './estimate.js';
import { copyOf, exposureOfChange, exposureOfCopy } from './exposure.js';
import type { Step, StepKind } from './step.js';

/** A surveyed partition whose content is gone for good once a step has begun. */
export interface Loss {
  readonly step: string;
  readonly found: string;
  /** `formatted`: in its place. `written-over`: it was deleted before, and something else is written where it lay. */
  readonly why: 'formatted' | 'written-over';
}

/** How to return to as found from a point in the procedure. */
export interface WayBack {
  /** Steps that undo what was done, in their order. Each has the kind of the step it undoes, and `back:` before its id. */
  readonly steps: readonly StepBack[];
  /** What they cannot bring back: its place is listed again, but what it held must come from a backup. */
  readonly losses: readonly Loss[];
}

/**
 * What the steps destroy, in their order. A deleted partition is not lost yet: what it held lies where it lay until
 * something is written there.
 */
export function lossesOf(planned: Planned, steps: readonly Step[]): Loss[] {
  const { plan, survey } = planned;
  const losses: Loss[] = [];
  const lost = new Set<string>();
  const kept = new Set(
    plan.target.table === 'new'
      ? []
      : plan.partitions.flatMap((p) => (p.from !== null && p.treatment === 'keep' ? [p.from] : [])),
  );
  const holdsSomething = survey.partitions.filter(
    (p) => VOLUME_TRAITS[plan.found[p.id]?.kind ?? 'unknown'].move !== 'recreate',
  );
  for (const step of steps)
    for (const found of holdsSomething) {
      if (lost.has(found.id) || kept.has(found.id) || !step.writes.some((span) => overlap(span, found)))
        continue;
      lost.add(found.id);
      const own = step.kind === 'format' && step.found === found.id;
      losses.push({ step: step.id, found: found.id, why: own ? 'formatted' : 'written-over' });
    }
  return losses;
}

/** What can be undone by hand; everything else leaves no trace, or none that hinders. */
const UNDONE = [
  'suspend-protection',
  'shrink',
  'firmware-mode',
  'secure-boot-off',
  'new-table',
  'convert-table',
  'redo-start',
  'delete',
  'move-aside',
  'move',
  'grow',
  'create',
  'create-container',
  'grow-container',
  'shrink-container',
  'delete-container',
  'relist',
  'set-active',
  'set-type',
  'set-label',
  'install',
] as const satisfies readonly StepKind[];

/** A step that undoes another of its kind. */
export interface StepBack extends Step {
  readonly kind: (typeof UNDONE)[number];
}

const isUndone = (s: Step): s is StepBack => UNDONE.some((kind) => kind === s.kind);

/**
 * The way back after the first `done` of the ordered steps: each is undone, the last one first. Every state on it is one
 * that the disk was in before, so its order needs no proof of its own.
 */
export function wayBack(planned: Planned, steps: readonly Step[], done = steps.length): WayBack {
  const { plan, survey } = planned;
  const behind = steps.slice(0, done);
  return {
    steps: behind
      .filter(isUndone)
      .map((s) => undone(s, plan, survey))
      .reverse(),
    losses: lossesOf(planned, behind),
  };
}

function undone(s: StepBack, plan: Plan, survey: Survey): StepBack {
  const turned: StepBack = {
    ...s,
    id: `back:${s.id}`,
    before: s.after,
    after: s.before,
    // What an installer did is taken back from outside of it.
    environment: s.kind === 'install' ? { kind: 'live' } : s.environment,
    needs: [],
    reads: s.writes,
    writes: s.kind === 'create' || s.kind === 'install' ? [] : s.reads,
    undo: 'no-need',
  };
  if (s.copy) {
    const copy = copyOf(s.after!, s.before!);
    return {
      ...turned,
      copy,
      seconds: s.bytes && copyTime(s.bytes, plan.machine.medium),
      exposure: exposureOfCopy(copy, s.found!),
    };
  }
  if (s.kind === 'grow')
    return {
      ...turned,
      exposure: exposureOfChange(s.found!, (s.bytes?.most ?? 0) / survey.disk.sectorBytes),
    };
  return turned;
}
