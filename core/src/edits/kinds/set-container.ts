import { z } from 'zod';
import type { Survey } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { alignmentSectors, plannedContainer } from '../../layout/index.js';
import { ContainerSchema, type Plan } from '../../plan/index.js';
import { applied, onReading, refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import { refuseSlots } from '../refuse-slots.js';
import type { EditKind } from './kind.js';

/** Sets the extended container of an MBR, or takes it away (`null`); absent: as found. */
const schema = z.strictObject({ kind: z.literal('set-container'), container: ContainerSchema.optional() });
export type SetContainer = z.infer<typeof schema>;

export const setContainer: EditKind<SetContainer, SetContainer> = {
  schema,
  apply: (plan, { kind, container }, surveys) =>
    onReading(plan, surveys, (survey) => {
      const next: Plan = { ...plan, container };
      const refusal = refuseEdges(plan, next, survey) ?? refuseSlots({ plan: next, survey });
      if (refusal) return refused(refusal);
      const back = plan.container === undefined ? {} : { container: plan.container };
      return applied(next, { kind, ...back });
    }),
  title: () => message('edit.container'),
  nearer: null,
  reading: null,
};

/** Where the container's ends move, they come to lie on whole MiB, or on an end that was found. */
function refuseEdges(before: Plan, after: Plan, survey: Survey): Refusal | undefined {
  const step = alignmentSectors(survey.disk.sectorBytes);
  const [now, next] = [plannedContainer({ plan: before, survey }), plannedContainer({ plan: after, survey })];
  const found = survey.containers?.map((c) => c.start) ?? [];
  if (!next || next.start === now?.start || next.start % step === 0 || found.includes(next.start))
    return undefined;
  return { code: 'container-not-aligned', step };
}
