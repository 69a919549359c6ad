import { message } from '../../words/index.js';
import { newSystems } from '../context.js';
import { fact, type Rule } from '../rule.js';

/** A firmware of 32 bits runs no loader of 64 bits. A Windows of today has none of 32; of others some media have. */
export const firmwareWordSize: Rule = {
  id: 'firmware-word-size',
  level: 'blocker',
  check: (planned) => {
    const { machine, target } = planned.plan;
    if (machine.wordSize !== '32' || target.mode !== 'uefi') return [];
    return newSystems(planned).map((system) => {
      const windows = system.family === 'windows';
      return {
        of: system.id,
        level: windows ? ('blocker' as const) : ('caution' as const),
        says: message('finding.firmware-word-size', { system: system.name, windows }),
        evidence: [fact('word-size', '32')],
        systems: [system.id],
      };
    });
  },
};
