import fc from 'fast-check';
import { ability, type Act } from '../ability/index.js';
import { apply, partitionOf, sizedAs, type Planned } from '../plan/index.js';
import type { VolumeKind } from '../volume/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { planOn, surveysOf } from '../testing/builders.js';
import { CASES } from '../testing/cases/index.js';
import { procedureFor } from './sequence.js';
import { placeIn } from './place.js';
import type { Step, StepKind } from './steps/kinds.js';

/** What each kind of step asks of the place where it is done; those that ask nothing of the disk are left out. */
const ASKS: Partial<Readonly<Record<StepKind, Act>>> = {
  'new-table': 'table',
  'repair-table': 'table',
  'convert-table': 'table',
  'create-container': 'table',
  'grow-container': 'table',
  'shrink-container': 'table',
  'delete-container': 'table',
  relist: 'table',
  'set-active': 'entry',
  'set-type': 'entry',
  'set-name': 'entry',
  'set-label': 'label',
  delete: 'delete',
  create: 'create',
  format: 'format',
  'check-volume': 'check',
  shrink: 'shrink',
  grow: 'grow',
  move: 'move',
  'move-aside': 'move',
  'change-inside': 'inside',
  'mount-table': 'files',
};

function contentOf({ plan }: Planned, step: Step): VolumeKind {
  const p = 'partition' in step ? partitionOf(plan, step.partition) : undefined;
  if (!p) return 'none';
  if (step.kind === 'create' && step.formattedBy !== null) return 'none';
  return sizedAs(p);
}

let asked = 0;

function misplacedIn(planned: Planned): string[] {
  const { ordered } = procedureFor(planned);
  return (ordered.ok ? ordered.steps : []).flatMap((step) => {
    const act = ASKS[step.kind];
    if (!act) return [];
    asked += 1;
    const place = placeIn(planned.plan, step.environment);
    const content = contentOf(planned, step);
    return ability(place, act, content) === 'no' ? [`${step.kind} of ${content} in ${place}`] : [];
  });
}

test('no step asks the place where it is done for what cannot be done there', () => {
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan = planOn(survey);
      walk(survey, seed, 25, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        return (plan = result.ok ? result.plan : before);
      });
      expect(misplacedIn({ plan, survey })).toEqual([]);
    }),
    { numRuns: 200 },
  );
  expect(asked).toBeGreaterThan(300);
});

const cases = Object.entries(CASES).flatMap(([rule, [speaks, silent]]): [string, Planned][] => [
  [`${rule}, spoken of`, speaks],
  [`${rule}, not spoken of`, silent],
]);

test.each(cases)('%s: every step is done where it can be', (_, planned) =>
  expect(misplacedIn(planned)).toEqual([]),
);
