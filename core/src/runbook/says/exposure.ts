import type { Planned } from '../../plan/index.js';
import type { Step, StepBase } from '../../sequence/index.js';
import { message, type Message } from '../../words/index.js';
import { foundName } from './facts.js';

export type ExposureSays = Message<'exposed.change' | 'exposed.copy' | 'exposed.unlisted'>;

/** What is lost, or not listed any more, if power fails while the step runs, and from when on; `null` where nothing is. */
export function exposureOf(planned: Planned, step: StepBase, kind: Step['kind']): ExposureSays | null {
  const lost = lossOf(planned, step, kind);
  if (!step.unlists) return lost;
  const { what, when } = step.unlists;
  return message('exposed.unlisted', {
    volumes: what.map((id) => foundName(planned, id)),
    fromBytes: when.from * planned.survey.disk.sectorBytes,
    lost,
  });
}

function lossOf(planned: Planned, step: StepBase, kind: Step['kind']): ExposureSays | null {
  const { exposure, bytes } = step;
  if (!exposure) return null;
  const volumes = exposure.what.map((id) => foundName(planned, id));
  if (kind === 'shrink' || kind === 'grow') return message('exposed.change', { volumes });
  const fromBytes = exposure.when.from * planned.survey.disk.sectorBytes;
  return message('exposed.copy', { volumes, fromBytes, data: bytes });
}
