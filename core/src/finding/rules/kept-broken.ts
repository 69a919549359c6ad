import type { State } from '../../moment/index.js';
import { contentGone, insideGone } from '../bites.js';
import { reinstallEdit } from '../../compose/index.js';
import { fatesOf, insideFatesOf, type Fate, type InsideFate, type Planned } from '../../plan/index.js';
import { hasOwnVolumes, isArriving, type System } from '../../system/index.js';
import { message } from '../../words/index.js';
import type { Remedy } from '../finding.js';
import { keptInside, lostBy, remedy, restoreAll } from '../repairs.js';
import { fact, valueOf, type Drafted, type Rule } from '../rule.js';

/** Roles without which a system does not start, whatever else of it stays. EFI partitions: see start-lost. */
const VITAL_ROLES = ['root', 'system', 'boot', 'bios-boot'] as const;

/** Places of its tree without which it does not start either. */
const VITAL_PLACES = ['/', '/boot', '/usr', '/var'];

export const keptBroken: Rule = {
  id: 'kept-broken',
  level: 'blocker',
  check: (planned) =>
    planned.plan.systems
      .filter((s) => s.origin === 'found' && s.change === undefined && hasOwnVolumes(s) && !isArriving(s))
      .flatMap((system): Drafted[] => {
        const lost = vitalOf(planned, system).filter(
          ({ kind, planned: part }) =>
            kind === 'erased' || (kind === 'formatted' && part?.treatment === 'format'),
        );
        const inside = vitalInside(planned, system);
        const gone = [
          ...lost.map((f) => ({ name: titleOf(planned, f), kind: f.kind, of: f.planned?.id ?? f.found.id })),
          ...inside.map((f) => ({
            name: f.found!.name,
            kind: f.kind === 'erased' ? ('erased' as const) : ('formatted' as const),
            of: f.within.id,
          })),
        ];
        if (gone.length === 0) return [];
        return [
          {
            of: system.id,
            says: message('finding.kept-broken', {
              system: system.name,
              volumes: gone.map((g) => g.name),
              deleted: gone[0]!.kind === 'erased',
            }),
            evidence: gone.map((g) => fact({ name: g.name }, valueOf(g.kind))),
            partitions: gone.map((g) => g.of),
            systems: [system.id],
            from: (state: State) =>
              lost.some(({ found }) => contentGone(found.id)(state)) ||
              inside.some(({ within, found }) => insideGone(within.id, found!.name)(state)),
            remedies: [...inside.flatMap(keptInside), ...remediesFor(planned, system, lost)],
          },
        ];
      }),
};

/** Volumes inside its partitions that it does not start without, and that do not stay as they are. */
function vitalInside(planned: Planned, system: System): InsideFate[] {
  return insideFatesOf(planned).filter(({ kind, found, planned: part, within }) => {
    if (!found || !(part?.owners ?? within.owners).includes(system.id)) return false;
    return (kind === 'erased' || kind === 'formatted') && VITAL_PLACES.includes(found.mountPoint);
  });
}

function vitalOf(planned: Planned, system: System): Fate[] {
  const { plan } = planned;
  return fatesOf(planned).filter(({ found }) => {
    const note = plan.found[found.id];
    if (!note?.owners.includes(system.id)) return false;
    const { mode, style } = plan.target;
    if (note.role === 'bios-boot') return mode === 'bios' && style === 'gpt';
    const mounted = found.volume?.mountPoint ?? '';
    return VITAL_ROLES.some((role) => role === note.role) || VITAL_PLACES.includes(mounted);
  });
}

function titleOf({ plan }: Planned, { found }: Fate): string {
  return found.volume?.label ?? found.name ?? plan.found[found.id]?.role ?? found.id;
}

function remediesFor(planned: Planned, system: System, lost: readonly Fate[]): Remedy[] {
  const { plan } = planned;
  const gone = fatesOf(planned).filter(
    ({ kind, found }) =>
      kind === 'erased' &&
      (lost.some((f) => f.found.id === found.id) ||
        (plan.found[found.id]?.role === 'efi' && plan.found[found.id]?.owners.includes(system.id))),
  );
  const kept = lost.every((f) => f.kind === 'erased')
    ? restoreAll(
        planned,
        gone.map((f) => f.found.id),
      )
    : undefined;
  const anew = reinstallEdit(plan, system);
  return [
    ...remedy(message('remedy.keep-as-found'), kept),
    // What it leaves behind is decided afterwards: no press deletes files.
    {
      title: message('remedy.system-goes', { system: system.name }),
      edit: { kind: 'change-system', system: system.id, changes: { change: 'retire' } },
    },
    ...remedy(message('remedy.install-anew', { system: system.name, lost: lostBy(planned, anew) }), anew),
  ];
}
