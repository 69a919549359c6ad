import { GIB } from '../quantity/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { newTableEdit, noteFoundEdit } from '../compose/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { overviewOf } from './index.js';

const survey = drawn(500, ['100MiB efi', '200GiB windows', '100GiB ntfs "store"']);

describe('where a machine stands', () => {
  test('with nothing said, everything is empty', () => {
    expect(overviewOf(EMPTY_PLAN, undefined)).toMatchObject({
      stages: {
        machine: 'empty',
        'as-found': 'empty',
        systems: 'empty',
        boot: 'empty',
        layout: 'empty',
        findings: 'empty',
        runbook: 'empty',
      },
      disk: { code: 'disk.not-read' },
      next: { code: 'next.read-disk' },
      strata: [],
    });
  });

  test('machine’s facts count one by one', () => {
    const some: Plan = { ...EMPTY_PLAN, machine: { ...EMPTY_PLAN.machine, firmware: 'uefi' } };
    expect(overviewOf(some, undefined).stages.machine).toBe('open');
    expect(overviewOf(planOn(survey), survey).stages.machine).toBe('ready');
  });

  test('as found is open until every volume that holds data is measured', () => {
    const plan = planOn(survey);
    const one = edited(plan, survey, noteFoundEdit(plan, 'found-2', { usedBytes: 60 * GIB }));
    const both = edited(one, survey, noteFoundEdit(one, 'found-3', { usedBytes: 0 }));
    expect([plan, one, both].map((p) => overviewOf(p, survey).stages['as-found'])).toEqual([
      'open',
      'open',
      'ready',
    ]);
    expect(overviewOf(both, survey)).toMatchObject({
      next: { code: 'next.choose-systems' },
      nextStage: 'systems',
    });
  });

  test('blockers come before the runbook', () => {
    const plan = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop') });
    const measured = edited(
      plan,
      survey,
      noteFoundEdit(plan, 'found-2', { usedBytes: 60 * GIB }),
      noteFoundEdit(plan, 'found-3', { usedBytes: 60 * GIB }),
    );
    const { next, stages, findings } = overviewOf(measured, survey);
    expect([next.code, stages.layout, stages.findings]).toEqual(['next.blockers', 'open', 'open']);
    expect(findings.blocker).toBe(2);
  });

  test('ticks are counted to the end', () => {
    const plan = planOn(survey, newTableEdit(planOn(survey)));
    const { ordered } = procedureFor({ plan, survey });
    const ids = ordered.ok ? ordered.steps.map((s) => s.id) : [];
    expect(overviewOf({ ...plan, ticked: ids.slice(0, 1) }, survey)).toMatchObject({
      next: { code: 'next.step', with: { step: 2, of: ids.length } },
      stages: { runbook: 'open' },
    });
    expect(overviewOf({ ...plan, ticked: ids }, survey)).toMatchObject({
      next: { code: 'next.done' },
      stages: { runbook: 'ready' },
    });
    expect(overviewOf({ ...plan, ticked: ['of another plan'] }, survey).steps.done).toBe(0);
  });

  test('once systems were started, what is left to check is next, then the day of their updates', () => {
    const plan = planOn(survey);
    const at = '2026-03-01T10:00:00.000Z';
    const id = 'first-start:found-windows';
    const started = { ...plan, ticked: [id], records: { [id]: { at, remark: '' } } };
    const due = '2026-03-31T10:00:00.000Z';
    expect(overviewOf(started, survey)).toMatchObject({
      next: { code: 'next.after-due', with: { due } },
      nextStage: 'runbook',
      due,
    });
    expect(overviewOf({ ...started, records: {} }, survey)).toMatchObject({
      next: { code: 'next.after', with: { checks: 1 } },
      due: null,
    });
  });

  test('the small drawing has shares that make up the disk, and owners by place', () => {
    const { strata } = overviewOf(planOn(survey), survey);
    expect(strata.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1, 5);
    expect(strata.map((s) => [s.kind, s.owner])).toEqual([
      ['gap', -1],
      ['partition', 0],
      ['partition', 0],
      ['partition', 0],
      ['gap', -1],
    ]);
  });
});
