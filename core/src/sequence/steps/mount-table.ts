import { hasMountTable } from '../../mounting/index.js';
import { fatesOf, insideFatesOf, volumesOf, type Plan } from '../../plan/index.js';
import type { System, SystemId } from '../../system/index.js';
import { stays, type Situation } from '../derive/situation.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { Kind } from './kind.js';

/** The mount table of a system that stays is brought in line with volumes that came, went or were made anew. */
export type EditMountTable = StepOf<'mount-table', { system: SystemId }>;

export const mountTable: Kind<EditMountTable> = { kind: 'mount-table', back: {} };

/** For every system that stays, once its volumes are as planned, and before it is started. */
export const mountTables = (situation: Situation, needs: readonly string[]): EditMountTable[] =>
  situation.plan.systems
    .filter((s) => hasMountTable(s) && stays(situation, s) && mountsOtherwise(situation, s))
    .map(({ id }) => step('mount-table', id, LIVE, { system: id, needs }));

/** Whether it mounts a volume that it did not have, or had one that is gone or made anew. */
function mountsOtherwise(situation: Situation, system: System): boolean {
  const { plan, survey } = situation;
  const comes = volumesOf(plan).some(
    (v) =>
      v.owners.includes(system.id) &&
      (v.from === null || v.treatment === 'format') &&
      (v.role === 'swap' || v.mountPoint.startsWith('/') || (v.subvolumes ?? []).length > 0),
  );
  const lost = fatesOf({ plan, survey }).some(
    ({ kind, found, planned }) =>
      (kind === 'erased' || kind === 'formatted') &&
      ownersOf(plan, found.id).includes(system.id) &&
      (kind === 'erased' || planned?.treatment === 'format' || planned?.role === 'swap'),
  );
  const lostInside = insideFatesOf({ plan, survey }).some(
    (f) => f.kind === 'erased' && f.within.owners.includes(system.id),
  );
  return comes || lost || lostInside;
}

const ownersOf = ({ found }: Plan, id: string): readonly string[] => found[id]?.owners ?? [];
