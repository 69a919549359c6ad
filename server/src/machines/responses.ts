import type { Alternative, HistoryEntry, MachineRow, Overview, Plan } from '@rhizotome/core';
import { editIn, planIn } from '../storage/documents.js';
import type { AlternativeEntity, EditEntity, MachineEntity } from '../storage/entities.js';

export function planOf(entity: MachineEntity): Plan {
  return planIn(entity.plan);
}

export function toRow(
  { id, name, story, createdAt }: Pick<MachineEntity, 'id' | 'name' | 'story' | 'createdAt'>,
  overview: Overview | null,
  damage: string | null,
): MachineRow {
  return { id, name, story, createdAt, overview, damage };
}

export function toHistoryEntry(entity: EditEntity): HistoryEntry {
  return {
    revision: entity.revision,
    key: entity.key,
    intent: entity.intent as HistoryEntry['intent'],
    edit: editIn(entity.edit),
    inverse: editIn(entity.inverse),
  };
}

export function toAlternative({ id, name, keptAt, revision, plan }: AlternativeEntity): Alternative {
  return { id, name, keptAt, revision, plan: planIn(plan) };
}
