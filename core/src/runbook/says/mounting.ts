import { mountChangesOf, mountFields } from '../../mounting/index.js';
import { partitionOf, systemOf, volumesOf } from '../../plan/index.js';
import type { StepFor } from '../../sequence/index.js';
import { message } from '../../words/index.js';
import { deviceOf, nameOf, systemName, type At } from './facts.js';

/** What of its mount table is written, and what is taken out, in a system that stays. */
export function mountTable(at: At, step: StepFor<'mount-table'>) {
  const { plan } = at;
  const system = systemOf(plan, step.system);
  const root = volumesOf(plan).find((v) => v.owners.includes(step.system) && v.role === 'root');
  const changes = system && mountChangesOf(at, system);
  const lines = changes?.lines ?? [];
  return message('step.mount-table', {
    system: systemName(at, step.system),
    root: root ? nameOf(at, root.id) : '',
    device: root ? deviceOf(at, partitionOf(plan, root.id)?.id ?? root.within?.id ?? root.id) : '',
    lines: lines.map((l) => mountFields(l).join(' ')),
    copies: (changes?.copies ?? []).map(({ volume, at: place }) => ({
      volume: nameOf(at, volume.id),
      at: place,
    })),
    toFill: lines.some((l) => l.source === null),
    gone: changes?.gone ?? [],
    swap: changes?.swap ?? false,
  });
}
