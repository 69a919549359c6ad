import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { beginEdit } from '../compose/index.js';
import { apply, type Edit, type Surveys } from '../edits/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { bytes, GIB, sectors } from '../quantity/index.js';
import { surveyFromCapture, surveyFromHand, type Survey, type SurveyPartition } from '../survey/index.js';
import { systemFrom, type System } from '../system/index.js';
import type { VolumeKind } from '../volume/index.js';

export const IDENTITY = { id: 'survey-1', takenAt: '2026-05-04T07:30:00.000Z' };

/** The real captures handed to the project live beside the checkout; a copy of petrel's is kept in `demo/captures`. */
const CAPTURES = resolve(__dirname, '../../../demo/captures');

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
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
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
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

/** An MBR of 500 GiB drawn in GiB: primaries, and logicals in one container around them; `null` leaves a gap. */
export function drawnMbr(
  primaries: readonly (readonly [size: number, kind: VolumeKind] | null)[],
  logicals: readonly (readonly [size: number, kind: VolumeKind] | null)[],
  gibibytes = 500,
): Survey {
  const partitions: SurveyPartition[] = [];
  let at: number = mib(1);
  const put = (row: (typeof primaries)[number], number: number, logical: boolean) => {
    const length = gib(row?.[0] ?? 10);
    if (row) {
      const lying = { start: sectors(at), length, type: TYPES[row[1]] ?? '0x83', volume: { kind: row[1] } };
      const record = logical ? { logical, ebrAt: sectors(at - mib(1)) } : { active: number === 1 };
      partitions.push({ id: `found-${number}`, number, ...lying, ...record });
    }
    at += length;
  };
  let number = 1;
  for (const row of primaries) put(row, row ? number++ : 0, false);
  const start = at;
  number = 5;
  for (const row of logicals) {
    at += mib(1);
    put(row, row ? number++ : 0, true);
  }
  const slot = partitions.filter((p) => !p.logical).length + 1;
  const container = { number: slot, start: sectors(start), length: sectors(at - start), type: '0x05' };
  return {
    format: 'rhizotome/survey',
    version: 1,
    ...IDENTITY,
    source: { kind: 'image' },
    disk: {
      sizeSectors: gib(gibibytes),
      sectorBytes: 512,
      style: 'mbr',
      firstUsable: sectors(1),
      usableEnd: gib(gibibytes),
    },
    damage: [],
    partitions,
    ...(logicals.length > 0 ? { containers: [container] } : {}),
  };
}

const TYPES: Partial<Record<VolumeKind, string>> = { ntfs: '0x07', swap: '0x82', fat: '0x0c' };

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
  return edited(begun, survey, beginEdit({ plan: begun, survey }), ...edits);
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
