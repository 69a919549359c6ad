import { mountPointsOf, type PlannedVolume } from '../../plan/index.js';
import type { System } from '../../system/index.js';
import type { Role } from '../../table/index.js';
import { message } from '../../words/index.js';
import { nameOf, ownedBy, systemsThatStay } from '../context.js';
import { fact, type Drafted, type Rule } from '../rule.js';

interface Place {
  /** Where a partition of this role is mounted; the first is the usual one. */
  readonly usual: readonly string[];
  /** Whether anything else cannot work. */
  readonly must: boolean;
}

/** Filesystem Hierarchy Standard 3.0 §3; Boot Loader Specification (UAPI) for /boot and /efi. */
const PLACES: Partial<Readonly<Record<Role, Place>>> = {
  root: { usual: ['/'], must: true },
  home: { usual: ['/home', '/usr/home'], must: false },
  boot: { usual: ['/boot'], must: false },
};

export const mountPlace: Rule = {
  id: 'mount-place',
  level: 'caution',
  check: (planned) =>
    systemsThatStay(planned)
      .filter(({ family }) => family === 'linux' || family === 'bsd')
      .flatMap((system) =>
        ownedBy(planned, system).flatMap((p, _, own) => [
          ...misplaced(p, system, own),
          ...noPath(p, system),
          ...ofTheRoot(p, system),
        ]),
      ),
};

function misplaced(p: PlannedVolume, system: System, own: readonly PlannedVolume[]): Drafted[] {
  const place = PLACES[p.role];
  const at = mountPointsOf(p);
  const rootElsewhere = p.role !== 'root' && p.role !== 'system' && at.includes('/') && !p.subvolumes;
  if (!rootElsewhere && (!place || at.length === 0 || at.some((m) => place.usual.includes(m)))) return [];
  const usual = place?.usual[0] ?? '';
  return [
    {
      of: p.id,
      level: place?.must ? 'blocker' : 'caution',
      says: message('finding.mount-place', {
        volume: nameOf(p),
        role: p.role,
        mountPoint: at[0] ?? '',
        usual,
        must: place?.must ?? false,
        system: system.name,
      }),
      evidence: [fact('mount-point', at.join(', ')), fact('usual', usual || 'not /')],
      partitions: [p.id],
      systems: [system.id],
      remedies:
        usual && !own.some((q) => mountPointsOf(q).includes(usual))
          ? [
              {
                title: message('remedy.mount', { mountPoint: usual }),
                edit: { kind: 'describe', partition: p.id, changes: { mountPoint: usual } },
              },
            ]
          : [],
    },
  ];
}

/** Swap is mounted nowhere; everything else at a path from the root, without detours (POSIX.1-2017 §3.271, absolute pathname). */
function noPath(p: PlannedVolume, system: System): Drafted[] {
  const wrong = mountPointsOf(p).find(
    (at) => !isPath(at) && !(p.role === 'swap' && /^(none|swap)$/.test(at)),
  );
  if (wrong === undefined) return [];
  return [
    {
      of: `${p.id}-path`,
      level: 'blocker',
      says: message('finding.mount-path', { volume: nameOf(p), mountPoint: wrong }),
      evidence: [fact('mount-point', wrong)],
      partitions: [p.id],
      systems: [system.id],
    },
  ];
}

/**
 * What a system needs before it mounts anything lies on its root (Filesystem Hierarchy Standard 3.0 §3.2, §3.4); what the kernel puts
 * there is no partition's.
 */
const OF_THE_ROOT = /^\/(?:bin|sbin|lib\w*|etc|dev|proc|sys|run)(?:\/|$)/;

function ofTheRoot(p: PlannedVolume, system: System): Drafted[] {
  const wrong = mountPointsOf(p).find((at) => OF_THE_ROOT.test(at));
  if (wrong === undefined) return [];
  return [
    {
      of: `${p.id}-of-root`,
      level: 'blocker',
      says: message('finding.of-the-root', { volume: nameOf(p), mountPoint: wrong, system: system.name }),
      evidence: [fact('mount-point', wrong)],
      partitions: [p.id],
      systems: [system.id],
    },
  ];
}

function isPath(at: string): boolean {
  if (at === '/') return true;
  const names = at.split('/').slice(1);
  return at.startsWith('/') && names.every((name) => name !== '' && name !== '.' && name !== '..');
}
