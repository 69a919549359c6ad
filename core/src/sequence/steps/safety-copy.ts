import { withTableCopy } from '../../safety/index.js';
import type { Plan } from '../../plan/index.js';
import type { Survey } from '../../survey/index.js';
import type { Family } from '../../system/index.js';
import { LIVE, step, type Environment, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/**
 * What the copy is made of. `captured`, `kept`: what was read of the disk has the sectors. `sectors`: read off the disk there.
 * `list`: a running Windows or macOS hands out no sectors, and writes down every entry.
 */
export type CopyOf = 'captured' | 'kept' | 'sectors' | 'list';

/** The table is kept elsewhere, before its first change. */
export type SafetyCopy = StepOf<'safety-copy', { of: CopyOf; family: Family | null }>;

export const safetyCopy = {
  kind: 'safety-copy',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety, { of }) => withTableCopy(safety, of === 'list' ? 'list' : 'sectors'),
  back: null,
  byHand: () => minutes(1, 5),
} satisfies Kind<SafetyCopy>;

/** What was kept when the disk was read; nothing of most. */
function keptOf({ source, safetyCopy: kept, disk }: Survey): 'captured' | 'kept' | null {
  if (source.kind === 'capture' && source.files?.length === 2 && disk.style !== 'mbr') return 'captured';
  return kept === undefined ? null : 'kept';
}

const LISTS: readonly Family[] = ['windows', 'macos'];

/** In the system that is there, before anything is changed; none where it is not known which that is. */
export function safetyCopies({ plan, survey }: Situation, running: Environment): SafetyCopy[] {
  if (survey.partitions.length === 0) return [];
  const family = familyIn(plan, running);
  const of = keptOf(survey) ?? (family === null ? null : LISTS.includes(family) ? 'list' : 'sectors');
  return of === null ? [] : [copying('', of, running, family)];
}

const familyIn = ({ systems }: Plan, running: Environment): Family | null =>
  systems.find((s) => running.kind === 'running' && s.id === running.system)?.family ?? null;

/** In the live session in which the disk is changed, before that; `again`: where a list of the entries was all so far. */
export const liveSafetyCopy = (again: boolean): SafetyCopy =>
  copying(again ? 'live' : '', 'sectors', LIVE, null);

const copying = (id: string, of: CopyOf, environment: Environment, family: Family | null): SafetyCopy =>
  step('safety-copy', id, environment, { of, family, needs: ['backup'] });
