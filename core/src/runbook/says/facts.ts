import { deviceIsAssumed, deviceName, partitionDevice } from '../../recognition/index.js';
import type { Moment } from '../../moment/index.js';
import { surveyedPartition } from '../../survey/index.js';
import type { Span } from '../../layout/index.js';
import {
  endOf,
  foundUnder,
  foundTitle,
  partitionTitle,
  systemOf,
  volumeOf,
  type Planned,
} from '../../plan/index.js';
import { exactSize } from '../../quantity/index.js';
import { message, type Text } from '../../words/index.js';

/** Size of a span in bytes. */
export const bytesOf = ({ survey }: Planned, span: { readonly length: number }): number =>
  span.length * survey.disk.sectorBytes;

/** A partition by its id in the plan, or by that of the surveyed one that it continues: one may be called otherwise than the other. */
function known<T extends { readonly id: string; readonly from: string | null }>(
  { partitions }: { readonly partitions: readonly T[] },
  id: string,
): T | undefined {
  return partitions.find((p) => p.id === id) ?? partitions.find((p) => p.from === id);
}

/** What a partition of the plan is called; of one that is deleted, what it was called. */
export function nameOf(planned: Planned, id: string): Text {
  const partition = volumeOf(planned.plan, id);
  return partition ? partitionTitle(partition) : foundName(planned, id);
}

/** What a surveyed partition is called. */
export function foundName({ plan, survey }: Planned, id: string): Text {
  const inside = foundUnder(survey, id)?.volume ?? volumeOf(plan, id);
  if (inside && id.includes('/')) return inside.name;
  const found = surveyedPartition(survey, id);
  return found ? foundTitle({ plan, survey }, found) : partitionTitle({ role: 'other' });
}

export function systemName({ plan }: Planned, id: string | null): Text {
  return (id !== null && systemOf(plan, id)?.name) || message('place.the-system');
}

/** A plan at one of its steps: the disk before it, and after. */
export interface At extends Planned {
  readonly before: Moment;
  readonly after: Moment;
}

/** A partition as it is picked from a list when the step is done: by its device and size then, and what it is called. */
export function lineOf(at: At, id: string) {
  const then = known(at.before.planned.plan, id);
  const span = then ?? known(at.plan, id) ?? { length: 0 };
  return { device: deviceOf(at, id), bytes: bytesOf(at, span), name: nameOf(at, id) };
}

/** A surveyed partition as it is picked from a list before anything is changed. */
export function foundLine(planned: Planned, id: string) {
  const { number = 0, length = 0 } = surveyedPartition(planned.survey, id) ?? {};
  return {
    device: partitionDevice(deviceName(planned.plan.machine), number),
    bytes: bytesOf(planned, { length }),
    name: foundName(planned, id),
  };
}

/** The Linux name of a partition when the step is done; of one that it makes, when it is made. */
export function deviceOf({ plan, before, after }: At, id: string): string {
  const own = known(before.planned.plan, id)?.id ?? id;
  return partitionDevice(deviceName(plan.machine), before.numbers.get(own) ?? after.numbers.get(own) ?? 0);
}

/** The Linux name of a partition once the step is done. */
export const deviceAfter = ({ plan, before, after }: At, id: string): string =>
  partitionDevice(deviceName(plan.machine), after.numbers.get(id) ?? before.numbers.get(id) ?? 0);

export function diskOf({ plan, survey }: Planned) {
  return {
    device: deviceName(plan.machine),
    bytes: survey.disk.sizeSectors * survey.disk.sectorBytes,
    assumed: deviceIsAssumed(plan.machine),
    model: survey.disk.model ?? null,
    others: plan.machine.otherDisks.map(({ name, sizeBytes }) => ({ name, bytes: sizeBytes })),
  };
}

/** A span as table tools write it: first and last sector. */
export const extentOf = (planned: Planned, span: Span) => ({
  first: span.start,
  last: endOf(span) - 1,
  bytes: bytesOf(planned, span),
  size: exactSize(bytesOf(planned, span), planned.survey.disk.sectorBytes),
});
