import { sectors } from '../quantity/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import {
  canHold,
  foundInside,
  layersOf,
  roomInside,
  type InsideVolume,
  type Plan,
  type PlannedPartition,
  type Planned,
} from '../plan/index.js';
import { refuseOwners } from './geometry.js';
import type { Refusal } from './refusal.js';

/** What is wanted of a new volume must be free in what holds it. */
export function refuseRoom(
  planned: Planned,
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
  const tooLong = treatment === 'format' && most !== null && label.length > most;
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
