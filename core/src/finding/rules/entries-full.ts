import { isArriving } from '../../system/index.js';
import { message } from '../../words/index.js';
import { fact, valueOf, type Rule } from '../rule.js';

/** What is installed writes a boot entry, which a full memory of the firmware refuses. */
export const entriesFull: Rule = {
  id: 'entries-full',
  level: 'caution',
  check: ({ plan }) => {
    const coming = plan.systems.filter((s) => isArriving(s) && !s.host);
    if (plan.machine.entryRoom !== 'no' || plan.target.mode !== 'uefi' || coming.length === 0) return [];
    return [
      {
        of: 'machine',
        says: message('finding.entries-full', { systems: coming.map((s) => s.name) }),
        evidence: [fact('entry-room', valueOf('none'))],
        systems: coming.map((s) => s.id),
      },
    ];
  },
};
