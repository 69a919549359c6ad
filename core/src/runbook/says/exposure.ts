import type { Planned } from '../../plan/index.js';
import type { Step, StepBase } from '../../sequence/index.js';
import { message, type Message } from '../../words/index.js';
import { foundName } from './facts.js';

export type ExposureSays = Message<'exposed.change' | 'exposed.copy'>;

/** What is lost if power fails while the step runs, and from when on; `null` where nothing is. */
export function exposureOf(planned: Planned, step: StepBase, kind: Step['kind']): ExposureSays | null {
  const { exposure, bytes } = step;
  if (!exposure) return null;
  const volumes = exposure.what.map((id) => foundName(planned, id));
  if (kind === 'shrink' || kind === 'grow') return message('exposed.change', { volumes });
  const fromBytes = exposure.when.from * planned.survey.disk.sectorBytes;
  return message('exposed.copy', { volumes, fromBytes, data: bytes });
}
