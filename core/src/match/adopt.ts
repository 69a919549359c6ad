import { batch, newTableEdit, type Edit, type Plan, type SingleEdit } from '../plan/index.js';
import { message } from '../words/index.js';
import type { Way } from './ways.js';

/** The edit that takes a way. The plan may still refuse it, in words: a conversion for which there is no room. */
export function adoptWay(plan: Plan, way: Way): Edit {
  const medium: SingleEdit = { kind: 'set-machine', changes: { mediumStart: way.mode } };
  const mode: SingleEdit = { kind: 'set-target', changes: { mode: way.mode } };
  const says = message('edit.way', { mode: way.mode, style: way.style });
  switch (way.id) {
    case 'medium-start':
      return medium;
    case 'firmware-mode':
      return batch(says, [mode, medium]);
    case 'convert-table':
      return batch(says, [
        { kind: 'set-target', changes: { mode: way.mode, style: way.style, table: 'convert' } },
        medium,
      ]);
    case 'new-table':
      return batch(says, [...newTableEdit(plan, way.style).edits, mode, medium]);
  }
}
