import type { BackedUpMachine, Left } from '@rhizotome/core';
import type { MachineRows, Renamed } from '../machines/rows.js';

/** A machine that was given, as much as decides where it is put. */
export interface GivenMachine {
  readonly name: string;
  readonly surveyIds: readonly string[];
  readonly alternatives: readonly { readonly name: string; readonly keptAt: string }[];
  /** What was left out of it, and why. */
  readonly left: readonly Left[];
}

/** A machine of a backup. */
export interface KeptMachine {
  readonly id: string;
  readonly name: string;
  readonly story: string;
  readonly deletedAt: string | null;
  readonly revision: number;
  readonly plan: string;
  readonly beginning: string | null;
  readonly digest: string;
  /** What its history had come to, revision by revision from the beginning. */
  readonly digests: readonly string[];
  /** `null` where it cannot be read. */
  readonly given: GivenMachine | null;
}

/** What is asked of the process that reads what anybody may have made, and what it answers. */
export interface Questions {
  /** Reads a machine that was given away as a file. */
  readonly archive: { readonly asks: { readonly file: string }; readonly answers: GivenMachine };
  /** Opens a backup, of this version or an earlier one, in a folder of its own. */
  readonly backup: {
    readonly asks: { readonly folder: string };
    readonly answers: readonly BackedUpMachine[];
  };
  /** Reads a machine of the backup that is open. */
  readonly machine: { readonly asks: { readonly id: string }; readonly answers: KeptMachine };
  /** The machine that was read last, as it is to be kept, without its edits. */
  readonly rows: {
    readonly asks: { readonly renamed: Renamed };
    readonly answers: Omit<MachineRows, 'edits'> & { readonly editCount: number };
  };
  /** Some of its edits: a history of ten thousand would hold up whoever takes it at once. */
  readonly edits: {
    readonly asks: { readonly from: number; readonly to: number };
    readonly answers: MachineRows['edits'];
  };
  /** Whether a data file is sound; `null`: it is. */
  readonly examine: { readonly asks: { readonly file: string }; readonly answers: string | null };
  /** Copies the data, opens the copy and replays it. */
  readonly copy: {
    readonly asks: { readonly from: string; readonly to: string };
    readonly answers: { readonly machines: number; readonly faulty: readonly string[] };
  };
}

export type Kind = keyof Questions;

export interface Question<K extends Kind = Kind> {
  readonly kind: K;
  readonly asks: Questions[K]['asks'];
}

/** `refused`: why, in words for whoever gave it. `failed`: a fault of the program or the disk. */
export type Answer<K extends Kind = Kind> =
  | { readonly ok: true; readonly value: Questions[K]['answers'] }
  | { readonly ok: false; readonly refused: string }
  | { readonly ok: false; readonly failed: string; readonly code: string | undefined };
