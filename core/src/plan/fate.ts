import type { PlannedPartition } from './plan.js';
import { derived } from './planned.js';
import type { SurveyPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';

/** What becomes of a surveyed partition. Its content survives all but `erased` and `formatted`. */
export type FateKind = 'untouched' | 'shrunk' | 'grown' | 'moved' | 'formatted' | 'erased';

export interface Fate {
  readonly kind: FateKind;
  readonly found: SurveyPartition;
  readonly planned: PlannedPartition | undefined;
  /** Planned length less found length, in sectors. */
  readonly lengthChange: number;
  /** Whether the start moves, so that data travels. */
  readonly travels: boolean;
}

/** One fate for each surveyed partition, in disk order. */
export const fatesOf = derived(({ plan, survey }): readonly Fate[] => {
  const byFound = new Map(plan.partitions.map((p) => [p.from, p]));
  return survey.partitions.map((found) => {
    const planned = plan.target.table === 'new' ? undefined : byFound.get(found.id);
    const lengthChange = planned ? planned.length - found.length : 0;
    const travels =
      planned !== undefined &&
      planned.treatment === 'keep' &&
      planned.start !== found.start &&
      VOLUME_TRAITS[planned.fileSystem].move !== 'recreate';
    return { kind: kindOf(planned, found, lengthChange, travels), found, planned, lengthChange, travels };
  });
});

/** Swap is not moved and not resized, but made anew in its new place: there is nothing in it to keep. */
function isMadeAnew(planned: PlannedPartition, lengthChange: number, found: SurveyPartition): boolean {
  const elsewhere = lengthChange !== 0 || planned.start !== found.start;
  return elsewhere && VOLUME_TRAITS[planned.fileSystem].move === 'recreate';
}

function kindOf(
  planned: PlannedPartition | undefined,
  found: SurveyPartition,
  lengthChange: number,
  travels: boolean,
): FateKind {
  if (!planned) return 'erased';
  if (planned.treatment === 'format' || isMadeAnew(planned, lengthChange, found)) return 'formatted';
  if (travels) return 'moved';
  if (lengthChange === 0) return 'untouched';
  return lengthChange < 0 ? 'shrunk' : 'grown';
}
