import fc from 'fast-check';
import { findAll } from '../finding/index.js';
import { apply } from '../edits/index.js';
import { fatesOf, type Plan, type Planned } from '../plan/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { edited, planOn, surveysOf } from '../testing/builders.js';
import { english, textIn } from '../words/index.js';
import { runbookFor, runbookMarkdown, titleOf } from './index.js';

const DEVICE = { kind: 'set-machine', changes: { device: '/dev/sdb' } } as const;

/** The whole runbook, without the UUIDs that are made up from ids. */
const printed = (planned: Planned): string =>
  runbookMarkdown(
    english,
    runbookFor(planned),
    titleOf(english, planned, 'x', '2026-05-04T07:30:00Z'),
  ).replace(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}|[0-9A-F]{4}-?[0-9A-F]{4}\b/g, 'UUID');

/** The same plan, in which partitions are called by ids of their own, as a text may call them. */
function renamed(plan: Plan): Plan {
  const own = new Map(plan.partitions.map((p, i) => [p.id, `own-${i}`]));
  const ofPartition = (id: string) => own.get(id) ?? id;
  return {
    ...plan,
    partitions: plan.partitions.map((p) => ({ ...p, id: ofPartition(p.id) })),
    systems: plan.systems.map((s) =>
      s.host ? { ...s, host: { ...s.host, partition: ofPartition(s.host.partition) } } : s,
    ),
    ...(plan.start ? { start: plan.start } : {}),
  };
}

test('a runbook does not depend on what partitions are called within the plan', () =>
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan = edited(planOn(survey), survey, DEVICE);
      walk(survey, seed, 8, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        return result.ok ? (plan = edited(result.plan, survey, DEVICE)) : now;
      });
      if (plan.start?.loaders) return;
      expect(printed({ plan: renamed(plan), survey })).toBe(printed({ plan, survey }));
    }),
    { numRuns: 60 },
  ));

test('what is noted of no partition changes nothing: each is as it was read', () =>
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan = planOn(survey);
      walk(survey, seed, 6, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        return result.ok ? (plan = result.plan) : now;
      });
      const { kind, device } = { kind: 'begin', device: plan.machine.device } as const;
      const { surveyId, target, systems, partitions, ticked, container } = plan;
      const basis = { kind, device, surveyId, target, systems, partitions, ticked, container };
      const unsaid = edited(plan, survey, { ...basis, found: {} });
      expect(Object.keys(unsaid.found).sort()).toEqual(survey.partitions.map((p) => p.id).sort());
      const { phases } = runbookFor({ plan: unsaid, survey });
      for (const { step, says } of phases.flatMap((p) => p.steps)) {
        if (step.kind !== 'delete' || says.code !== 'step.delete') continue;
        const found = survey.partitions.find((p) => p.id === step.found)!;
        expect(says.with.line.bytes).toBe(found.length * survey.disk.sectorBytes);
        expect(textIn(english, says.with.line.device)).not.toMatch(/(?:p|[a-z])0$/);
      }
      const named = findAll({ plan: unsaid, survey }).flatMap((f) => f.partitions);
      for (const { kind, found, planned } of fatesOf({ plan: unsaid, survey })) {
        if ((kind !== 'erased' && kind !== 'formatted') || !found.volume) continue;
        if (['none', 'swap'].includes(found.volume.kind)) continue;
        expect([found.id, planned?.id].some((id) => id !== undefined && named.includes(id))).toBe(true);
      }
    }),
    { numRuns: 60 },
  ));
