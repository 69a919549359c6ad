import {
  isLogical,
  recordPlaces,
  type PartitionId,
  type PlannedPartition,
  type Span,
} from '../../plan/index.js';
import { sectors } from '../../quantity/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { System, SystemId } from '../../system/index.js';
import { writesNewTable, type Situation } from '../derive/situation.js';
import { spanOf } from '../derive/table-step.js';
import type { Kind } from './kind.js';

/** A new partition is listed, and formatted, but for one that its own setup formats: `setup`. */
export type Create = StepOf<
  'create',
  { partition: PartitionId; before: null; after: Span; setup: SystemId | null }
>;

export const create: Kind<Create> = {
  kind: 'create',
  room: 'takes',
  write(table, { partition, after }) {
    const planned = table.plan.partitions.find((p) => p.id === partition);
    return table.list(partition, after, planned !== undefined && isLogical(table, planned));
  },
  holds: (planned, _, { setup }) =>
    setup === null ? planned : { ...planned, fileSystem: 'none', label: '' },
  back: {
    write: (table, { partition }) => table.remove(partition),
    turned: () => ({ writes: [] }),
  },
};

/** A placeholder is made by the system that is there, in its own disk tool. */
export function creationOf(situation: Situation, p: PlannedPartition, before: readonly string[]): Create {
  const table = writesNewTable(situation) ? ['new-table'] : [];
  const after = spanOf(p);
  const own = p.placeholder ? placeholderMaker(situation) : undefined;
  return step('create', p.id, own ? { kind: 'running', system: own.id } : LIVE, {
    partition: p.id,
    before: null,
    after,
    setup: p.placeholder ? null : (setupOf(situation, p)?.id ?? null),
    writes: [after, ...recordOf(situation, p)],
    needs: own ? [...table, ...before] : table,
    undo: 'yes',
  });
}

/** The setup that formats it as its system volume. */
const setupOf = ({ arriving }: Situation, { role, owners }: PlannedPartition): System | undefined =>
  role === 'system' && owners.length === 1
    ? arriving.find((s) => s.id === owners[0] && s.ownSetup && s.family === 'windows')
    : undefined;

/** A logical is listed by a record in front of it. */
function recordOf(situation: Situation, p: PlannedPartition): Span[] {
  const at = isLogical(situation, p) ? recordPlaces(situation).get(p.id) : undefined;
  return at === undefined ? [] : [{ start: at, length: sectors(1) }];
}

function placeholderMaker({ plan }: Situation): System | undefined {
  const found = plan.systems.filter((s) => s.origin === 'found' && s.change === undefined);
  return found.find((s) => s.family === 'windows') ?? found[0];
}
