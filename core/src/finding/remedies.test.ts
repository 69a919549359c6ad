import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { apply, type Plan } from '../plan/index.js';
import { surveysOf } from '../testing/builders.js';
import { CASES, written, type Case } from '../testing/cases/index.js';
import type { RuleId } from '../words/index.js';
import { findAll } from './index.js';

const PLANS = resolve(__dirname, '../testing/plans');
const plans: readonly (readonly [string, Case])[] = [
  ...readdirSync(PLANS).map((file) => [file, written(readFileSync(resolve(PLANS, file), 'utf8'))] as const),
  ...Object.entries(CASES).flatMap(([rule, [speaks, silent]]) => [
    [`${rule}, spoken of`, speaks] as const,
    [`${rule}, near by`, silent] as const,
  ]),
];

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

const keptIds = (plan: Plan) =>
  plan.partitions
    .filter((p) => p.from !== null && p.treatment === 'keep' && !WITHOUT_DATA.includes(p.fileSystem))
    .map((p) => p.from);

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
        // Its loaders were copied to another one first.
        const goes = remedy.title.code === 'efi.replace';
        const lost = goes
          ? []
          : keptIds(planned.plan).filter((id) => !after.partitions.some((p) => p.from === id));
        return [
          ...(JSON.stringify(after) === JSON.stringify(planned.plan) ? [`${about} changes nothing`] : []),
          ...(findAll({ plan: after, survey: planned.survey }).some(
            (f) => f.id === finding.id && f.level === finding.level,
          )
            ? [`${about} leaves it`]
            : []),
          ...came.map((id) => `${about} brings ${id}`),
          ...lost.map((id) => `${about} deletes ${id}`),
        ];
      }),
  );
}

test.each(plans)('%s: every remedy can be made, changes something, mends, and harms nothing', (_, planned) =>
  expect(faultsIn(planned)).toEqual([]),
);
