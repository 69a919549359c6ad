import { type Planned, overlap } from '../plan/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { copyTime } from './estimate.js';
import { copyOf, exposureOfChange, exposureOfCopy } from './exposure.js';
import type { StepBase } from './step.js';
import { kindOf, type Step } from './steps/kinds.js';

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

/** A step of the way back. Its id is `back:` and the id of the one that it undoes. */
export interface StepBack extends StepBase {
  readonly undoes: Step;
}

/**
 * The way back after the first `done` of the ordered steps: each is undone, the last one first. Every state on it is one
 * that the disk was in before, so its order needs no proof of its own.
 */
export function wayBack(planned: Planned, steps: readonly Step[], done = steps.length): WayBack {
  const behind = steps.slice(0, done);
  return {
    steps: behind.flatMap((s) => undone(s, planned)).reverse(),
    losses: lossesOf(planned, behind),
  };
}

function undone(s: Step, planned: Planned): StepBack[] {
  const { back } = kindOf(s);
  if (!back) return [];
  return [
    {
      id: `back:${s.id}`,
      undoes: s,
      environment: s.environment,
      needs: [],
      copy: null,
      reads: s.writes,
      writes: s.reads,
      bytes: s.bytes,
      seconds: s.seconds,
      exposure: s.exposure,
      undo: 'no-need',
      ...wayOf(s, planned),
      ...back.turned?.(s),
    },
  ];
}

/** Data that was copied is copied back; a file system that was grown is shrunk. */
function wayOf(s: Step, { plan, survey }: Planned): Partial<StepBase> {
  if (s.kind === 'move' || s.kind === 'move-aside') {
    const copy = copyOf(s.after, s.before);
    return {
      copy,
      seconds: copyTime(s.bytes, plan.machine.medium),
      exposure: exposureOfCopy(copy, s.found),
    };
  }
  if (s.kind === 'grow')
    return { exposure: exposureOfChange(s.found, (s.bytes?.most ?? 0) / survey.disk.sectorBytes) };
  return {};
}
