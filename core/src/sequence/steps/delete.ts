import { safetyWithout } from '../../safety/index.js';
import { bootsWithout } from '../../start/index.js';
import type { Span } from '../../layout/index.js';
import type { FoundNote } from '../../plan/index.js';
import { LIVE, step, type Environment, type StepOf, spanOf } from '../step.js';
import type { SurveyPartition, SurveyPartitionId } from '../../survey/index.js';
import { toolThatStays, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A partition is taken out of the table. */
export type Delete = StepOf<'delete', { found: SurveyPartitionId; before: Span; after: null }>;

export const deletion = {
  kind: 'delete',
  room: 'frees',
  conversion: 'before',
  write(table, { found }) {
    table.remove(found);
    return undefined;
  },
  back: {
    write: (table, { found }) => table.listAsFound(found),
    // A system's own tool lists nothing again that has files in it.
    turned: () => ({ environment: LIVE }),
  },
  table: 'goes',
  holds: null,
  line: 'delete',
  asks: 'delete',
  withoutLive: inSystemThatStays,
  boots: (boot, { found }) => bootsWithout(boot, [found]),
  safety: (safety, { found }, planned) => safetyWithout(safety, [found], planned),
  byHand: () => SHORT,
} satisfies Kind<Delete>;

type Role = FoundNote['role'];

/** What the disk tool of a Windows does not delete. */
const KEPT_BY_WINDOWS: readonly Role[] = ['efi', 'reserved', 'recovery'];

/** In a system that stays. Its own volumes, and those that nobody is known to own, it may have in use: a Windows refuses, a Linux does not. */
function inSystemThatStays(situation: Situation, { found }: Delete): Environment | undefined {
  const { role = 'other', owners = [] } = situation.plan.found[found] ?? {};
  return toolThatStays(situation, ({ id, family }) =>
    family === 'windows' ? !KEPT_BY_WINDOWS.includes(role) : owners.length > 0 && !owners.includes(id),
  );
}

export const deletionOf = (found: SurveyPartition): Delete =>
  step('delete', found.id, LIVE, {
    found: found.id,
    before: spanOf(found),
    after: null,
    undo: 'from-backup',
  });
