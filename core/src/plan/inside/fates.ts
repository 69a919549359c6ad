import { surveyedPartition } from '../../survey/index.js';
import type { PlannedPartition } from '../plan.js';
import { derived } from '../planned.js';
import { foundInside } from './found.js';
import type { InsideVolume } from './volume.js';
import { insideId, volumeOf, type PlannedVolume } from './volumes.js';

/** What becomes of a volume inside a partition that is kept: it stays, is made anew, is deleted, or is new. */
export interface InsideFate {
  readonly kind: 'untouched' | 'formatted' | 'erased' | 'created';
  readonly id: string;
  readonly within: PlannedPartition;
  /** As it was found; nothing for a new one. */
  readonly found: InsideVolume | undefined;
  readonly planned: PlannedVolume | undefined;
}

/** Those of partitions whose volumes are known: in their order, deleted ones last. */
export const insideFatesOf = derived(({ plan, survey }): readonly InsideFate[] =>
  plan.partitions.flatMap((within) => {
    const surveyed = surveyedPartition(survey, within.from);
    if (within.treatment !== 'keep' || !within.inside || !surveyed) return [];
    const told = foundInside(survey, surveyed).map(({ volume }) => volume);
    const stays = within.inside.map((v): InsideFate => {
      const kind = !v.found ? 'created' : v.treatment === 'format' ? 'formatted' : 'untouched';
      const id = insideId(within.id, v.name);
      const found = v.found ? (told.find((t) => t.name === v.name) ?? v) : undefined;
      return { kind, id, within, found, planned: volumeOf(plan, id) };
    });
    const gone = told
      .filter((t) => within.inside!.every((v) => !v.found || v.name !== t.name))
      .map((found): InsideFate => ({
        kind: 'erased',
        id: insideId(within.id, found.name),
        within,
        found,
        planned: undefined,
      }));
    return [...stays, ...gone];
  }),
);
