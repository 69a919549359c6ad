import { mountedOver, mountFields, mountTableOf } from '../../mounting/index.js';
import {
  fatesOf,
  foundTitle,
  insideFatesOf,
  partitionOf,
  systemOf,
  volumesOf,
  type Planned,
} from '../../plan/index.js';
import type { StepFor } from '../../sequence/index.js';
import { message, type Text } from '../../words/index.js';
import { deviceOf, nameOf, systemName, type At } from './facts.js';

/** What of its mount table is written, and what is taken out, in a system that stays. */
export function mountTable(at: At, step: StepFor<'mount-table'>) {
  const { plan, survey } = at;
  const system = systemOf(plan, step.system);
  const own = volumesOf(plan).filter((v) => v.owners.includes(step.system));
  const anew = new Set(own.filter((v) => v.from === null || v.treatment === 'format').map((v) => v.id));
  const root = own.find((v) => v.role === 'root');
  const lines = system ? mountTableOf(at, system).lines.filter((l) => anew.has(l.volume)) : [];
  return message('step.mount-table', {
    system: systemName(at, step.system),
    root: root ? nameOf(at, root.id) : '',
    device: root ? deviceOf(at, partitionOf(plan, root.id)?.id ?? root.within?.id ?? root.id) : '',
    lines: lines.map((l) => mountFields(l).join(' ')),
    copies: system
      ? mountedOver(at, system).map(({ volume, at: place }) => ({ volume: nameOf(at, volume.id), at: place }))
      : [],
    toFill: lines.some((l) => l.source === null),
    gone: goneOf({ plan, survey }, step.system),
    swap: lines.some((l) => l.type === 'swap') || lostSwap({ plan, survey }, step.system),
  });
}

/** Volumes of it that are not there any more. */
function goneOf(planned: Planned, system: string): Text[] {
  const { plan } = planned;
  const partitions = fatesOf(planned).filter(
    (f) => f.kind === 'erased' && plan.found[f.found.id]?.owners.includes(system),
  );
  const inside = insideFatesOf(planned).filter(
    (f) => f.kind === 'erased' && f.within.owners.includes(system),
  );
  return [
    ...partitions.map((f) => foundTitle(planned, f.found)),
    ...inside.flatMap((f) => (f.found ? [f.found.name] : [])),
  ];
}

const lostSwap = (planned: Planned, system: string): boolean =>
  fatesOf(planned).some(
    (f) =>
      f.kind === 'erased' &&
      planned.plan.found[f.found.id]?.kind === 'swap' &&
      planned.plan.found[f.found.id]?.owners.includes(system),
  );
