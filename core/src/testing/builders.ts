import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { EMPTY_PLAN, apply, beginEdit, type Edit, type Plan, type Surveys } from '../plan/index.js';
import { bytes, GIB, sectors } from '../quantity/index.js';
import { surveyFromCapture, surveyFromHand, type Survey } from '../survey/index.js';
import { systemFrom, type System } from '../system/index.js';

export const IDENTITY = { id: 'survey-1', takenAt: '2026-05-04T07:30:00.000Z' };

/** The real captures handed to the project live beside the checkout; a copy of petrel's is kept in `demo/captures`. */
export const CAPTURES = resolve(__dirname, '../../../demo/captures');

export const PETREL_BYTES = 512_110_190_592;

export function petrelFiles(): { head: Uint8Array; tail: Uint8Array } {
  return {
    head: readFileSync(resolve(CAPTURES, 'petrel.head.bin')),
    tail: readFileSync(resolve(CAPTURES, 'petrel.tail.bin')),
  };
}

export function petrelSurvey(): Survey {
  const { head, tail } = petrelFiles();
  const outcome = surveyFromCapture(
    {
      head: { name: 'petrel.head.bin', bytes: head },
      tail: { name: 'petrel.tail.bin', bytes: tail },
      diskBytes: PETREL_BYTES,
    },
    IDENTITY,
  );
  if (!outcome.ok) throw new Error(outcome.refusal.message);
  return outcome.survey;
}

/** A survey drawn by hand: `drawn(500, '100MiB efi', '200GiB windows')`. */
export function drawn(
  gibibytes: number,
  lines: readonly string[],
  more: { style?: 'gpt' | 'mbr' | 'none'; sectorBytes?: 512 | 4096 } = {},
): Survey {
  const outcome = surveyFromHand(
    {
      diskBytes: gibibytes * GIB,
      sectorBytes: more.sectorBytes ?? 512,
      style: more.style ?? 'gpt',
      text: lines.join('\n'),
    },
    IDENTITY,
  );
  if (!outcome.ok) throw new Error(outcome.refusal.message);
  return outcome.survey;
}

export function surveysOf(...list: readonly Survey[]): Surveys {
  return (id) => list.find((s) => s.id === id);
}

/** The plan after the edits. @throws Error when one is refused. */
export function edited(plan: Plan, survey: Survey, ...edits: readonly Edit[]): Plan {
  return edits.reduce((current, edit) => {
    const result = apply(current, edit, surveysOf(survey));
    if (!result.ok) throw new Error(`${edit.kind} refused: ${JSON.stringify(result.refusal)}`);
    return result.plan;
  }, plan);
}

/** The plan that keeps a disk as found, on a UEFI machine with 16 GiB. */
export function planOn(survey: Survey, ...edits: readonly Edit[]): Plan {
  const machine: Edit = {
    kind: 'set-machine',
    changes: {
      firmware: 'both',
      modeInUse: 'uefi',
      mediumStart: 'uefi',
      secureBoot: 'off',
      ramBytes: 16 * GIB,
      medium: 'nvme',
      device: 'nvme0n1',
    },
  };
  const begun = edited(EMPTY_PLAN, survey, machine);
  return edited(begun, survey, beginEdit(begun, survey), ...edits);
}

export function newSystem(profile: string, name = 'Newcomer', id = 'system-1'): System {
  return systemFrom(profile, { id, name, origin: 'new' });
}

export const mib = (n: number) => sectors(n * 2048);
export const gib = (n: number) => sectors(n * 2048 * 1024);
export const gibBytes = (n: number) => bytes(n * GIB);

/** Freezes everything below, so that a stray write throws. */
export function deepFreeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(deepFreeze);
  }
  return value;
}
