import { batch, newTableEdit, type Edit, type Plan, type SingleEdit } from '../plan/index.js';
import type { Way } from './match.js';

/**
 * The edit that takes a way, or `undefined` where its steps cannot be planned yet: converting a table in
 * place, and a new MBR.
 */
export function adoptWay(plan: Plan, way: Way): Edit | undefined {
  const medium: SingleEdit = { kind: 'set-machine', changes: { mediumStart: way.mode } };
  const mode: SingleEdit = { kind: 'set-target', changes: { mode: way.mode } };
  switch (way.id) {
    case 'medium-start':
      return medium;
    case 'firmware-mode':
      return batch(way.title, [mode, medium]);
    case 'convert-table':
      return undefined;
    case 'new-table': {
      if (way.style === 'mbr') return undefined;
      return batch(way.title, [...newTableEdit(plan).edits, mode, medium]);
    }
  }
}
