import type { Environment } from '../step.js';
import type { Step } from '../steps/kinds.js';
import { installerFor, makerOf, makingOf } from './making.js';
import type { Situation } from './situation.js';

/**
 * The steps on the disk, with what an installer can make made there, for systems of which nothing was chosen: where nothing else
 * needs a live session, that saves one.
 */
export function inInstallers(situation: Situation, steps: readonly Step[], more: readonly Step[]): Step[] {
  const moved = new Map<string, Environment>();
  for (const s of [...steps, ...more]) {
    if (s.environment.kind !== 'live') continue;
    const p = s.kind === 'create' ? situation.plan.partitions.find((q) => q.id === s.partition) : undefined;
    const installer =
      p && makingOf(situation, p).formattedBy === null ? installerFor(situation, p) : undefined;
    if (!p || !installer || makerOf(p, installer) === 'prepared') return [...steps];
    moved.set(s.id, { kind: 'installer', system: installer.id });
  }
  return steps.map((s) => ({ ...s, environment: moved.get(s.id) ?? s.environment }));
}
