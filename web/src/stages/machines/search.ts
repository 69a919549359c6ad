import type { MachineRow } from '@rhizotome/core';
import { sayOverview } from '../../words/say-overview.js';

/** The machines that have every word of a text in their name, their description or what is said of their disk. */
export function machinesWith(machines: readonly MachineRow[], text: string): readonly MachineRow[] {
  const words = text.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return machines;
  return machines.filter(({ name, story, overview }) => {
    const said = `${name} ${story} ${overview ? sayOverview(overview.disk) : ''}`.toLocaleLowerCase();
    return words.every((word) => said.includes(word));
  });
}
