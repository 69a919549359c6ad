import type { Overview } from '../overview/index.js';
import type { Plan } from '../plan/index.js';
import type { Digest, HistoryEntry } from '../record/index.js';
import type { Left } from './machine-archive.js';
import type { Survey } from '../survey/index.js';

/** The largest survey that is kept, as JSON. One of 256 partitions takes some 100 kB. */
export const MOST_SURVEY_BYTES = 1_000_000;

/** A machine as the bench lists it. */
export interface MachineRow {
  readonly id: string;
  readonly name: string;
  /** One line about it; empty for none. */
  readonly story: string;
  /** ISO 8601. */
  readonly createdAt: string;
  /** Where its plan stands; `null` where what is stored of it cannot be read. */
  readonly overview: Overview | null;
  /** Why it cannot be read, in words; `null` where it can. */
  readonly damage: string | null;
}

/** A machine that was deleted and can be put back. */
export interface DeletedMachine {
  readonly id: string;
  readonly name: string;
  /** ISO 8601. */
  readonly deletedAt: string;
}

/** What came of putting the machines of a backup on the bench. */
export interface Restored {
  /** Put on the bench. */
  readonly added: readonly string[];
  /** Put among the deleted machines, as they were. */
  readonly deleted: readonly string[];
  /** Put beside a machine that has gone on differently since. */
  readonly beside: readonly string[];
  /** On the bench already, just so. */
  readonly same: readonly string[];
  /** Put in the place of one that had not gone on from where the backup began. */
  readonly renewed: readonly string[];
  /** Cannot be read. */
  readonly damaged: readonly string[];
  /** There was no room for them. */
  readonly full: readonly string[];
  /** What of a machine was left out, and why. */
  readonly left: readonly { readonly machine: string; readonly says: Left }[];
}

/** The backups that the server made by itself, the latest first. */
export interface Backups {
  readonly made: readonly {
    readonly name: string;
    /** ISO 8601. */
    readonly at: string;
    /** On the bench when it was made. */
    readonly machines: number;
    /** So many machines in it are not as they were written. */
    readonly faulty: number;
  }[];
  /** What keeps the next from being made, or was found in the latest, in words; `null`: nothing. */
  readonly problem: string | null;
}

/** A machine in a backup. */
export interface BackedUpMachine {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  /** ISO 8601; `null`: it was on the bench. */
  readonly deletedAt: string | null;
}

/** Whether a paper is of today's plan. */
export interface PaperTold {
  /** The revision that it was printed at; `null` where the signs on it are not of this machine's history. */
  readonly revision: number | null;
  /** Whether it is of a plan with the same procedure. */
  readonly same: boolean;
  /** So many edits were made since. */
  readonly edits: number;
}

/** The answer to a machine that came as a file. */
export interface PutIn {
  readonly id: string;
  readonly left: readonly Left[];
}

/** The answer to edits: the revision after them, and the keys of those that had been made before. */
export interface EditsTaken {
  readonly revision: number;
  /** What the history has come to at that revision. */
  readonly digest: Digest;
  readonly known: readonly string[];
  /** What others had done after the revision these were based on, and before these: made in either order, it gives the same plan. */
  readonly others: readonly HistoryEntry[];
}

/** A machine opened: all that is needed to go on planning. */
export interface OpenedMachine {
  readonly id: string;
  readonly name: string;
  readonly story: string;
  readonly revision: number;
  /** What the history has come to at that revision. */
  readonly digest: Digest;
  readonly plan: Plan;
  /** The reading that the plan rests on; others are asked for where an edit leads to them. */
  readonly surveys: readonly Survey[];
  readonly history: readonly HistoryEntry[];
  /** Whether the history went by the point that was asked about; true where none was. */
  readonly follows: boolean;
  /** What was found damaged, and put aside. */
  readonly aside: readonly AsideTold[];
}

/** Changes of a machine that were put aside, since they could not be read or made again. */
export interface AsideTold {
  /** ISO 8601. */
  readonly at: string;
  readonly why: 'plan-unreadable' | 'edit-unreadable';
  /** So many changes, from this revision on. */
  readonly revision: number;
  readonly count: number;
}

/** A variant of a machine's plan, kept under a name: a point to come back to, or another way to compare with. */
export interface Alternative {
  readonly id: string;
  readonly name: string;
  /** ISO 8601. */
  readonly keptAt: string;
  /** The revision of the machine's plan when it was kept. */
  readonly revision: number;
  readonly plan: Plan;
}
