import { z } from 'zod';
import type { Survey } from '../../survey/index.js';
import { alignmentSectors } from '../area.js';
import { ContainerSchema, partitionOf, type Plan } from '../plan.js';
import { isActive, isLogical, plannedContainer, refuseSlots } from '../slots/index.js';
import type { Refusal } from './refusal.js';
import { applied, refused, surveyOf, type Applied, type Surveys } from './result.js';

/** Sets the extended container of an MBR, or takes it away (`null`); absent: as found. */
export const SetContainerSchema = z.strictObject({
  kind: z.literal('set-container'),
  container: ContainerSchema.optional(),
});
/** Lists a partition of an MBR as a primary or in the extended container; what it holds stays. Absent: as found. */
export const SetSlotSchema = z.strictObject({
  kind: z.literal('set-slot'),
  partition: z.string().min(1).max(60),
  logical: z.boolean().optional(),
});
/** Marks primaries of an MBR to be started from, or not, by their ids; `null`: as found. One is marked, as a rule. */
export const SetActiveSchema = z.strictObject({
  kind: z.literal('set-active'),
  flags: z.record(z.string().min(1).max(60), z.boolean().nullable()).readonly(),
});

type SetContainer = z.infer<typeof SetContainerSchema>;
type SetSlot = z.infer<typeof SetSlotSchema>;
type SetActive = z.infer<typeof SetActiveSchema>;
export type SlotEdit = SetContainer | SetSlot | SetActive;

export function applySlotEdit(plan: Plan, edit: SlotEdit, surveys: Surveys): Applied {
  const survey = surveyOf(plan, surveys);
  if (!survey) return refused({ code: 'no-survey' });
  switch (edit.kind) {
    case 'set-container':
      return setContainer(plan, edit, survey);
    case 'set-slot':
      return setSlot(plan, edit, survey);
    case 'set-active':
      return setActive(plan, edit, survey);
  }
}

function setContainer(plan: Plan, { container }: SetContainer, survey: Survey): Applied {
  const next: Plan = { ...plan, container };
  const refusal = refuseEdges(plan, next, survey) ?? refuseSlots({ plan: next, survey });
  return refusal
    ? refused(refusal)
    : applied(next, {
        kind: 'set-container',
        ...(plan.container === undefined ? {} : { container: plan.container }),
      });
}

/** Where the container's ends move, they come to lie on whole MiB, or on an end that was found. */
function refuseEdges(before: Plan, after: Plan, survey: Survey): Refusal | undefined {
  const step = alignmentSectors(survey.disk.sectorBytes);
  const [now, next] = [plannedContainer({ plan: before, survey }), plannedContainer({ plan: after, survey })];
  const found = survey.containers?.map((c) => c.start) ?? [];
  if (!next || next.start === now?.start || next.start % step === 0 || found.includes(next.start))
    return undefined;
  return { code: 'container-not-aligned', step };
}

function setSlot(plan: Plan, edit: SetSlot, survey: Survey): Applied {
  const partition = partitionOf(plan, edit.partition);
  if (!partition) return refused({ code: 'no-such-partition', id: edit.partition });
  const next: Plan = {
    ...plan,
    partitions: plan.partitions.map((p) => (p.id === partition.id ? { ...p, logical: edit.logical } : p)),
  };
  const after = partitionOf(next, partition.id)!;
  const refusal: Refusal | undefined =
    isLogical({ plan: next, survey }, after) && isActive({ plan: next, survey }, after)
      ? { code: 'not-primary', id: partition.id }
      : refuseSlots({ plan: next, survey });
  if (refusal) return refused(refusal);
  const back = partition.logical === undefined ? {} : { logical: partition.logical };
  return applied(next, { kind: 'set-slot', partition: partition.id, ...back });
}

function setActive(plan: Plan, { flags }: SetActive, survey: Survey): Applied {
  const back: Record<string, boolean | null> = {};
  for (const [id, flag] of Object.entries(flags)) {
    const partition = partitionOf(plan, id);
    if (!partition) return refused({ code: 'no-such-partition', id });
    if (flag && isLogical({ plan, survey }, partition)) return refused({ code: 'not-primary', id });
    back[id] = partition.active ?? null;
  }
  const partitions = plan.partitions.map((p) =>
    p.id in back ? { ...p, active: flags[p.id] ?? undefined } : p,
  );
  return applied({ ...plan, partitions }, { kind: 'set-active', flags: back });
}
