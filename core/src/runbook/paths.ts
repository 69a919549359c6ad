import { isGuid } from '../bytes/index.js';
import type { Moment } from '../moment/index.js';
import { partitionOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { deviceIsAssumed } from '../recognition/index.js';
import { surveyedPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { deviceOf, type At } from './says/facts.js';

/** Characters that stand in a name under /dev/disk as they are; others are written as their codes there (udev(7)). */
const PLAIN_NAME = /^[A-Za-z0-9#+.:=@_-]+$/;

/**
 * Where a Linux finds a partition when a step is done, by what belongs to it alone: its identifier in the table, its name there,
 * or, where the disk was told, its number. `undefined`: nothing that is known leads to it, and a guess is never typed.
 */
export function pathOf(at: At, p: PlannedPartition): string | undefined {
  const known = byIdentifier(at, p) ?? byName(at, p);
  if (known) return `/dev/disk/${known}`;
  return deviceIsAssumed(at.plan.machine) ? undefined : `/dev/${deviceOf(at, p.id)}`;
}

/** A PARTUUID: of a GPT that of the entry, of an MBR the disk’s signature and the number (Linux, `Documentation/admin-guide/devices`). */
function byIdentifier(at: At, p: PlannedPartition): string | undefined {
  if (at.plan.target.table !== 'keep') return undefined;
  const { style, tableId } = at.survey.disk;
  const found = keepsItsEntry(at, p.id) ? surveyedPartition(at.survey, p.from) : undefined;
  if (style === 'gpt')
    return found?.uuid && isGuid(found.uuid.toLowerCase())
      ? `by-partuuid/${found.uuid.toLowerCase()}`
      : undefined;
  const number = at.after.numbers.get(p.id) ?? at.before.numbers.get(p.id);
  if (style !== 'mbr' || !tableId || number === undefined) return undefined;
  return /^[0-9a-f]{8}$/i.test(tableId)
    ? `by-partuuid/${tableId.toLowerCase()}-${number.toString(16).padStart(2, '0')}`
    : undefined;
}

/** Whether the entry that was read is still the one of this partition: it was not deleted and made again elsewhere. */
function keepsItsEntry({ plan, survey }: At, id: string): boolean {
  const p = partitionOf(plan, id);
  const found = p && surveyedPartition(survey, p.from);
  if (!p || !found) return surveyedPartition(survey, id) !== undefined;
  const inPlace = p.start === found.start && p.length === found.length;
  return inPlace || (p.treatment === 'keep' && VOLUME_TRAITS[p.fileSystem].move !== 'recreate');
}

/** A partition name, where no other of the disk has it. */
function byName({ after: { planned } }: At, { id, name }: PlannedPartition): string | undefined {
  const style = planned.plan.target.style;
  const twin = planned.plan.partitions.some((other) => other.id !== id && other.name === name);
  return style === 'gpt' && !twin && PLAIN_NAME.test(name) ? `by-partlabel/${name}` : undefined;
}

/** Where the disk that holds a partition of a known identifier is found; where none is known, as it was told. */
export function diskVariable(planned: Planned, then: Moment): string | undefined {
  const at = { ...planned, before: then, after: then };
  for (const p of then.planned.plan.partitions) {
    const known = byIdentifier(at, p);
    if (known) return `D=/dev/$(lsblk -no PKNAME /dev/disk/${known})`;
  }
  const { machine } = planned.plan;
  return deviceIsAssumed(machine) ? undefined : `D=/dev/${machine.device.replace(/^\/dev\//, '')}`;
}
