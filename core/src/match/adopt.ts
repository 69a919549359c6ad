import { canRun, type FirmwareMode } from '../machine/index.js';
import { batch, newTableEdit } from '../compose/index.js';
import { apply, type Edit, type SingleEdit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import type { TableStyle } from '../table/index.js';
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

/**
 * Makes a mode and a style the plan's, by hand, where the disk holds nothing that could be lost: it is blank, or its table is written
 * anew in this plan anyway. `undefined` where that is not so, where the plan is there already, or where the plan does not take it.
 */
export function stateEdit(planned: Planned, mode: FirmwareMode, style: TableStyle): Edit | undefined {
  const { plan, survey } = planned;
  const { target, machine, partitions } = plan;
  const here = target.mode === mode && target.style === style;
  const holdsNothing = survey.disk.style === 'none' && survey.partitions.length === 0;
  const free = (holdsNothing || target.table === 'new') && partitions.every((p) => p.from === null);
  if (here || !free || !canRun(machine, mode)) return undefined;
  const edit: Edit = { kind: 'set-target', changes: { mode, style } };
  return apply(plan, edit, () => survey).ok ? edit : undefined;
}
