import { message } from '../words/index.js';
import { apply, type BatchEdit, type Edit, type SingleEdit } from '../edits/index.js';
import { volumesOf, OPEN_START, type Planned, type PlannedVolume, type Plan } from '../plan/index.js';
import { batch } from './batch.js';
import { undeleteEdit } from './found.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** Takes a system out of the plan: what it was to get is deleted, what it owned alone has no owner. */
export function removeSystemEdit(plan: Plan, system: System): Edit {
  const without = (owners: readonly string[]) => owners.filter((owner) => owner !== system.id);
  const planned = ownedBy(plan, system).map((p): SingleEdit =>
    p.from === null && p.owners.length === 1
      ? { kind: 'remove', partition: p.id }
      : { kind: 'describe', partition: p.id, changes: { owners: without(p.owners) } },
  );
  const found = Object.entries(plan.found)
    .filter(([, note]) => note.owners.includes(system.id))
    .map(([id, note]): SingleEdit => ({
      kind: 'note-found',
      found: id,
      changes: { owners: without(note.owners) },
    }));
  return batch(message('edit.remove-system', { system: system.name }), [
    ...planned,
    ...found,
    ...leaveStart(plan, system),
    { kind: 'remove-system', system: system.id },
  ]);
}

/** Takes a system out of the start plan, and what it was to start with it. */
function leaveStart(plan: Plan, system: System): SingleEdit[] {
  const { loaders, order } = plan.start ?? OPEN_START;
  return [
    ...Object.entries(loaders)
      .filter(([id, loader]) => id === system.id || loader.by === system.id)
      .map(([id]): SingleEdit => ({ kind: 'set-loader', system: id, loader: null })),
    ...(order.includes(system.id)
      ? [{ kind: 'set-start', changes: { order: order.filter((id) => id !== system.id) } } as const]
      : []),
  ];
}

const isAlone = ({ owners }: Pick<PlannedVolume, 'owners'>, system: System): boolean =>
  owners.length === 1 && owners[0] === system.id;

/** What a system owns alone, as planned, inside of partitions too. */
const alone = (plan: Plan, system: System): PlannedVolume[] =>
  volumesOf(plan).filter((v) => isAlone(v, system));

/** What it has a part in: partitions, and inside those that it shares, the volumes that are its. */
function ownedBy(plan: Plan, system: System): PlannedVolume[] {
  return plan.partitions.flatMap((p): readonly PlannedVolume[] => {
    const inside = isAlone(p, system) ? [] : volumesOf({ ...plan, partitions: [p] });
    const its = inside.filter(
      (v) => v.within && v.within.inside?.some((w) => w.name === v.name && w.owners?.includes(system.id)),
    );
    return p.owners.includes(system.id) ? [...its, p] : its;
  });
}

/**
 * Retires a found system: its own partitions are deleted, it leaves those it shares and the start plan, and it stays in
 * the list as one that goes, so that its traces on a shared EFI partition are cleared too.
 */
export function retireEdit(plan: Plan, system: System): BatchEdit {
  const own = new Set(ownedBy(plan, system).flatMap((p) => (isAlone(p, system) ? [p.id] : [])));
  return batch(message('edit.retire', { system: system.name }), [
    ...ownedBy(plan, system).map((p): SingleEdit =>
      own.has(p.id)
        ? { kind: 'remove', partition: p.id }
        : {
            kind: 'describe',
            partition: p.id,
            changes: { owners: p.owners.filter((owner) => owner !== system.id) },
          },
    ),
    ...leaveStart(plan, system),
    { kind: 'change-system', system: system.id, changes: { change: 'retire' } },
  ]);
}

/** Parts that a new installation makes anew; everything else of a system keeps what it holds. */
const REMADE_BY_INSTALLATION: readonly Role[] = ['root', 'system', 'boot'];

/** Installs a found system anew: its root and /boot are formatted; home, data and what it shares are kept. */
export function reinstallEdit(plan: Plan, system: System): BatchEdit {
  return batch(message('edit.reinstall', { system: system.name }), [
    ...alone(plan, system)
      .filter((p) => REMADE_BY_INSTALLATION.includes(p.role) && p.treatment === 'keep')
      .map((p): SingleEdit => ({ kind: 'treat', partition: p.id, treatment: 'format' })),
    { kind: 'change-system', system: system.id, changes: { change: 'reinstall' } },
  ]);
}

/** Leaves a found system as it is again; what was deleted or formatted for it is kept once more. */
export function keepSystemEdit(planned: Planned, system: System): BatchEdit {
  const { plan } = planned;
  const gone = Object.entries(plan.found).filter(
    ([id, note]) => note.owners.includes(system.id) && !plan.partitions.some((p) => p.from === id),
  );
  const formatted = alone(plan, system).filter((p) => p.from !== null && p.treatment === 'format');
  return batch(message('edit.keep-system', { system: system.name }), [
    { kind: 'change-system', system: system.id, changes: { change: null } },
    ...gone.flatMap(([id]) => (undeleteEdit(planned, id) as SingleEdit | undefined) ?? []),
    ...formatted.map((p): SingleEdit => ({ kind: 'treat', partition: p.id, treatment: 'keep' })),
    ...plan.partitions
      .filter((p) => p.from !== null && plan.found[p.from]?.owners.includes(system.id))
      .filter((p) => !p.owners.includes(system.id))
      .map((p): SingleEdit => ({
        kind: 'describe',
        partition: p.id,
        changes: { owners: [...p.owners, system.id] },
      })),
  ]);
}

/** What can become of a system that is on the disk. */
export type Becoming = 'stays' | 'reinstall' | 'retire';

/** The edit after which a found system stays, goes or is installed anew, whatever it was to become before. */
export function becomeEdit(planned: Planned, system: System, becoming: Becoming): Edit {
  const { plan, survey } = planned;
  const keep = keepSystemEdit(planned, system);
  if (becoming === 'stays') return keep;
  const make = becoming === 'retire' ? retireEdit : reinstallEdit;
  if (system.change === undefined) return make(plan, system);
  const kept = apply(plan, keep, () => survey);
  const present = kept.ok && kept.plan.systems.find((s) => s.id === system.id);
  if (!kept.ok || !present) return keep;
  const made = make(kept.plan, present);
  return batch(made.says, [...keep.edits, ...made.edits]);
}
