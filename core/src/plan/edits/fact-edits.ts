import { z } from 'zod';
import { changeFacts, MachineChangesSchema } from '../../machine/index.js';
import { CommentsSchema, isPlannable, SurveyIdSchema, type Survey } from '../../survey/index.js';
import { SystemSchema } from '../../system/index.js';
import {
  AcceptanceSchema,
  ContainerSchema,
  FoundNoteSchema,
  PlannedPartitionSchema,
  StepRecordSchema,
  TargetChangesSchema,
  TargetSchema,
  type Plan,
} from '../plan.js';
import { StartPlanSchema } from '../start-plan.js';
import { WishSchema } from '../wish.js';
import { noted } from '../noted.js';
import type { Refusal } from './refusal.js';
import { refuseLayout, refuseOwners } from './geometry.js';
import { applied, refused, surveyOf, type Applied, type Surveys } from './result.js';

/** Changes facts of the machine; absent ones stay. */
export const SetMachineSchema = z.strictObject({
  kind: z.literal('set-machine'),
  changes: MachineChangesSchema,
});
/** Changes what the disk and firmware shall be. A style other than the disk's takes a new table. */
export const SetTargetSchema = z.strictObject({
  kind: z.literal('set-target'),
  changes: TargetChangesSchema,
});
/** Says what a surveyed partition is; absent fields stay. */
export const NoteFoundSchema = z.strictObject({
  kind: z.literal('note-found'),
  found: z.string().min(1).max(60),
  changes: FoundNoteSchema.partial(),
});
/** Ticks a runbook step off, or not. */
export const TickSchema = z.strictObject({
  kind: z.literal('tick'),
  step: z.string().min(1).max(120),
  done: z.boolean(),
});
/** Says when a step was done and what is noted of it; `null`: nothing any more. */
export const RecordSchema = z.strictObject({
  kind: z.literal('record'),
  step: z.string().min(1).max(120),
  record: StepRecordSchema.nullable(),
});
/** Replaces the remarks of the plan's text form. */
export const RemarkSchema = z.strictObject({ kind: z.literal('remark'), comments: CommentsSchema });
/** Accepts a finding as it is, or no longer. */
export const AcceptSchema = z.strictObject({
  kind: z.literal('accept'),
  finding: z.string().min(1).max(300),
  accepted: AcceptanceSchema.nullable(),
});
/** Says what is wished of the plan; `null`: nothing any more. */
export const WishForSchema = z.strictObject({ kind: z.literal('wish-for'), wish: WishSchema.nullable() });
/** Rests the plan on a survey: all that depends on it is set at once. */
export const BeginSchema = z.strictObject({
  kind: z.literal('begin'),
  surveyId: SurveyIdSchema.nullable(),
  target: TargetSchema,
  systems: z.array(SystemSchema).max(12).readonly(),
  found: z.record(z.string().max(60), FoundNoteSchema).readonly(),
  partitions: z.array(PlannedPartitionSchema).max(256).readonly(),
  device: z.string().max(64),
  container: ContainerSchema.optional(),
  start: StartPlanSchema.optional(),
  ticked: z.array(z.string().max(120)).max(2000).readonly(),
});

export type BeginEdit = z.infer<typeof BeginSchema>;
export type FactEdit =
  | z.infer<typeof SetMachineSchema>
  | z.infer<typeof SetTargetSchema>
  | z.infer<typeof NoteFoundSchema>
  | z.infer<typeof TickSchema>
  | z.infer<typeof RecordSchema>
  | z.infer<typeof RemarkSchema>
  | z.infer<typeof AcceptSchema>
  | z.infer<typeof WishForSchema>
  | BeginEdit;

