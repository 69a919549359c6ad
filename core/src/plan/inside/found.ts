import { sectorsToHold } from '../../quantity/index.js';
import { surveyedPartition, type Survey, type SurveyPartition } from '../../survey/index.js';
import type { Volume } from '../../volume/index.js';
import { plainName, type InsideVolume } from './volume.js';

/** A volume inside a surveyed partition: as the plan begins with it, and what was read of it. */
export interface FoundInside {
  readonly volume: InsideVolume;
  readonly read: Volume;
}

/** The volumes that hold files inside a surveyed partition, as its system told them: containers and groups are gone through. */
export function foundInside(survey: Survey, partition: SurveyPartition): FoundInside[] {
  const { sectorBytes } = survey.disk;
  const names = new Set<string>();
  const { volume } = partition;
  return leavesOf(volume && CARRIERS.includes(volume.kind) ? (volume.inside ?? []) : []).map(
    (read): FoundInside => {
      const name = freshName(plainName(read.name ?? read.label ?? read.kind), names);
      names.add(name);
      return {
        read,
        volume: {
          name,
          found: true,
          length: sectorsToHold(read.sizeBytes ?? partition.length * sectorBytes, sectorBytes),
          treatment: 'keep',
          fileSystem: read.kind,
          label: read.label ?? '',
          mountPoint: read.mountPoint ?? '',
        },
      };
    },
  );
}

/** What was found under the id of a volume inside; nothing where nobody told of it. */
export function foundUnder(survey: Survey, id: string): FoundInside | undefined {
  const [partition, name] = id.split('/', 2);
  const surveyed = surveyedPartition(survey, partition ?? null);
  return surveyed && foundInside(survey, surveyed).find((f) => f.volume.name === name);
}

/** `name`, or with a number where it is taken. */
export function freshName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  let n = 2;
  while (taken.has(`${name}-${n}`)) n += 1;
  return `${name}-${n}`;
}

/** They hold volumes, or nothing that is known. */
export const CARRIERS: readonly Volume['kind'][] = ['lvm', 'luks', 'raid'];

function leavesOf(volumes: readonly Volume[]): Volume[] {
  return volumes.flatMap((v) =>
    v.inside?.length ? leavesOf(v.inside) : CARRIERS.includes(v.kind) ? [] : [v],
  );
}
