import type { Role } from '../table/index.js';
import type { Plan } from '../plan/index.js';

/** What a system still lacks first, as far as the plan goes; room for data where it has all, or where there is none. */
export function nextRole(plan: Plan, system: string): Role {
  const of = plan.systems.find((s) => s.id === system);
  const has = (role: Role) => plan.partitions.some((p) => p.role === role && p.owners.includes(system));
  if (!of) return 'data';
  if (plan.target.mode === 'uefi' && !plan.partitions.some((p) => p.role === 'efi')) return 'efi';
  if (of.needsBoot && !has('boot')) return 'boot';
  if (of.family === 'windows' || of.family === 'macos') return has('system') ? 'data' : 'system';
  if (!has('root')) return 'root';
  if (!has('swap') && of.swap === undefined) return 'swap';
  return has('home') ? 'data' : 'home';
}
