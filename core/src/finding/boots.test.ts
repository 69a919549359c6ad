import fc from 'fast-check';
import { arrivalsOf, bootsOf } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { startWords } from '../start/index.js';
import { anyPlanOfSystems } from '../testing/arbitraries.js';
import { PLANS } from '../testing/cases/index.js';
import { findAll } from './index.js';

/** Where the boot table, a restart and the findings say different things of one system. */
function contradictions(planned: Planned): string[] {
  const blocked = new Set(findAll(planned).flatMap((f) => (f.level === 'blocker' ? f.systems : [])));
  const boots = bootsOf(planned);
  const arrivals = arrivalsOf(planned);
  let done = 0;
  return [
    ...startWords(planned)
      .filter(({ fault, system }) => fault !== null && !blocked.has(system.id))
      .map(({ system }) => `${system.name} does not boot, and no blocker says so`),
    ...procedureFor(planned).phases.flatMap(({ environment, steps }, n) => {
      const boot = boots[done]!;
      done += steps.length;
      const arrival = arrivals[n];
      if (!arrival || !('system' in environment) || environment.system === null) return [];
      if (blocked.has(environment.system)) return [];
      const [first] = boot.options;
      const dead = boot.firstKnown && first?.lives === false;
      return [
        ...(arrival.meets === 'none' ? [`phase ${n + 1}: nothing starts ${environment.system}`] : []),
        ...(dead && !blocked.has(first.system)
          ? [`phase ${n + 1}: the default ${first.system} is dead`]
          : []),
      ];
    }),
  ];
}

test.each(PLANS)(
  '%s: what boots is told alike everywhere, and no restart meets a dead default',
  (_, planned) => expect(contradictions(planned)).toEqual([]),
);

test('so it is of random plans, with a system that goes or comes again', () => {
  let restarts = 0;
  fc.assert(
    fc.property(anyPlanOfSystems, (planned) => {
      restarts += arrivalsOf(planned).filter(Boolean).length;
      expect(contradictions(planned)).toEqual([]);
    }),
    { numRuns: 150 },
  );
  expect(restarts).toBeGreaterThan(60);
});
