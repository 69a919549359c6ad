import { systemsThatStay } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const clocks: Rule = {
  id: 'clocks',
  level: 'caution',
  basis: 'Windows keeps the machine’s clock in local time, others in UTC, each by default',
  check: (context) => {
    const stay = systemsThatStay(context);
    const local = stay.filter((s) => s.clock === 'local');
    const utc = stay.filter((s) => s.clock === 'utc');
    if (local.length === 0 || utc.length === 0) return [];
    const change = (clock: 'local' | 'utc', systems: typeof stay) => ({
      kind: 'batch' as const,
      title: 'Agree on one clock',
      edits: systems.map((s) => ({ kind: 'change-system' as const, system: s.id, changes: { clock } })),
    });
    return [
      {
        of: 'machine',
        title: 'The systems will disagree about the time',
        why: 'One reads the machine’s clock as local time, the other as UTC: after each change of system the clock is off by the time zone.',
        evidence: [
          fact('local time', local.map((s) => s.name).join(', ')),
          fact('UTC', utc.map((s) => s.name).join(', ')),
        ],
        systems: stay.map((s) => s.id),
        remedies: [
          { title: `Set ${utc.map((s) => s.name).join(' and ')} to local time`, edit: change('local', utc) },
          { title: `Set ${local.map((s) => s.name).join(' and ')} to UTC`, edit: change('utc', local) },
        ],
      },
    ];
  },
};
