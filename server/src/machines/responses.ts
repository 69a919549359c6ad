import type { Alternative, Edit, HistoryEntry, MachineRow, Overview, Plan } from '@rhizotome/core';
import type { AlternativeEntity, EditEntity, MachineEntity } from '../storage/entities.js';

export function planOf(entity: MachineEntity): Plan {
  return JSON.parse(entity.plan) as Plan;
}

export function toRow({ id, name, story, createdAt }: MachineEntity, overview: Overview): MachineRow {
  return { id, name, story, createdAt, overview };
}

export function toHistoryEntry(entity: EditEntity): HistoryEntry {
  return {
    revision: entity.revision,
    key: entity.key,
    intent: entity.intent as HistoryEntry['intent'],
    edit: JSON.parse(entity.edit) as Edit,
    inverse: JSON.parse(entity.inverse) as Edit,
  };
}

export function toAlternative({ id, name, keptAt, revision, plan }: AlternativeEntity): Alternative {
  return { id, name, keptAt, revision, plan: JSON.parse(plan) as Plan };
}
