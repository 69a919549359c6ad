import type { Planned } from '../../plan/index.js';
import { arrivalsOf } from '../../moment/index.js';
import { procedureFor } from '../../sequence/index.js';
import { startWords } from '../../start/index.js';
import { isArriving, type System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { fact, valueOf, type Rule } from '../rule.js';

/**
 * What comes of the plan, whatever the cause: a system of which the boot table says that it does not boot, or to which nothing
 * leads at a restart of the procedure. It speaks where no rule on a cause has.
 */
export const notStarted: Rule = {
  id: 'not-started',
  level: 'blocker',
  check: (planned, blocked = new Set()) => {
    const faults = startWords(planned).flatMap(({ system, fault }) =>
      fault ? [{ system, why: fault, step: null }] : [],
    );
    const told = new Set([...blocked, ...faults.map(({ system }) => system.id)]);
    const dead = deadRestarts(planned).filter(({ system }) => !told.has(system.id));
    return [...faults.filter(({ system }) => !blocked.has(system.id)), ...dead].map(
      ({ system, why, step }) => ({
        of: system.id,
        says: message('finding.not-started', { system: system.name, why, step }),
        evidence: [
          fact('mode', message('value.mode', { mode: planned.plan.target.mode })),
          fact('boots-by', valueOf('none')),
        ],
        systems: [system.id],
        step,
        remedies: isArriving(system)
          ? []
          : [
              {
                title: message('remedy.system-goes', { system: system.name }),
                edit: { kind: 'change-system', system: system.id, changes: { change: 'retire' } },
              },
            ],
      }),
    );
  },
};

/** Systems that are to be started at a restart where nothing that is left leads to them, each with the first step there. */
function deadRestarts(planned: Planned): { system: System; why: null; step: number }[] {
  const arrivals = arrivalsOf(planned);
  let done = 0;
  const seen = new Set<string>();
  return procedureFor(planned).phases.flatMap(({ environment, steps }, n) => {
    const step = done + 1;
    done += steps.length;
    if (arrivals[n]?.meets !== 'none' || !('system' in environment)) return [];
    const system = planned.plan.systems.find((s) => s.id === environment.system);
    if (!system || seen.has(system.id)) return [];
    seen.add(system.id);
    return [{ system, why: null, step }];
  });
}
