import { overviewOf, type Edit, type Overview, type Plan, type Survey } from '@rhizotome/core';
import type { EditEntity, MachineEntity } from '../storage/entities.js';

/** A machine as the bench lists it. */
export interface MachineRow {
  readonly id: string;
  readonly name: string;
  readonly story: string;
  readonly createdAt: string;
  readonly overview: Overview;
}

/** An edit of the history, with what leads back over it. */
export interface HistoryEntry {
  readonly revision: number;
  readonly key: string;
  readonly intent: 'do' | 'undo' | 'redo';
  readonly edit: Edit;
  readonly inverse: Edit;
}

/** A machine opened: all that is needed to go on planning. */
export interface OpenedMachine {
  readonly id: string;
  readonly name: string;
  readonly story: string;
  readonly revision: number;
  readonly plan: Plan;
  /** Every survey that the plan or its history refers to. */
  readonly surveys: readonly Survey[];
  readonly history: readonly HistoryEntry[];
}

export function planOf(entity: MachineEntity): Plan {
  return JSON.parse(entity.plan) as Plan;
}

export function toRow(entity: MachineEntity, survey: Survey | undefined): MachineRow {
  const { id, name, story, createdAt } = entity;
  return { id, name, story, createdAt, overview: overviewOf(planOf(entity), survey) };
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
