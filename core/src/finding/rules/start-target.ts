import { distinctSystemName, freshSystemId } from '../../compose/index.js';
import { BOOT_MENU, systemFrom } from '../../system/index.js';
import { message } from '../../words/index.js';
import { startFaultSays, startOf } from '../../start/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const startTarget: Rule = {
  id: 'start-target',
  level: 'blocker',
  check: ({ plan }) =>
    startOf(plan)
      .ways.filter(
        (way) => way.faults.length > 0 && (way.decided || way.faults.some((f) => f.code === 'not-listed')),
      )
      .map((way) => ({
        of: way.system.id,
        says: message('finding.start-target', {
          system: way.system.name,
          fault: startFaultSays(way.faults[0]!, way, plan),
        }),
        evidence: [
          fact('mode', message('value.mode', { mode: plan.target.mode })),
          fact('target', way.place?.kind ?? valueOf('none')),
          fact('boots-by', way.by?.name ?? valueOf('own-entry')),
        ],
        systems: [way.system.id],
        remedies: !way.decided
          ? [
              {
                title: message('remedy.add-boot-menu'),
                edit: {
                  kind: 'add-system' as const,
                  system: systemFrom(BOOT_MENU.id, {
                    id: freshSystemId(plan),
                    name: distinctSystemName(plan, 'Boot menu'),
                    origin: 'new',
                  }),
                },
              },
            ]
          : [
              {
                title: message('remedy.boot-as-proposed'),
                edit: { kind: 'set-loader' as const, system: way.system.id, loader: null },
              },
            ],
      })),
};