export function applyFactEdit(plan: Plan, edit: FactEdit, surveys: Surveys): Applied {
  switch (edit.kind) {
    case 'set-machine': {
      const { machine, before } = changeFacts(plan.machine, edit.changes);
      return applied({ ...plan, machine }, { kind: 'set-machine', changes: before });
    }
    case 'set-target': {
      const [target, changes] = merged(plan.target, edit.changes);
      const refusal = refuseTarget({ ...plan, target }, surveys);
      if (refusal) return refused(refusal);
      return applied({ ...plan, target }, { kind: 'set-target', changes });
    }
    case 'note-found': {
      const note = plan.found[edit.found];
      if (!note) return refused({ code: 'no-such-found', id: edit.found });
      const stranger = refuseOwners(plan, edit.changes.owners ?? []);
      if (stranger) return refused(stranger);
      const [next, changes] = merged(note, edit.changes);
      return applied(
        { ...plan, found: { ...plan.found, [edit.found]: next } },
        { kind: 'note-found', found: edit.found, changes },
      );
    }
    case 'tick': {
      const others = plan.ticked.filter((step) => step !== edit.step);
      const was = others.length < plan.ticked.length;
      return applied(
        { ...plan, ticked: edit.done ? [...others, edit.step].sort() : others },
        { kind: 'tick', step: edit.step, done: was },
      );
    }
    case 'record': {
      const [records, was] = withEntry(plan.records, edit.step, edit.record);
      return applied({ ...plan, records }, { kind: 'record', step: edit.step, record: was });
    }
    case 'remark':
      return applied({ ...plan, comments: edit.comments }, { kind: 'remark', comments: plan.comments ?? {} });
    case 'accept': {
      const [accepted, was] = withEntry(plan.accepted, edit.finding, edit.accepted);
      return applied({ ...plan, accepted }, { kind: 'accept', finding: edit.finding, accepted: was });
    }
    case 'wish-for':
      return applied(
        { ...plan, wish: edit.wish ?? undefined },
        { kind: 'wish-for', wish: plan.wish ?? null },
      );
    case 'begin':
      return begin(plan, edit, surveys);
  }
}

/** A table with another entry, or without it; absent where it is empty. And the entry that there was. */
function withEntry<T>(
  table: Readonly<Record<string, T>> | undefined,
  key: string,
  entry: T | null,
): [Readonly<Record<string, T>> | undefined, T | null] {
  const { [key]: was = null, ...others } = table ?? {};
  const next = entry === null ? others : { ...others, [key]: entry };
  return [Object.keys(next).length > 0 ? next : undefined, was];
}

function refuseTarget(plan: Plan, surveys: Surveys): Refusal | undefined {
  const survey = surveyOf(plan, surveys);
  const found = survey?.disk.style ?? 'none';
  const { style, table } = plan.target;
  if (table === 'new' && plan.partitions.some((p) => p.from !== null)) return { code: 'partitions-kept' };
  if (table === 'keep' && found !== 'none' && found !== style)
    return { code: 'style-needs-new-table', style: found };
  if (table === 'convert' && (found === 'none' || found === style)) return { code: 'nothing-to-convert' };
  return survey && refuseLayout({ plan, survey });
}

/** `base` with the given fields replaced, and the fields that bring it back. */
function merged<T extends object>(base: T, changes: object): [T, object] {
  const given = Object.entries(changes).filter(([, value]) => value !== undefined);
  const back = Object.fromEntries(given.map(([key]) => [key, base[key as keyof T]]));
  return [{ ...base, ...Object.fromEntries(given) }, back];
}

function begin(plan: Plan, edit: BeginEdit, surveys: Surveys): Applied {
  const { kind, device, ...rest } = edit;
  const next: Plan = {
    ...plan,
    ...rest,
    container: rest.container,
    start: rest.start,
    machine: { ...plan.machine, device },
  };
  const refusal = refuseBasis(next, surveys);
  if (refusal) return refused(refusal);
  return applied(noted(next, surveyOf(next, surveys)), {
    kind,
    surveyId: plan.surveyId,
    target: plan.target,
    systems: plan.systems,
    found: plan.found,
    partitions: plan.partitions,
    device: plan.machine.device,
    ...(plan.container === undefined ? {} : { container: plan.container }),
    ...(plan.start === undefined ? {} : { start: plan.start }),
    ticked: plan.ticked,
  });
}

/** A plan rests on a survey that can carry it, or holds nothing that would need one. */
function refuseBasis(plan: Plan, surveys: Surveys): Refusal | undefined {
  const stranger = Object.values(plan.found)
    .map((note) => refuseOwners(plan, note.owners))
    .find((refusal) => refusal !== undefined);
  if (stranger) return stranger;
  const survey = surveyOf(plan, surveys);
  if (!survey)
    return plan.surveyId === null && plan.partitions.length === 0 ? undefined : { code: 'no-survey' };
  if (!isPlannable(survey)) return { code: 'not-plannable' };
  return refuseTarget(plan, surveys);
}

/** What is wrong with a plan as a whole, that came from outside: its basis, its target, the places of its partitions. */
export function refusePlan(plan: Plan, survey: Survey | undefined): Refusal | undefined {
  const bare = plan.partitions.length === 0 && (!survey || !isPlannable(survey));
  return bare ? undefined : refuseBasis(plan, (id) => (survey?.id === id ? survey : undefined));
}
