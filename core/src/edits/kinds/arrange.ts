import { z } from 'zod';
import { alignUp, sectors } from '../../quantity/index.js';
import { surveyedPartition, type Survey } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { alignmentSectors, plannedArea } from '../../layout/index.js';
import { ContainerSchema, type Plan, type PlannedPartition } from '../../plan/index.js';
import { refuseChange, refuseLayout } from '../geometry.js';
import { applied, onReading, refused, type Outcome } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import { Lba } from '../volume.js';
import type { EditKind } from './kind.js';

/**
 * Gives several partitions their places at once: neighbours that share a border, partitions that trade places, a row
 * that is shared out anew. The extended container may change with them. `way: 'back'` is the inverse: only the places
 * themselves are judged.
 */
const schema = z.strictObject({
  kind: z.literal('arrange'),
  places: z
    .array(z.strictObject({ partition: z.string().min(1).max(60), start: Lba, length: Lba }))
    .max(256)
    .readonly(),
  container: z.union([ContainerSchema, z.literal('as found')]).optional(),
  way: z.literal('back').optional(),
});

export type Arrange = z.infer<typeof schema>;

export const arrange: EditKind<Arrange, Arrange> = {
  schema,
  apply: (plan, edit, surveys) => onReading(plan, surveys, (survey) => arranged(plan, edit, survey)),
  title: ({ places }, named) =>
    message('edit.arrange', { parts: places.map(({ partition }) => named.volume(partition)) }),
  nearer: null,
  reading: null,
};

function arranged(plan: Plan, edit: Arrange, survey: Survey): Outcome<Arrange> {
  const places = new Map(edit.places.map((p) => [p.partition, p]));
  const present = new Map(plan.partitions.map((p) => [p.id, p]));
  const stranger = [...places.keys()].find((id) => !present.has(id));
  if (stranger !== undefined) return refused({ code: 'no-such-partition', id: stranger });
  const { container } = edit;
  const next: Plan = {
    ...plan,
    ...(container === undefined ? {} : { container: container === 'as found' ? undefined : container }),
    partitions: plan.partitions
      .map((p) => {
        const place = places.get(p.id);
        return place ? { ...p, start: place.start, length: place.length } : p;
      })
      .sort((a, b) => a.start - b.start),
  };
  const refusal = refuseArranged(present, next, survey, edit) ?? refuseLayout({ plan: next, survey });
  if (refusal) return refused(refusal);
  const back = [...places.keys()].map((id) => {
    const { start, length } = present.get(id)!;
    return { partition: id, start, length };
  });
  return applied(next, {
    kind: 'arrange',
    places: back,
    ...(container === undefined ? {} : { container: plan.container ?? asFound(plan) }),
    way: 'back',
  });
}

/** `null` is no container; a container that was never decided on is the one found. */
const asFound = (plan: Plan) => (plan.container === null ? null : ('as found' as const));

function refuseArranged(
  before: ReadonlyMap<string, PlannedPartition>,
  after: Plan,
  survey: Survey,
  edit: Arrange,
): Refusal | undefined {
  if (edit.way === 'back') return undefined;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const arranged = new Map(after.partitions.map((p) => [p.id, p]));
  for (const { partition: id, start } of edit.places) {
    const [was, is] = [before.get(id)!, arranged.get(id)!];
    if (is.start !== was.start && start % step !== 0 && !isAsFound(survey, is))
      return { code: 'not-aligned', nearestStart: sectors(alignUp(start, step)) };
    if (is.length < 1) return { code: 'too-small', nearest: sectors(step) };
    const refusal = refuseChange({ plan: after, survey }, was, is);
    if (refusal) return refusal;
  }
  const area = plannedArea({ plan: after, survey });
  const outside = after.partitions.some((p) => p.start < area.first || p.start + p.length > area.end);
  return outside ? { code: 'outside', first: area.first, end: area.end } : undefined;
}

function isAsFound(survey: Survey, { from, start }: PlannedPartition): boolean {
  return surveyedPartition(survey, from)?.start === start;
}
