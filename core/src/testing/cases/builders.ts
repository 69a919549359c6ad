import { newPartition, noteFoundEdit } from '../../compose/index.js';
import type { Edit } from '../../edits/index.js';
import { plannedGaps } from '../../layout/index.js';
import type { Plan } from '../../plan/index.js';
import { GIB, MIB, sectors } from '../../quantity/index.js';
import type { Survey } from '../../survey/index.js';
import type { Role } from '../../table/index.js';
import { drawn, edited, gib, mib, newSystem, planOn } from '../builders.js';

export const LAPTOP = drawn(500, [
  '100MiB efi',
  '16MiB reserved',
  '400GiB windows "Station"',
  '700MiB recovery',
]);
export const BLANK = drawn(240, [], { style: 'none' });

export interface Case {
  readonly survey: Survey;
  readonly plan: Plan;
}

/** For each rule: a plan that it speaks of, and one close by of which it must not. */
export type Cases = Readonly<Record<string, readonly [Case, Case]>>;

export const on = (survey: Survey, ...edits: readonly Edit[]): Case => ({
  survey,
  plan: planOn(survey, ...edits),
});
export const then = ({ survey, plan }: Case, ...edits: readonly Edit[]): Case => ({
  survey,
  plan: edited(plan, survey, ...edits),
});
export const add = (profile: string, changes: object = {}): Edit => ({
  kind: 'add-system',
  system: { ...newSystem(profile), ...changes },
});
export const set = (changes: Extract<Edit, { kind: 'set-machine' }>['changes']): Edit => ({
  kind: 'set-machine',
  changes,
});
export const mode = (m: 'uefi' | 'bios'): Edit => ({ kind: 'set-target', changes: { mode: m } });
export const change = (partition: string, changes: Extract<Edit, { kind: 'describe' }>['changes']): Edit => ({
  kind: 'describe',
  partition,
  changes,
});
export const shrinkTo = (gibibytes: number): Edit => ({
  kind: 'resize',
  partition: 'found-3',
  length: gib(gibibytes),
  hold: 'start',
});

/** A new partition for the newcomer at the start of the first gap that holds it, and then `changes`. */
export function make(
  c: Case,
  role: Role,
  mebibytes: number,
  changes: Extract<Edit, { kind: 'describe' }>['changes'] = {},
): Case {
  const gap = plannedGaps(c).find((g) => g.usable.length >= mib(mebibytes))!;
  const owners = c.plan.systems.filter((s) => s.id === 'system-1');
  const length = sectors((mebibytes * MIB) / c.survey.disk.sectorBytes);
  const partition = newPartition(c.plan, { role, start: gap.usable.start, length, owners });
  return then(c, { kind: 'create', partition }, change(partition.id, changes));
}

export const used = (c: Case, gibibytes: number) =>
  then(c, noteFoundEdit(c.plan, 'found-3', { usedBytes: gibibytes * GIB }));
export const windows = used(on(LAPTOP), 95);
export const roomy = then(windows, shrinkTo(200));
export const joined = then(
  roomy,
  add('linux-desktop'),
  change('found-1', { owners: ['found-windows', 'system-1'], mountPoint: '/boot/efi' }),
);
export const blank = on(BLANK, add('linux-desktop'));

export const damaged = (id: string, more = {}): Survey => ({
  ...LAPTOP,
  damage: [{ id, fault: { code: 'no-signature' }, ...more } as Survey['damage'][number]],
});
export const twins = (p: object): Survey => ({
  ...LAPTOP,
  partitions: LAPTOP.partitions.map((q) => ({ ...q, ...p })),
});
export const read = (volume: object): Survey => ({
  ...LAPTOP,
  partitions: LAPTOP.partitions.map((p) =>
    p.number === 3 ? { ...p, volume: { kind: 'ntfs', ...volume } } : p,
  ),
});
export const covered = (kind: 'ntfs' | null): Survey => ({
  ...BLANK,
  disk: { ...BLANK.disk, ...(kind ? { bareVolume: { kind, label: 'terns' } } : {}) },
});
/** A Linux whose mount table names its swap, and nothing of the data beside it. */
const linuxDisk = drawn(500, ['512MiB efi', '40GiB root', '8GiB swap', '100GiB ext4']);
export const mounted: Survey = {
  ...linuxDisk,
  partitions: linuxDisk.partitions.map((p) => ({
    ...p,
    volume: {
      ...p.volume!,
      uuid: `id-${p.number}`,
      ...(p.number === 2
        ? { contents: { fstab: 'UUID=id-2 / ext4 defaults 0 1\nUUID=ID-3 none swap sw 0 0\n' } }
        : {}),
    },
  })),
};
const oddDisk = drawn(500, ['100GiB ext4']);
export const oddStart: Survey = {
  ...oddDisk,
  partitions: oddDisk.partitions.map((p) => ({ ...p, start: sectors(p.start + 63) })),
};
/** A plan of so many small partitions; more than the edits would make one by one. */
export function crowded(count: number): Case {
  const survey = drawn(500, [], { style: 'none' });
  const plan = planOn(survey);
  const partitions = Array.from({ length: count }, (_, i) => ({
    ...newPartition(plan, { role: 'data', start: mib(1 + i * 1024), length: mib(1024), owners: [] }),
    id: `new-${i}`,
    label: `part ${i}`,
  }));
  return { survey, plan: { ...plan, partitions } };
}
const mbr = drawn(500, ['300MiB ntfs', '200GiB windows'], { style: 'mbr' });
export const asRead: Survey = { ...mbr, source: { kind: 'lsblk' } };
export const withActive: Survey = {
  ...asRead,
  partitions: asRead.partitions.map((p, i) => ({ ...p, active: i === 0 })),
};
