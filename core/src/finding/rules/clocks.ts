import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { listed, fact, type Rule } from '../rule.js';

export const clocks: Rule = {
  id: 'clocks',
  level: 'caution',
  check: (planned) => {
    const stay = systemsThatStay(planned).filter((s) => !s.menu);
    const local = stay.filter((s) => s.clock === 'local');
    const utc = stay.filter((s) => s.clock === 'utc');
    if (local.length === 0 || utc.length === 0) return [];
    const change = (clock: 'local' | 'utc', systems: typeof stay) => ({
      kind: 'batch' as const,
      says: message('edit.clocks'),
      edits: systems.map((s) => ({ kind: 'change-system' as const, system: s.id, changes: { clock } })),
    });
    return [
      {
        of: 'machine',
        says: message('finding.clocks'),
        evidence: [
          fact('local-time', listed(local.map((s) => s.name))),
          fact('utc', listed(utc.map((s) => s.name))),
        ],
        systems: stay.map((s) => s.id),
        remedies: [
          // A macOS has no such setting.
          ...(utc.some((s) => s.family === 'macos')
            ? []
            : [
                {
                  title: message('remedy.set-clock', { systems: utc.map((s) => s.name), clock: 'local' }),
                  edit: change('local', utc),
                },
              ]),
          {
            title: message('remedy.set-clock', { systems: local.map((s) => s.name), clock: 'utc' }),
            edit: change('utc', local),
          },
        ],
      },
    ];
  },
};
