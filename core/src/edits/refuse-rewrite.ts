import { surveyedPartition, type Survey } from '../survey/index.js';
import type { Plan } from '../plan/index.js';
import { refuseChange, refuseNames, refuseStart, refuseSubvolumes } from './geometry.js';
import { refuseInside } from './inside.js';
import type { Refusal } from './refusal.js';

/** A refusal, and the planned partition that it concerns. */
export interface PartRefusal {
  readonly partition: string;
  readonly refusal: Refusal;
}

/** What forbids that `after` takes the place of `before` as a whole: what each single edit to it would be refused for. */
export function refuseRewrite(before: Plan, after: Plan, survey: Survey): PartRefusal | undefined {
  for (const p of after.partitions) {
    const present = before.partitions.find((q) => q.id === p.id);
    const moved = !present || present.start !== p.start || present.length !== p.length;
    const found = surveyedPartition(survey, p.from);
    const asFound = found && { ...p, start: found.start, length: found.length };
    const refusal =
      refuseNames(p, survey) ??
      refuseSubvolumes(p) ??
      refuseInside(after, p, survey) ??
      (moved && !asFound ? refuseStart(survey, p.start) : undefined) ??
      (moved && asFound && p.treatment === 'keep'
        ? refuseChange({ plan: after, survey }, asFound, p)
        : undefined);
    if (refusal) return { partition: p.id, refusal };
  }
  return undefined;
}
