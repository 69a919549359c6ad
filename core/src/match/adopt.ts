import { batch, newTableEdit, type Edit, type Plan, type SingleEdit } from '../plan/index.js';
import type { Way } from './ways.js';

/** The edit that takes a way. The plan may still refuse it, in words: a conversion for which there is no room. */
export function adoptWay(plan: Plan, way: Way): Edit {
  const medium: SingleEdit = { kind: 'set-machine', changes: { mediumStart: way.mode } };
  const mode: SingleEdit = { kind: 'set-target', changes: { mode: way.mode } };
  switch (way.id) {
    case 'medium-start':
      return medium;
    case 'firmware-mode':
      return batch(way.title, [mode, medium]);
    case 'convert-table':
      return batch(way.title, [
        { kind: 'set-target', changes: { mode: way.mode, style: way.style, table: 'convert' } },
        medium,
      ]);
    case 'new-table':
      return batch(way.title, [...newTableEdit(plan, way.style).edits, mode, medium]);
  }
}
