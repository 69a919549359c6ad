import { z } from 'zod';
import { SurveyIdSchema } from '../../survey/index.js';
import { SystemSchema } from '../../system/index.js';
import { message } from '../../words/index.js';
import {
  noted,
  ContainerSchema,
  FoundNoteSchema,
  PlannedPartitionSchema,
  TargetSchema,
  StartPlanSchema,
  type Plan,
} from '../../plan/index.js';
import { refuseBasis } from '../basis.js';
import { applied, refused, surveyOf } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Rests the plan on a survey: all that depends on it is set at once. */
const schema = z.strictObject({
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
export type Begin = z.infer<typeof schema>;

export const begin: EditKind<Begin, Begin> = {
  schema,
  apply(plan, { kind, device, ...rest }, surveys) {
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
  },
  title: ({ surveyId }) => message(surveyId === null ? 'edit.leave-reading' : 'edit.adopt-reading'),
  nearer: null,
  reading: ({ surveyId }) => surveyId,
};
