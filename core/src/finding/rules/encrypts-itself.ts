import { encryptsItself } from '../../plan/index.js';
import { message } from '../../words/index.js';
import { systemsThatStay } from '../context.js';
import { fact, valueOf, type Rule } from '../rule.js';

/** A new Windows that encrypts its volumes at its first start, unasked. */
export const encryptsItselfRule: Rule = {
  id: 'encrypts-itself',
  level: 'caution',
  check: (planned) =>
    systemsThatStay(planned)
      .filter((system) => encryptsItself(planned.plan, system))
      .map((system) => ({
        of: system.id,
        says: message('finding.encrypts-itself', { system: system.name }),
        evidence: [fact('tpm', valueOf(planned.plan.machine.tpm === 'yes' ? 'yes' : 'unknown'))],
        systems: [system.id],
      })),
};
