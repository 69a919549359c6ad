import type { MachineRows, Renamed } from '../machines/rows.js';
import type { Cell } from './cell.js';

const EDITS_AT_ONCE = 1000;

/** The machine that was read last, as it is to be kept; its edits come in pieces. */
export async function rowsFrom(cell: Cell, renamed: Renamed): Promise<MachineRows> {
  const { editCount, ...rows } = await cell.ask('rows', { renamed });
  const edits: MachineRows['edits'][number][] = [];
  for (let from = 0; from < editCount; from += EDITS_AT_ONCE)
    edits.push(...(await cell.ask('edits', { from, to: from + EDITS_AT_ONCE })));
  return { ...rows, edits };
}
