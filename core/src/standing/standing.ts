import { momentsOf, type Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import { differencesFrom, weightOf, type Difference } from './differences.js';

/** Where a disk stands in the procedure of a plan. */
export interface Standing {
  /**
   * The moments that fit the reading best, by how many steps are done, in order: several where the steps between them
   * leave nothing on the disk that was read.
   */
  readonly moments: readonly number[];
  /** In what it differs from the first of them; none where it is just so. */
  readonly differences: readonly Difference[];
  /** A step that was begun and not ended, as far as the disk shows it. */
  readonly begun: Step | null;
  /** How many steps there are. */
  readonly of: number;
}

/** Compares a reading of the disk, taken at any time, with every moment of the procedure. */
export function standingOf(planned: Planned, reading: Survey): Standing {
  const moments = momentsOf(planned);
  const judged = moments.map((moment) => {
    const differences = differencesFrom(moment, reading);
    return { moment, differences, weight: weightOf(differences) };
  });
  const least = Math.min(...judged.map(({ weight }) => weight));
  const best = judged.filter(({ weight }) => weight === least);
  return {
    moments: best.map(({ moment }) => moment.after),
    differences: best[0]!.differences,
    begun: begunAfter(planned, best.at(-1)!.moment, reading),
    of: moments.length - 1,
  };
}

/**
 * The next step, where it was begun: a file system that is smaller by now than its partition, or a volume that is copied
 * over itself and cannot be recognised any more.
 */
function begunAfter(planned: Planned, { after }: Moment, reading: Survey): Step | null {
  const { ordered } = procedureFor(planned);
  const next = (ordered.ok ? ordered.steps.slice(after) : []).find((step) => step.writes.length > 0);
  if (!next) return null;
  const { sectorBytes } = reading.disk;
  const at = (start: number) => reading.partitions.find((p) => p.start === start)?.volume;
  if (next.kind === 'shrink') {
    const size = at(next.before.start)?.sizeBytes;
    return size !== undefined && size <= next.after.length * sectorBytes ? next : null;
  }
  if (next.kind !== 'move' && next.kind !== 'move-aside') return null;
  const kind = at(next.before.start)?.kind;
  const was = planned.survey.partitions.find((p) => p.id === next.found)?.volume?.kind;
  return was !== undefined && kind !== undefined && kind !== was ? next : null;
}
