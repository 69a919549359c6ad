import { apply } from '../edits/index.js';
import { fatesOf, foundTitle, insideFatesOf, type Plan, type Planned } from '../plan/index.js';
import fc from 'fast-check';
import { anyStyledDisk, walked } from '../testing/arbitraries.js';
import { surveysOf } from '../testing/builders.js';
import { PLANS, type Case } from '../testing/cases/index.js';
import { inEnglish, type RuleId, type Text } from '../words/index.js';
import { findAll } from './index.js';

/** Contents that hold nothing of anybody’s. */
const WITHOUT_DATA = ['swap', 'none'];

const blockersOf = (plan: Plan, { survey }: Case) =>
  findAll({ plan, survey })
    .filter((f) => f.level === 'blocker')
    .map((f) => f.id);

/** What a system that has just come back, or got partitions of its own, asks for next; each is one press away. */
const NEXT: readonly RuleId[] = ['no-root', 'efi-missing', 'efi-not-used', 'bios-boot-missing', 'start-lost'];

/** Answers to a question: what they tell may be bad, and was so before. */
const ANSWERS = ['remedy.is-encrypted', 'remedy.is-not-encrypted', 'remedy.already-off'];

/** What is deleted or made anew, of partitions and of volumes inside them, by what it is called. */
const lostIn = (planned: Planned): Map<string, Text> =>
  new Map([
    ...fatesOf(planned)
      .filter(({ kind }) => kind === 'erased' || kind === 'formatted')
      .filter(({ found }) => !WITHOUT_DATA.includes(planned.plan.found[found.id]?.kind ?? 'unknown'))
      .map(({ found }) => [found.id, foundTitle(planned, found)] as const),
    ...insideFatesOf(planned)
      .filter(
        ({ kind, found }) => (kind === 'erased' || kind === 'formatted') && found?.fileSystem !== 'swap',
      )
      .map(({ id }) => [id, id.split('/').at(-1)!] as const),
  ]);

/** What a remedy loses that was kept without it, and that its title does not name. */
function lostUnsaid(planned: Planned, after: Plan, title: string): string[] {
  const before = lostIn(planned);
  return [...lostIn({ ...planned, plan: after })]
    .filter(([id, name]) => !before.has(id) && !title.includes(inEnglish(name)))
    .map(([id]) => id);
}

/** What gives a part of free space away leaves the rest to be given. */
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What is wrong with the remedies of a plan's findings. */
function faultsIn(planned: Case): string[] {
  const before = new Set(blockersOf(planned.plan, planned));
  return findAll(planned).flatMap((finding) =>
    finding.remedies
      .filter((remedy) => !ANSWERS.includes(remedy.title.code))
      .flatMap((remedy) => {
        const about = `${finding.id}: ${remedy.title.code}`;
        const result = apply(planned.plan, remedy.edit, surveysOf(planned.survey));
        if (!result.ok) return [`${about} is refused: ${result.refusal.code}`];
        const after = result.plan;
        const came = findAll({ plan: after, survey: planned.survey })
          .filter((f) => f.level === 'blocker' && !before.has(f.id))
          .filter((f) => !NEXT.includes(f.rule) || f.remedies.length === 0)
          .map((f) => f.id);
        const lost = lostUnsaid(planned, after, inEnglish(remedy.title));
        return [
          ...(JSON.stringify(after) === JSON.stringify(planned.plan) ? [`${about} changes nothing`] : []),
          ...(findAll({ plan: after, survey: planned.survey }).some(
            (f) => f.id === finding.id && f.level === finding.level && same(f.evidence, finding.evidence),
          )
            ? [`${about} leaves it`]
            : []),
          ...came.map((id) => `${about} brings ${id}`),
          ...lost.map((id) => `${about} loses ${id} and does not say so`),
        ];
      }),
  );
}

test.each(PLANS)('%s: every remedy can be made, changes something, mends, and harms nothing', (_, planned) =>
  expect(faultsIn(planned)).toEqual([]),
);

test('no remedy of a random plan loses what its title does not name', () => {
  let remedies = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 6);
      const planned = { plan, survey };
      const lost = findAll(planned).flatMap((finding) =>
        finding.remedies.flatMap(({ title, edit }) => {
          const result = apply(plan, edit, surveysOf(survey));
          remedies += 1;
          return result.ok
            ? lostUnsaid(planned, result.plan, inEnglish(title as Text)).map(
                (id) => `${finding.id}: ${title.code} loses ${id}`,
              )
            : [];
        }),
      );
      expect(lost).toEqual([]);
    }),
    { numRuns: 100 },
  );
  expect(remedies).toBeGreaterThan(200);
});
