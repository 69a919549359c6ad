import { momentsOf, type Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import { isJournalOf, type Journal } from './journal.js';
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
  /**
   * The next step that writes, where the disk looks the same whether it was begun or not: a copy over its own place, of which
   * the end that is read first is still there when the other is gone. To begin it again would write over what was copied.
   */
  readonly doubt: Step | null;
  /** How many steps there are. */
  readonly of: number;
}

/**
 * Compares a reading of the disk, taken at any time, with every moment of the procedure. With the journal of a script the moment is
 * known: what the disk cannot show of a step that was begun, that tells.
 */
export function standingOf(planned: Planned, reading: Survey, journal: Journal | null = null): Standing {
  const known = journal && isJournalOf(planned, journal) ? atJournal(planned, reading, journal) : null;
  if (known) return known;
  const moments = momentsOf(planned);
  const judged = moments.map((moment) => {
    const differences = differencesFrom(moment, reading);
    return { moment, differences, weight: weightOf(differences) };
  });
  const least = Math.min(...judged.map(({ weight }) => weight));
  const best = judged.filter(({ weight }) => weight === least);
  const next = nextToWrite(planned, best.at(-1)!.moment);
  const begun = begunOf(planned, next, reading);
  return {
    moments: best.map(({ moment }) => moment.after),
    differences: best[0]!.differences,
    begun,
    doubt: begun === null && next && isHidden(next, reading) ? next : null,
    of: moments.length - 1,
  };
}

/** By the journal of a phase, of which the disk is no witness against: `null` where it has no line of a step yet. */
function atJournal(planned: Planned, reading: Survey, { done, begun }: Journal): Standing | null {
  const moments = momentsOf(planned);
  const { ordered } = procedureFor(planned);
  const at = begun === null ? done : begun - 1;
  const moment = at === null ? undefined : moments[at];
  if (!moment || !ordered.ok) return null;
  const differences = differencesFrom(moment, reading);
  return {
    moments: [moment.after],
    differences,
    begun: begun === null ? null : ordered.steps[begun - 1]!,
    doubt: null,
    of: moments.length - 1,
  };
}

/** The first step after a moment that writes to the disk. */
function nextToWrite(planned: Planned, { after }: Moment): Step | undefined {
  const { ordered } = procedureFor(planned);
  return (ordered.ok ? ordered.steps.slice(after) : []).find((step) => step.writes.length > 0);
}

/**
 * Whether nothing that was read shows that it was begun, though something is lost once it was. A copy towards lower sectors writes
 * over the beginning of the old place first: that is seen, where the content was told. One towards higher sectors comes to it last.
 */
function isHidden({ copy, exposure }: Step, reading: Survey): boolean {
  if (copy === null || exposure === null) return false;
  const kind = reading.partitions.find((p) => p.start === copy.from)?.volume?.kind;
  return copy.direction === 'backward' || kind === undefined || kind === 'unknown';
}

/**
 * The step, where it was begun: a file system that is smaller by now than its partition, or a volume that is copied
 * over itself and cannot be recognised any more.
 */
function begunOf(planned: Planned, next: Step | undefined, reading: Survey): Step | null {
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
