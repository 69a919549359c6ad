import fc from 'fast-check';
import { statesOf } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { kindOf, objectsOf, procedureFor } from '../sequence/index.js';
import { anyPlanOfSystems } from '../testing/arbitraries.js';
import { PLANS } from '../testing/cases/index.js';
import { contentGone } from './bites.js';
import { findAll, stepOfFinding } from './find.js';
import type { Finding } from './finding.js';

/** What is wrong with the steps that findings name, held against the states of the procedure. */
function faults(planned: Planned): string[] {
  const { ordered } = procedureFor(planned);
  const findings = findAll(planned).map((f) => ({ ...f, step: stepOfFinding(planned, f) }));
  if (!ordered.ok)
    return findings.filter(({ step }) => step !== null).map(({ id }) => `${id} names a step of no order`);
  const count = ordered.steps.length;
  const outside = findings.filter(({ step }) => step !== null && (step < 1 || step > count));
  const lost = planned.survey.partitions.flatMap(({ id }) => losses(planned, id, findings));
  return [...outside.map(({ id, step }) => `${id} names step ${step} of ${count}`), ...lost];
}

/** The step that takes what was found in a partition is the one that its finding names, and does it. */
function losses(
  planned: Planned,
  found: string,
  findings: readonly (Finding & { readonly step: number | null })[],
): string[] {
  const states = statesOf(planned);
  const finding = findings.find(({ id }) => id === `data-erased:${found}`);
  const goes = states.findIndex(contentGone(found));
  if (!finding) return [];
  if (finding.step !== goes || goes < 1)
    return [`${finding.id} names step ${finding.step}, it goes in ${goes}`];
  const { ordered } = procedureFor(planned);
  const step = ordered.ok ? ordered.steps[goes - 1] : undefined;
  if (!step) return [`no step ${goes}`];
  const { found: of, partition } = objectsOf(step);
  const planId = planned.plan.partitions.find((p) => p.from === found)?.id;
  const does =
    of === found ||
    (partition !== null && partition === planId) ||
    step.kind === 'install' ||
    kindOf(step).table === 'renewed';
  return does ? [] : [`${finding.id}: ${step.id} does not take it`];
}

describe('a finding names the step with which it comes true', () => {
  test('on the plans that are kept', () =>
    expect(
      PLANS.flatMap(([name, { plan, survey }]) => faults({ plan, survey }).map((f) => `${name}: ${f}`)),
    ).toEqual([]));

  test('on random plans of systems', () =>
    fc.assert(
      fc.property(anyPlanOfSystems, (planned) => {
        expect(faults(planned)).toEqual([]);
      }),
      { numRuns: 150 },
    ));

  test('every rule on what happens in a step has a plan in which it names one', () => {
    const named = new Set(
      PLANS.flatMap(([, planned]) =>
        findAll(planned).flatMap((f) => (stepOfFinding(planned, f) === null ? [] : [f.rule])),
      ),
    );
    expect([...named].sort()).toEqual([
      'data-erased',
      'efi-formatted',
      'kept-broken',
      'logical-renumbered',
      'long-exposure',
      'recovery-deleted',
      'start-lost',
      'start-moves',
      'swap-remade',
      'table-converted',
    ]);
  });
});
