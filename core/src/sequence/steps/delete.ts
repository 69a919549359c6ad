import { safetyWithout } from '../../safety/index.js';
import { bootsWithout } from '../../start/index.js';
import type { Span } from '../../plan/index.js';
import { LIVE, step, type StepOf, spanOf } from '../step.js';
import type { SurveyPartition, SurveyPartitionId } from '../../survey/index.js';
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
  back: { write: (table, { found }) => table.listAsFound(found) },
  table: 'goes',
  holds: null,
  line: 'delete',
  boots: (boot, { found }) => bootsWithout(boot, [found]),
  safety: (safety, { found }, planned) => safetyWithout(safety, [found], planned),
  byHand: () => SHORT,
} satisfies Kind<Delete>;

export const deletionOf = (found: SurveyPartition): Delete =>
  step('delete', found.id, LIVE, {
    found: found.id,
    before: spanOf(found),
    after: null,
    undo: 'from-backup',
  });
