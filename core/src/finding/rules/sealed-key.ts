import { isWindowsEncrypted } from '../../plan/index.js';
import { startOf } from '../../start/index.js';
import { message } from '../../words/index.js';
import { nameOf, ownedBy } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const sealedKey: Rule = {
  id: 'sealed-key',
  level: 'caution',
  check: (planned) =>
    startOf(planned.plan).ways.flatMap(({ system, by }) => {
      const locked = ownedBy(planned, system, 'system').filter(
        (p) => p.from !== null && p.treatment === 'keep' && isWindowsEncrypted(planned, p.from),
      );
      if (!by || locked.length === 0 || by.family === system.family) return [];
      return [
        {
          of: system.id,
          says: message('finding.sealed-key', {
            system: system.name,
            by: by.name,
            volume: nameOf(locked[0]!),
          }),
          evidence: [fact('boots-by', by.name)],
          partitions: locked.map((p) => p.id),
          systems: [system.id, by.id],
        },
      ];
    }),
};
