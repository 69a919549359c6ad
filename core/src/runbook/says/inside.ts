import {
  insideFatesOf,
  layersOf,
  partitionOf,
  type InsideVolume,
  type Planned,
  type PlannedPartition,
} from '../../plan/index.js';
import { isDoneBefore, type StepFor } from '../../sequence/index.js';
import { typedSize } from '../../quantity/index.js';
import { volumeName } from '../../volume/index.js';
import { message } from '../../words/index.js';
import { bytesOf, lineOf, nameOf, type At } from './facts.js';

/** A volume inside a partition, as whoever makes it is told. */
const insideLine = (planned: Planned, v: InsideVolume) => ({
  name: v.name,
  size: typedSize(bytesOf(planned, v), 'MiB', 'down', planned.survey.disk.sectorBytes),
  content: v.fileSystem === 'none' ? '' : volumeName(v.fileSystem),
  label: v.label,
});

/** The volumes that a new container or group is made for. */
export const madeInside = (planned: Planned, { inside = [] }: PlannedPartition) =>
  inside.map((v) => insideLine(planned, v));

export function changeInside(at: At, step: StepFor<'change-inside'>) {
  const p = partitionOf(at.plan, step.partition);
  if (!p) throw new Error(`A step changes what is inside ${step.partition}, which the plan does not have`);
  const fates = insideFatesOf(at).filter((f) => f.within.id === p.id);
  const before = fates.filter((f) => isDoneBefore(at.plan, f));
  const lines = (kind: (typeof fates)[number]['kind']) =>
    before.flatMap((f) => {
      const volume = p.inside?.find((v) => v.name === f.planned?.name) ?? f.found;
      return f.kind === kind && volume ? [insideLine(at, volume)] : [];
    });
  return message('step.change-inside', {
    // Its name may tell what is inside it, which is about to change.
    line: { ...lineOf(at, p.id), name: nameOf(at.before.planned, p.id) },
    ...layersOf(p),
    deleted: lines('erased'),
    made: lines('created'),
    formatted: lines('formatted'),
    left: (p.inside ?? []).map((v) => v.name),
  });
}
