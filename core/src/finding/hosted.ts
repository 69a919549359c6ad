import { partitionOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { hostedRoomBytes } from '../sizing/index.js';
import type { System } from '../system/index.js';
import type { FindingSays, Remedy } from './finding.js';
import { fact, inBytes, type Drafted } from './rule.js';
import { message } from '../words/index.js';

/** A system that is one file in another's volume. `image`: the size of the file in bytes. */
interface Hosted {
  readonly system: System;
  readonly host: PlannedPartition | undefined;
  readonly image: number;
}

/** Systems that are hosted as a file, and the volume that holds each, where it is still there. */
export const hosted = ({ plan }: Planned): Hosted[] =>
  plan.systems
    .filter((s) => s.change !== 'retire')
    .flatMap((system) => {
      if (!system.host) return [];
      return [{ system, host: partitionOf(plan, system.host.partition), image: system.host.bytes }];
    });

/** What a rule says of a hosted system. Partitions of its own are a way out of every trouble with the host. */
export const hostFinding = (
  { system, host, image }: Hosted,
  says: FindingSays,
  ...remedies: readonly Remedy[]
): Drafted => ({
  of: system.id,
  says,
  evidence: [fact('image', inBytes(image)), fact('needed', inBytes(hostedRoomBytes(image)))],
  systems: [system.id],
  partitions: host ? [host.id] : [],
  remedies: [
    ...remedies,
    {
      title: message('remedy.own-partitions', { system: system.name }),
      edit: { kind: 'change-system', system: system.id, changes: { host: null } },
    },
  ],
});
