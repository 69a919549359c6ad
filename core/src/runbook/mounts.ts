import {
  hasMountTable,
  judgeMountTable,
  mountTableOf,
  type MountFault,
  type MountTable,
} from '../mounting/index.js';
import { volumesOf, type Planned } from '../plan/index.js';
import { systemsAfter } from '../start/index.js';
import { surveyedPartition } from '../survey/index.js';
import { isArriving, type System } from '../system/index.js';

/** The mount table that the plan wants for a system. */
export interface SystemMounts {
  readonly system: System;
  /** Its own installer writes the table: this one is to compare with. */
  readonly byInstaller: boolean;
  readonly table: MountTable;
  /** What is wrong with the table that was read of it, against the plan; `null` where none was read. */
  readonly present: readonly MountFault[] | null;
}

/** A mount table for every system that has one once the plan is carried out. */
export function mountsOf(planned: Planned): SystemMounts[] {
  return systemsAfter(planned.plan)
    .filter(hasMountTable)
    .map((system) => {
      const read = readTable(planned, system);
      return {
        system,
        byInstaller: isArriving(system),
        table: mountTableOf(planned, system),
        present: read === undefined ? null : judgeMountTable(planned, system, read),
      };
    })
    .filter(({ table }) => table.lines.length > 0);
}

/** The table on the root of a system that is kept. */
function readTable({ plan, survey }: Planned, system: System): string | undefined {
  const root = volumesOf(plan).find(
    (v) => v.role === 'root' && v.treatment === 'keep' && v.owners.includes(system.id),
  );
  return root && surveyedPartition(survey, root.from)?.volume?.contents?.fstab;
}
