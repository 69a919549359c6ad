import { sectors } from '../../quantity/index.js';
import { surveyedPartition, type Survey } from '../../survey/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { canHold, foundInside, layersOf, roomInside, type InsideVolume } from '../inside/index.js';
import type { Plan, PlannedPartition } from '../plan.js';
import { refuseOwners, withPartition } from './geometry.js';
import type { PartitionEdit } from './partition-edits.js';
import type { Refusal } from './refusal.js';
import { applied, refused, type Applied } from './result.js';

/** Edits that can be made to a volume inside a partition too, under its own id. */
type InsideEdit = Extract<PartitionEdit, { kind: 'remove' | 'resize' | 'treat' | 'describe' }>;

export const reachesInside = (edit: PartitionEdit): edit is InsideEdit =>
  edit.kind === 'remove' || edit.kind === 'resize' || edit.kind === 'treat' || edit.kind === 'describe';

/** Changes the volume `name` inside `within`. What leads back puts the whole partition as it was. */
export function applyInside(
  plan: Plan,
  edit: InsideEdit,
  within: PlannedPartition,
  name: string,
  survey: Survey,
): Applied {
  const volume = within.inside?.find((v) => v.name === name);
  if (!volume) return refused({ code: 'no-such-partition', id: edit.partition });
  const after = changed(volume, edit);
  const inside = within.inside!.flatMap((v) => (v !== volume ? [v] : after ? [after] : []));
  const next: PlannedPartition = { ...within, inside };
  const tooLarge =
    edit.kind === 'resize' && !volume.found ? refuseRoom({ plan, survey }, next, edit.length) : undefined;
  const refusal = tooLarge ?? refuseInside(plan, next, survey);
  if (refusal) return refused(refusal);
  return applied(withPartition(plan, next), { kind: 'restore', partition: within });
}

function changed(volume: InsideVolume, edit: InsideEdit): InsideVolume | undefined {
  switch (edit.kind) {
    case 'remove':
      return undefined;
    case 'resize':
      return { ...volume, length: edit.length };
    case 'treat':
      return { ...volume, treatment: edit.treatment };
    case 'describe': {
      const { owners, fileSystem, label, mountPoint } = edit.changes;
      const given = { owners, fileSystem, label, mountPoint };
      return { ...volume, ...Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined)) };
    }
  }
}

function refuseRoom(
  planned: { plan: Plan; survey: Survey },
  next: PlannedPartition,
  wanted: InsideVolume['length'],
): Refusal | undefined {
  const { free } = roomInside(planned, next);
  if (free >= 0) return undefined;
  const nearest = Math.floor(
    (wanted * planned.survey.disk.sectorBytes + free) / planned.survey.disk.sectorBytes,
  );
  return nearest > 0 ? { code: 'no-room', wanted, nearest: sectors(nearest) } : { code: 'no-room', wanted };
}

/** What is wrong with the volumes inside a partition: whether it can hold them, their names, and what was found of them. */
export function refuseInside(plan: Plan, p: PlannedPartition, survey: Survey): Refusal | undefined {
  const { inside = [] } = p;
  if (inside.length === 0) return undefined;
  if (!canHold(p)) return { code: 'holds-no-volumes', content: p.fileSystem };
  if (p.treatment === 'format' && inside.length > 1 && !layersOf(p).lvm) return { code: 'holds-one' };
  const twice = inside.find((v, i) => inside.findIndex((w) => w.name === v.name) !== i);
  if (twice) return { code: 'inside-twice', name: twice.name };
  const surveyed = p.treatment === 'keep' ? surveyedPartition(survey, p.from) : undefined;
  const told = surveyed ? foundInside(survey, surveyed) : [];
  for (const v of inside) {
    const refusal =
      refuseOwners(plan, v.owners ?? []) ??
      refuseLabel(v) ??
      refuseFound(v, p, told.length > 0 ? told.map((f) => f.volume) : undefined);
    if (refusal) return refusal;
  }
  return undefined;
}

function refuseLabel({ treatment, fileSystem, label }: InsideVolume): Refusal | undefined {
  const most = VOLUME_TRAITS[fileSystem].labelLimit;
  const tooLong = treatment === 'format' && most !== undefined && label.length > most;
  return tooLong ? { code: 'name-too-long', field: 'label', most } : undefined;
}

/** What is kept must be there, and as large as it is: volumes of a group are not resized here. */
function refuseFound(
  v: InsideVolume,
  p: PlannedPartition,
  told: readonly InsideVolume[] | undefined,
): Refusal | undefined {
  if (!v.found) return v.treatment === 'keep' ? { code: 'not-found-again', id: v.name } : undefined;
  if (p.treatment === 'format') return { code: 'not-found-again', id: v.name };
  const was = told?.find((t) => t.name === v.name);
  if (told && !was) return { code: 'not-found-again', id: v.name };
  return was && was.length !== v.length ? { code: 'inside-size', name: v.name } : undefined;
}
