import type { Survey } from '../../survey/index.js';
import { LIVE, step, type Environment, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The sectors of the table are kept elsewhere. */
export type SafetyCopy = StepOf<'safety-copy'>;

export const safetyCopy: Kind<SafetyCopy> = { kind: 'safety-copy' };

/** The best there is: the captured ends, the sectors kept when the disk was read, else the disk itself. */
export function safetyCopySource({ source, safetyCopy: kept, disk }: Survey): 'captured' | 'kept' | 'disk' {
  if (source.kind === 'capture' && source.files?.length === 2 && disk.style !== 'mbr') return 'captured';
  return kept === undefined ? 'disk' : 'kept';
}

/** From the disk itself it is made where there are tools for it: here in a Linux or BSD. */
export function safetyCopies({ plan, survey }: Situation, running: Environment): SafetyCopy[] {
  if (survey.partitions.length === 0) return [];
  const inside = plan.systems.find((s) => running.kind === 'running' && s.id === running.system);
  const here = safetyCopySource(survey) !== 'disk' || ['linux', 'bsd'].includes(inside?.family ?? '');
  return here ? [step('safety-copy', '', running, { needs: ['backup'] })] : [];
}

/** In the live session in which the disk is changed, before that. */
export const liveSafetyCopy = (): SafetyCopy => step('safety-copy', '', LIVE, { needs: ['backup'] });
