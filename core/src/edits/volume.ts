import { z } from 'zod';
import { sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import {
  partitionIdOf,
  partitionOf,
  type InsideVolume,
  type Plan,
  type PlannedPartition,
  type Planned,
} from '../plan/index.js';
import { refusePlace, withPartition } from './geometry.js';
import { refuseInside } from './inside.js';
import { applied, firstRefusal, onReading, refused, type Outcome, type Surveys } from './outcome.js';
import type { Refusal } from './refusal.js';

/** Of a partition, or of a volume inside one. */
export const VolumeId = z.string().min(1).max(121);

export const Lba = z
  .int()
  .nonnegative()
  .transform((n) => sectors(n));

/** What puts a partition back as it was. */
interface PutBack {
  readonly kind: 'restore';
  readonly partition: PlannedPartition;
}

/** A change of a volume inside a partition: what it is then, nothing where it goes; and what only this change forbids. */
interface InsideChange {
  readonly after: InsideVolume | undefined;
  readonly refuse?: (planned: Planned, within: PlannedPartition) => Refusal | undefined;
}

/** Changes the planned partition of this id. */
export const onPartition = <Inverse>(
  plan: Plan,
  id: string,
  surveys: Surveys,
  change: (partition: PlannedPartition, survey: Survey) => Outcome<Inverse>,
): Outcome<Inverse> =>
  onReading(plan, surveys, (survey) => {
    const partition = partitionOf(plan, id);
    return partition ? change(partition, survey) : refused({ code: 'no-such-partition', id });
  });

/** Changes the volume of this id: a partition, or one inside a partition. What leads back puts the whole partition as it was. */
export function onVolume(
  plan: Plan,
  id: string,
  surveys: Surveys,
  change: {
    readonly partition: (partition: PlannedPartition, survey: Survey) => Outcome<PutBack>;
    readonly inside: (volume: InsideVolume) => InsideChange;
  },
): Outcome<PutBack> {
  const outer = partitionIdOf(id);
  if (outer === id || !partitionOf(plan, outer)) return onPartition(plan, id, surveys, change.partition);
  return onPartition(plan, outer, surveys, (within, survey) => {
    const name = id.slice(outer.length + 1);
    const volume = within.inside?.find((v) => v.name === name);
    if (!volume) return refused({ code: 'no-such-partition', id });
    const { after, refuse } = change.inside(volume);
    const inside = within.inside!.flatMap((v) => (v !== volume ? [v] : after ? [after] : []));
    const next: PlannedPartition = { ...within, inside };
    const refusal = refuse?.({ plan, survey }, next) ?? refuseInside(plan, next, survey);
    return refusal
      ? refused(refusal)
      : applied(withPartition(plan, next), { kind: 'restore', partition: within });
  });
}

/** Puts `after` in place of `before` unless a check, or a place that is new, forbids it. */
export function settle(
  planned: Planned,
  before: PlannedPartition,
  after: PlannedPartition,
  checks: readonly (() => Refusal | undefined)[],
): Outcome<PutBack> {
  const stays = after.start === before.start && after.length === before.length;
  const refusal = firstRefusal([...checks, () => (stays ? undefined : refusePlace(planned, after))]);
  return refusal
    ? refused(refusal)
    : applied(withPartition(planned.plan, after), { kind: 'restore', partition: before });
}
