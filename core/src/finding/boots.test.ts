import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import fc from 'fast-check';
import { arrivalsOf, bootsOf } from '../moment/index.js';
import { apply, becomeEdit, type Planned } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { startWords } from '../start/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { edited, planOn, surveysOf } from '../testing/builders.js';
import { CASES, written } from '../testing/cases/index.js';
import { findAll } from './index.js';

const PLANS = resolve(__dirname, '../testing/plans');
const plans: readonly (readonly [string, Planned])[] = [
  ...readdirSync(PLANS).map((file) => [file, written(readFileSync(resolve(PLANS, file), 'utf8'))] as const),
  ...Object.entries(CASES).flatMap(([rule, [speaks, silent]]) => [
    [`${rule}, spoken of`, speaks] as const,
    [`${rule}, near by`, silent] as const,
  ]),
];

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

test.each(plans)(
  '%s: what boots is told alike everywhere, and no restart meets a dead default',
  (_, planned) => expect(contradictions(planned)).toEqual([]),
);

test('so it is of random plans, with a system that goes or comes again', () => {
  let restarts = 0;
  fc.assert(
    fc.property(
      anyStyledDisk,
      fc.nat(),
      fc.constantFrom('retire', 'reinstall', 'stays'),
      (survey, seed, become) => {
        const base = planOn(survey);
        const system = base.systems[seed % Math.max(1, base.systems.length)];
        let plan = system ? edited(base, survey, becomeEdit({ plan: base, survey }, system, become)) : base;
        walk(survey, seed, 6, (_, edit) => {
          const result = apply(plan, edit, surveysOf(survey));
          return (plan = result.ok ? result.plan : plan);
        });
        restarts += arrivalsOf({ plan, survey }).filter(Boolean).length;
        expect(contradictions({ plan, survey })).toEqual([]);
      },
    ),
    { numRuns: 150 },
  );
  expect(restarts).toBeGreaterThan(60);
});
