import { isLogical, recordPlaces, type Span } from '../../layout/index.js';
import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { sectors } from '../../quantity/index.js';
import { LIVE, step, type Environment, type StepOf, spanOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import { installerFor, makerOf, makingOf, type Making } from '../derive/making.js';
import { writesNewTable, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A new partition is listed, and formatted at once where no system is told that formats it later. */
export type Create = StepOf<
  'create',
  { partition: PartitionId; before: null; after: Span; formattedBy: SystemId | null }
>;

export const create = {
  kind: 'create',
  room: 'takes',
  write(table, { partition, after }) {
    const planned = table.plan.partitions.find((p) => p.id === partition);
    return table.list(partition, after, planned !== undefined && isLogical(table, planned));
  },
  holds: (planned, _, { formattedBy }) =>
    formattedBy === null ? planned : { ...planned, fileSystem: 'none', label: '' },
  back: {
    write: (table, { partition }) => table.remove(partition),
    // What an installer did is taken back from outside of it.
    turned: ({ environment }) => ({
      writes: [],
      ...(environment.kind === 'installer' ? { environment: LIVE } : {}),
    }),
  },
  conversion: null,
  table: 'entry',
  line: 'look',
  asks: 'create',
  withoutLive: inItsInstaller,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<Create>;

/** By the installer of the one arriving system that owns it, where nothing was chosen and that is able to. */
function inItsInstaller(situation: Situation, { partition }: Create): Environment | undefined {
  const p = situation.plan.partitions.find((q) => q.id === partition);
  const installer = p && makingOf(situation, p).formattedBy === null ? installerFor(situation, p) : undefined;
  return p && installer && makerOf(p, installer) !== 'prepared'
    ? { kind: 'installer', system: installer.id }
    : undefined;
}

/** @param before what is done in the system that is there before it changes anything on the disk. */
export function creationOf(
  situation: Situation,
  p: PlannedPartition,
  { create: place, formattedBy }: Making,
  before: readonly string[],
): Create {
  const table = writesNewTable(situation) ? ['new-table'] : [];
  const after = spanOf(p);
  return step('create', p.id, place, {
    partition: p.id,
    before: null,
    after,
    formattedBy,
    writes: [after, ...recordOf(situation, p)],
    needs: place.kind === 'running' ? [...table, ...before] : table,
    undo: 'yes',
  });
}

/** A logical is listed by a record in front of it. */
function recordOf(situation: Situation, p: PlannedPartition): Span[] {
  const at = isLogical(situation, p) ? recordPlaces(situation).get(p.id) : undefined;
  return at === undefined ? [] : [{ start: at, length: sectors(1) }];
}
