import type { Moment } from '../moment/index.js';
import { partitionTitle, type Planned } from '../plan/index.js';
import { disksAlike } from '../recognition/index.js';
import type { Environment } from '../sequence/index.js';
import { message, type Message } from '../words/index.js';
import { diskVariable } from './paths.js';
import { diskOf } from './says/facts.js';

/** The first thing that is done where a disk is written to from outside of its systems: this one is found, and no other. */
export interface FindDisk {
  readonly says: Message<'find.disk'>;
  readonly commands: readonly string[];
}

/** `null` where volumes are picked by what they are in their own system, and no disk is. */
export function findDisk(planned: Planned, environment: Environment, then: Moment): FindDisk | null {
  if (environment.kind !== 'live' && environment.kind !== 'installer') return null;
  const live = environment.kind === 'live';
  const { plan } = then.planned;
  const variable = live ? diskVariable(planned, then) : undefined;
  return {
    says: message('find.disk', {
      disk: diskOf(planned),
      id: planned.survey.disk.tableId ?? null,
      alike: disksAlike(planned).map(({ name, sizeBytes }) => ({ name, bytes: sizeBytes })),
      holds: plan.partitions.map(partitionTitle),
      typed: live ? (variable === undefined ? 'by-hand' : 'by-command') : null,
    }),
    commands: live
      ? [
          'lsblk -d -o NAME,SIZE,MODEL,SERIAL,PTUUID',
          ...(variable === undefined ? [] : [variable]),
          'lsblk -o NAME,SIZE,FSTYPE,LABEL,PARTLABEL $D',
        ]
      : [],
  };
}
