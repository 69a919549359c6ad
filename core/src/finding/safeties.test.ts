import fc from 'fast-check';
import { bootsOf, safetiesOf } from '../moment/index.js';
import { fatesOf, type Planned } from '../plan/index.js';
import { kindOf, procedureFor, type Step } from '../sequence/index.js';
import { systemsAfter } from '../start/index.js';
import { anyPlanOfSystems } from '../testing/arbitraries.js';
import { PLANS } from '../testing/cases/index.js';
import { findAll } from './index.js';

const changesDisk = (step: Step): boolean => kindOf(step).table !== null || step.writes.length > 0;

/** What the firmware measures, and Windows seals its key to: TCG PC Client Platform Firmware Profile, PCR 4 and 7. */
const MEASURED: readonly Step['kind'][] = [
  'firmware-mode',
  'controller-mode',
  'secure-boot-off',
  'secure-boot-on',
];

/** Where a step of the procedure puts at risk what the steps before it did not make safe. */
function risks(planned: Planned): string[] {
  const { ordered } = procedureFor(planned);
  if (!ordered.ok) return [];
  const { plan, survey } = planned;
  const safeties = safetiesOf(planned);
  const boots = bootsOf(planned);
  const family = (id: string) => plan.systems.find((s) => s.id === id)?.family;
  const goes = (id: string) => {
    const own = fatesOf(planned).filter(
      ({ found }) => plan.found[found.id]?.role !== 'efi' && plan.found[found.id]?.owners.includes(id),
    );
    return own.length > 0 && own.every(({ kind }) => kind === 'erased' || kind === 'formatted');
  };
  const opened = (id: string) => systemsAfter(plan).some((s) => plan.found[id]?.owners.includes(s.id));
  const at = ordered.steps.flatMap((step, i) => {
    const safety = safeties[i]!;
    const found = [];
    if (changesDisk(step) && survey.partitions.length > 0) {
      if (!safety.filesCopied) found.push('nobody was told to copy the files');
      if (kindOf(step).table !== null && safety.tableCopy === 'none') found.push('no copy of the table');
      const { environment } = step;
      const own = 'system' in environment ? environment.system : null;
      for (const id of safety.asleep)
        if (family(id) === 'windows' && id !== own && !goes(id)) found.push(`${id} is asleep`);
    }
    const paths = boots[i] !== boots[i + 1] || MEASURED.includes(step.kind);
    for (const [id, protection] of safety.protections) {
      if (!opened(id)) continue;
      const gone = !safeties.at(-1)!.protections.has(id);
      if (paths && protection === 'on' && !gone) found.push(`the protection of ${id} is on`);
      if (step.kind === 'suspend-protection' && step.found === id && !safety.keysOnPaper.includes(id))
        found.push(`the key of ${id} is on no paper`);
    }
    return found.map((what) => `step ${i + 1} (${step.id}): ${what}`);
  });
  const left = [...safeties.at(-1)!.protections].flatMap(([id, p]) =>
    p === 'suspended' ? [`at the end ${id} is not protected`] : [],
  );
  return [...at, ...left];
}

/** A plan that is not to be carried out has no procedure to be judged. */
const blocked = (planned: Planned) => findAll(planned).some((f) => f.level === 'blocker');

test.each(PLANS.filter(([, planned]) => !blocked(planned)))(
  '%s: nothing is changed before it is safe',
  (_, planned) => expect(risks(planned)).toEqual([]),
);

test('so it is of random plans, with a system that goes or comes again', () => {
  let judged = 0;
  fc.assert(
    fc.property(anyPlanOfSystems, (planned) => {
      judged += Number(procedureFor(planned).phases.length > 1);
      expect(risks(planned)).toEqual([]);
    }),
    { numRuns: 150 },
  );
  expect(judged).toBeGreaterThan(60);
});
