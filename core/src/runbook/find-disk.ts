import type { Moment } from '../moment/index.js';
import { partitionTitle, type Planned } from '../plan/index.js';
import { disksAlike } from '../recognition/index.js';
import { listingOf } from '../ability/index.js';
import { kindOf, placeIn, type Phase, type Step } from '../sequence/index.js';
import { message, type Message } from '../words/index.js';
import { diskVariable } from './paths.js';
import { diskOf } from './says/facts.js';

/** The first thing that is done where a disk is written to from outside of its systems: this one is found, and no other. */
export interface FindDisk {
  readonly says: Message<'find.disk'>;
  readonly commands: readonly string[];
}

/** Whether it writes an entry of the table that is not of the system in which it is done. */
const changesEntries = (step: Step): boolean => ['goes', 'entry'].includes(kindOf(step).table ?? '');

/** `null` where a system changes its own volumes alone, which it picks by what they are. */
export function findDisk(planned: Planned, { environment, steps }: Phase, then: Moment): FindDisk | null {
  const outside = environment.kind === 'live' || environment.kind === 'installer';
  if (!outside && !steps.some(changesEntries)) return null;
  const live = environment.kind === 'live';
  const { plan } = then.planned;
  const variable = live ? diskVariable(planned, then) : undefined;
  return {
    says: message('find.disk', {
      disk: diskOf(planned),
      id: planned.survey.disk.tableId ?? null,
      alike: disksAlike(planned).map(({ name, sizeBytes }) => ({ name, bytes: sizeBytes })),
      holds: plan.partitions.map(partitionTitle),
      named: listingOf(placeIn(plan, environment)) === 'linux',
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
