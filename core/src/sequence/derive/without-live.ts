import type { Environment } from '../step.js';
import { kindOf, type Step } from '../steps/kinds.js';
import type { Situation } from './situation.js';

/**
 * The steps on the disk, with what installers and the systems that stay can do done there: where nothing else needs a live session,
 * that saves one, and where something does, it does all of it.
 */
export function withoutLive(situation: Situation, steps: readonly Step[], more: readonly Step[]): Step[] {
  const moved = new Map<string, Environment>();
  for (const s of [...steps, ...more]) {
    if (s.environment.kind !== 'live') continue;
    const elsewhere = kindOf(s).withoutLive?.(situation, s);
    if (!elsewhere) return [...steps];
    moved.set(s.id, elsewhere);
  }
  return steps.map((s) => ({ ...s, environment: moved.get(s.id) ?? s.environment }));
}
