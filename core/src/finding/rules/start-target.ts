import { modeName } from '../../machine/index.js';
import { startFaultInWords, startOf } from '../../start/index.js';
import { fact, type Rule } from '../rule.js';

export const startTarget: Rule = {
  id: 'start-target',
  level: 'blocker',
  basis:
    'UEFI 2.10 §3.5.1: loaders are files on an EFI system partition; a BIOS runs the disk’s first sector',
  check: ({ plan }) =>
    startOf(plan)
      .ways.filter((way) => way.decided && way.faults.length > 0)
      .map((way) => ({
        of: way.system.id,
        title: `${way.system.name} would not be started as it is decided`,
        why: `As decided, ${startFaultInWords(way.faults[0]!, way, plan)}`,
        evidence: [
          fact('mode', modeName(plan.target.mode)),
          fact('target', way.place?.kind ?? 'none'),
          fact('started by', way.by?.name ?? 'its own entry'),
        ],
        systems: [way.system.id],
        remedies: [
          {
            title: 'Let it be started as proposed',
            edit: { kind: 'set-loader' as const, system: way.system.id, loader: null },
          },
        ],
      })),
};
