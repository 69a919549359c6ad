import { unpackedText } from '@rhizotome/core';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn } from 'typeorm';

/** What belongs to a machine goes with it. */
const OfMachine =
  (constraint: string): PropertyDecorator =>
  (target, property) => {
    ManyToOne(() => MachineEntity, { onDelete: 'CASCADE' })(target, property);
    JoinColumn({ name: 'machineId', foreignKeyConstraintName: constraint })(target, property);
  };

/** A text that may have been packed since it was written. */
const PACKED = {
  transformer: { from: (kept: string | Uint8Array) => unpackedText(kept), to: (text: string) => text },
};

/** A machine on the bench, with its plan and the plan's revision. */
@Entity({ name: 'machine' })
export class MachineEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  name: string;

  /** One line about it; empty for none. */
  @Column('text')
  story: string;

  /** ISO 8601. */
  @Column('text')
  createdAt: string;

  /** ISO 8601; null while it is on the bench. */
  @Column('text', { nullable: true })
  deletedAt: string | null;

  /** Edits made so far. */
  @Column('integer')
  revision: number;

  /** JSON of the plan at `revision`. */
  @Column('text')
  plan: string;

  /** JSON of the plan before its first edit; null where an early version began it in a way that cannot be told. */
  @Column('text', { nullable: true })
  beginning: string | null;

  /** What the history has come to at `revision`. */
  @Column('text', { default: '' })
  digest: string;

  /** JSON of where the plan stands, as it was worked out last, with what by; null before that. */
  @Column('text', { nullable: true })
  overview: string | null;

  /** What the texts of the row are kept with; empty in data of an early version. */
  @Column('text', { default: '' })
  sum: string;
}

/** One reading of a disk. Never changed. */
@Entity({ name: 'survey' })
export class SurveyEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  machineId: string;

  @OfMachine('survey_of_machine')
  machine?: MachineEntity;

  /** JSON of the survey. */
  @Column('text')
  document: string;

  /** What the texts of the row are kept with; empty in data of an early version. */
  @Column('text', { default: '' })
  sum: string;
}

/** An edit that led from `revision - 1` to `revision`. */
@Entity({ name: 'edit' })
export class EditEntity {
  @PrimaryColumn('text')
  machineId: string;

  @OfMachine('edit_of_machine')
  machine?: MachineEntity;

  @PrimaryColumn('integer')
  revision: number;

  /** Given by the client, so that an edit sent twice is made once. */
  @Column('text')
  key: string;

  /** `do`, `undo` or `redo`. */
  @Column('text')
  intent: string;

  @Column('text', PACKED)
  edit: string;

  @Column('text', PACKED)
  inverse: string;

  /** What the history has come to with it. */
  @Column('text', { default: '' })
  digest: string;

  /** ISO 8601. */
  @Column('text')
  at: string;

  /** What the texts of the row are kept with; empty in data of an early version. */
  @Column('text', { default: '' })
  sum: string;
}

/** A variant of a machine's plan, kept under a name. Its plan is never changed. */
@Entity({ name: 'alternative' })
export class AlternativeEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  machineId: string;

  @OfMachine('alternative_of_machine')
  machine?: MachineEntity;

  @Column('text')
  name: string;

  /** ISO 8601. */
  @Column('text')
  keptAt: string;

  /** The revision of the machine's plan when it was kept. */
  @Column('integer')
  revision: number;

  /** JSON of the plan. */
  @Column('text')
  plan: string;

  /** ISO 8601; null while it is there. */
  @Column('text', { nullable: true })
  deletedAt: string | null;

  /** What the texts of the row are kept with; empty in data of an early version. */
  @Column('text', { default: '' })
  sum: string;
}

/** What was found damaged, as it was. Nothing of it is used; nothing of it is deleted before its machine is. */
@Entity({ name: 'aside' })
export class AsideEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  machineId: string;

  @OfMachine('aside_of_machine')
  machine?: MachineEntity;

  /** ISO 8601. */
  @Column('text')
  at: string;

  /** Why it was put aside. */
  @Column('text')
  why: string;

  /** The first revision of it. */
  @Column('integer')
  revision: number;

  /** So many edits. */
  @Column('integer')
  count: number;

  /** JSON of the rows as they stood. */
  @Column('text')
  rows: string;
}

export const ENTITIES = [MachineEntity, SurveyEntity, EditEntity, AlternativeEntity, AsideEntity];
