import { overlap } from '../layout/index.js';
import { insideFatesOf, partitionOf, sizedAs, systemOf, type Planned } from '../plan/index.js';
import { installedOver } from '../rooms/index.js';
import { canShrink, VOLUME_TRAITS } from '../volume/index.js';
import { copyTime } from './copy-time.js';
import { copyOf, exposureOfChange, exposureOfCopy } from './exposure.js';
import type { StepBase } from './step.js';
import { isDoneBefore } from './steps/change-inside.js';
import { kindOf, type Step, type StepFor } from './steps/kinds.js';
import { undoIn, type StepBack } from './step-back.js';
import { TableModel } from './table-model.js';
import { withUnlistingBack } from './unlisting.js';

/** A surveyed partition, or a volume inside one, whose content is gone for good once a step has begun. */
export interface Loss {
  readonly step: string;
  readonly found: string;
  /**
   * `formatted`: in its place. `written-over`: it was deleted before, and something else is written where it lay.
   * `grown`: its file system cannot be made smaller again, so at its old size it must be made anew. `replaced`: a setup puts a new
   * system in the place of the one in it; only files are set aside.
   */
  readonly why: 'formatted' | 'written-over' | 'grown' | 'replaced';
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
  for (const step of steps) {
    for (const found of lostInside(planned, step)) losses.push({ step: step.id, found, why: 'formatted' });
    const replaced = replacedBy(planned, step);
    if (replaced !== null) losses.push({ step: step.id, found: replaced, why: 'replaced' });
    if (isForGood(planned, step) && !lost.has(step.found)) {
      lost.add(step.found);
      losses.push({ step: step.id, found: step.found, why: 'grown' });
    }
    for (const found of holdsSomething) {
      if (lost.has(found.id) || kept.has(found.id) || !step.writes.some((span) => overlap(span, found)))
        continue;
      lost.add(found.id);
      const own =
        (step.kind === 'format' && step.found === found.id) ||
        (step.kind === 'install' && plan.partitions.some((p) => p.from === found.id));
      losses.push({ step: step.id, found: found.id, why: own ? 'formatted' : 'written-over' });
    }
  }
  return losses;
}

/** Volumes inside a kept partition that a step deletes or formats: what one of a group held cannot be found again. */
function lostInside(planned: Planned, step: Step): string[] {
  if (step.kind !== 'change-inside' && step.kind !== 'install') return [];
  return insideFatesOf(planned)
    .filter((f) => f.kind === 'erased' || f.kind === 'formatted')
    .filter((f) => f.found?.fileSystem !== 'swap')
    .filter((f) =>
      step.kind === 'change-inside'
        ? f.within.id === step.partition && isDoneBefore(planned.plan, f)
        : f.planned?.owners.includes(step.system) && !isDoneBefore(planned.plan, f),
    )
    .map((f) => f.id);
}

/** The surveyed volume over which a system is installed again without formatting it. */
function replacedBy({ plan }: Planned, step: Step): string | null {
  const system = step.kind === 'install' ? systemOf(plan, step.system) : undefined;
  return (system && installedOver(system, plan.partitions)?.from) ?? null;
}

/** Whether a step grows what cannot shrink. */
export function isForGood({ plan }: Planned, step: Step): step is StepFor<'grow'> {
  if (step.kind !== 'grow') return false;
  const grown = partitionOf(plan, step.partition);
  return !grown || !canShrink(sizedAs(grown));
}

/** Whether it rewrites the table as a whole, and keeps what is in it. */
const rewrites = ({ undoes }: StepBack): boolean => kindOf(undoes).table === 'rewritten';

/**
 * The way back after the first `done` of the ordered steps: each is undone, the last one first. The table that was found
 * lists volumes where they were found, so it is written back last, once they lie there again; where the table as it has
 * become cannot list them on the way, its entries are changed before, and the found table all the same last.
 */
export function wayBack(planned: Planned, steps: readonly Step[], done = steps.length): WayBack {
  const behind = steps.slice(0, done);
  const reversed = behind.flatMap((s) => undone(s, planned)).reverse();
  const back = tableLast(planned, behind, reversed);
  return { steps: withUnlistingBack(planned, behind, back), losses: lossesOf(planned, behind) };
}

function tableLast(
  planned: Planned,
  done: readonly Step[],
  reversed: readonly StepBack[],
): readonly StepBack[] {
  const last = reversed.findLast(rewrites);
  if (!last) return reversed;
  const found: StepBack = { ...last, table: 'safety-copy' };
  const others = reversed.filter((s) => !rewrites(s));
  const late = [...others];
  late.splice(endOfDiskWork(others), 0, found);
  if (canBeListed(planned, done, late)) return late;
  const byEntries = reversed.map((s): StepBack => (rewrites(s) ? { ...s, table: 'entries' } : s));
  byEntries.splice(endOfDiskWork(byEntries), 0, { ...found, id: `${found.id}:table` });
  return byEntries;
}

/** Behind the last step that writes to the disk. */
const endOfDiskWork = (steps: readonly StepBack[]): number =>
  steps.findLastIndex((s) => s.copy !== null || kindOf(s.undoes).back?.write != null) + 1;

/** Whether the table can be as each of the steps leaves it. */
function canBeListed({ plan, survey }: Planned, done: readonly Step[], back: readonly StepBack[]): boolean {
  const table = new TableModel(plan, survey);
  for (const step of done) kindOf(step).write?.(table, step);
  return back.every((step) => {
    undoIn(table, step);
    return table.faultOfAll() === undefined;
  });
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
      unlists: null,
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
