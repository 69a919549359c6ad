import { batch, message, type Edit, type StepRecord } from '@rhizotome/core';

/** Ticks off a step, or what is checked afterwards, and keeps when that was. */
export function tickEdit(
  { id, record }: { readonly id: string; readonly record: StepRecord | null },
  done: boolean,
): Edit {
  const remark = record?.remark ?? '';
  const at = done ? new Date().toISOString() : null;
  const next = at === null && remark === '' ? null : { at, remark };
  return batch(message(done ? 'edit.tick' : 'edit.untick'), [
    { kind: 'tick', step: id, done },
    { kind: 'record', step: id, record: next },
  ]);
}
