import fc from 'fast-check';
import { becomeEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { anyStyledDisk, walk, walked } from '../testing/arbitraries.js';
import { edited, planOn, surveysOf } from '../testing/builders.js';
import { procedureFor, type Step } from './index.js';

const isOf = (plan: Plan, system: string, found: string | null): boolean =>
  found !== null && (plan.found[found]?.owners.includes(system) ?? false);

test('before anything of a system that goes is deleted or formatted, another is first', () => {
  let seen = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const base = planOn(survey);
      const leaving = base.systems[seed % Math.max(1, base.systems.length)];
      if (!leaving) return;
      let plan = edited(base, survey, becomeEdit({ plan: base, survey }, leaving, 'retire'));
      walk(survey, seed, 5, (_, edit) => {
        const result = apply(plan, edit, surveysOf(survey));
        return (plan = result.ok ? result.plan : plan);
      });
      if (plan.systems.find((s) => s.id === leaving.id)?.change !== 'retire') return;
      const { ordered } = procedureFor({ plan, survey });
      const steps: readonly Step[] = ordered.ok ? ordered.steps : [];
      const removed = steps.findIndex((s) => s.kind === 'remove-start' && s.system === leaving.id);
      for (const [i, step] of steps.entries()) {
        const gone = step.kind === 'delete' || step.kind === 'format' ? step.found : null;
        if (!isOf(plan, leaving.id, gone)) continue;
        seen += 1;
        expect(removed).toBeGreaterThanOrEqual(0);
        expect(i).toBeGreaterThan(removed);
      }
    }),
    { numRuns: 80 },
  );
  expect(seen).toBeGreaterThan(10);
});

test('a key is shown, and protection suspended, only in a system that owns the volume', () =>
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 8);
      const { ordered } = procedureFor({ plan, survey });
      for (const step of ordered.ok ? ordered.steps : []) {
        if (step.kind !== 'recovery-key' && step.kind !== 'suspend-protection') continue;
        const owners = plan.found[step.found]?.owners ?? [];
        if (owners.length > 0 && step.environment.kind === 'running')
          expect(owners).toContain(step.environment.system);
      }
    }),
    { numRuns: 60 },
  ));
