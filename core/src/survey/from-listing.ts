import { sectors } from '../quantity/index.js';
import type { TableContainer } from '../table/index.js';
import { Refused } from './outcome.js';
import {
  MOST_PARTITIONS,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyPartition,
  type SurveySource,
} from './survey.js';
import { message } from '../words/index.js';

/** MBR types of an extended container. */
export const EXTENDED: readonly string[] = ['0x05', '0x0f', '0x85'];

/**
 * A survey of what a running system lists. Partitions in disk order, the containers of an MBR among them; those with
 * numbers from 5 on are logical then.
 * @throws Refused for what cannot be a disk
 */
export function listedSurvey(
  disk: SurveyDisk,
  listed: readonly SurveyPartition[],
  source: SurveySource,
  identity: SurveyIdentity,
): Survey {
  if (listed.length > MOST_PARTITIONS)
    throw new Refused(message('listed.too-many', { listed: listed.length, most: MOST_PARTITIONS }));
  const { partitions, containers } = partContainers(listed);
  checkSpans(partitions, disk);
  return {
    format: 'rhizotome/survey',
    version: 1,
    ...identity,
    source,
    disk,
    damage: [],
    partitions,
    ...(containers.length > 0 ? { containers } : {}),
  };
}

/** Some show a container as two sectors; then only that it holds its logicals is known of its size. */
function partContainers(list: readonly SurveyPartition[]): {
  partitions: SurveyPartition[];
  containers: TableContainer[];
} {
  const isContainer = (p: SurveyPartition) => EXTENDED.includes(p.type ?? '');
  const isMbr = list.some((p) => p.type?.startsWith('0x'));
  const logicals = isMbr ? list.filter((p) => p.number > 4 && !isContainer(p)) : [];
  const last = logicals.at(-1);
  if (!last) return { partitions: [...list], containers: [] };
  const containers = list
    .filter(isContainer)
    .map(({ number, start, length, type = '0x05' }): TableContainer => ({
      number,
      start,
      length: sectors(Math.max(length, last.start + last.length - start)),
      type,
    }));
  const rest = list.filter((p) => !isContainer(p));
  return { partitions: rest.map((p) => (p.number > 4 ? { ...p, logical: true } : p)), containers };
}

function checkSpans(partitions: readonly SurveyPartition[], disk: SurveyDisk): void {
  let end = 0;
  for (const p of partitions) {
    const ends = p.start + p.length;
    if (p.length === 0 || p.start < end || ends > disk.sizeSectors)
      throw new Refused(
        message('listed.overlaps', {
          number: p.number,
          start: p.start,
          bytes: p.length * disk.sectorBytes,
        }),
      );
    end = ends;
  }
  if (new Set(partitions.map((p) => p.number)).size !== partitions.length)
    throw new Refused(message('listed.same-number'));
}
