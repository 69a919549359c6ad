import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  type Planned,
  apply,
  beginEdit,
  GIB,
  newPartition,
  noteFoundEdit,
  plannedGaps,
  resizeTo,
  surveyFromCapture,
  systemFrom,
  type Edit,
  type Plan,
  type Survey,
} from '@rhizotome/core';
import { callsTo } from './calls.js';
import { ROOT } from './server.js';

const IDENTITY = { id: 'petrel-2026-05-04', takenAt: '2026-05-04T07:30:00.000Z' };

function petrelSurvey(): Survey {
  const file = (name: string) => ({ name, bytes: readFileSync(join(ROOT, 'demo/captures', name)) });
  const capture = {
    head: file('petrel.head.bin'),
    tail: file('petrel.tail.bin'),
    diskBytes: 512_110_190_592,
  };
  const outcome = surveyFromCapture(capture, IDENTITY);
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

const FIELD_LINUX = {
  ...systemFrom('linux-development', { id: 'system-1', name: 'Field Linux', origin: 'new' }),
  purpose: 'sound analysis',
};

/** Edits that bring petrel from its reading to a finished plan, each made on the plan that those before it left. */
function petrelEdits(planned: Planned): Edit[] {
  const { plan, survey } = planned;
  const steps: ((current: Plan) => Edit)[] = [
    () => ({ kind: 'set-machine', changes: { mediumStart: 'uefi' } }),
    (p) => beginEdit({ plan: p, survey }),
    (p) => noteFoundEdit(p, 'found-1', { usedBytes: 28 * 1024 * 1024 }),
    (p) => noteFoundEdit(p, 'found-3', { usedBytes: 102_088_769_536, encrypted: 'yes' }),
    (p) => noteFoundEdit(p, 'found-4', { usedBytes: 444_600_320 }),
    () => ({ kind: 'add-system', system: FIELD_LINUX }),
    () => ({
      kind: 'describe',
      partition: 'found-1',
      changes: { owners: ['found-windows', 'system-1'], mountPoint: '/boot/efi' },
    }),
    (p) =>
      resizeTo(
        { plan: p, survey },
        p.partitions.find((q) => q.id === 'found-3')!,
        240 * GIB,
      ),
    (p) => created({ plan: p, survey }, 'root', 60 * GIB),
    (p) => created({ plan: p, survey }, 'swap', 20 * GIB),
    (p) => created({ plan: p, survey }, 'home', Infinity),
  ];
  let current = plan;
  return steps.map((step) => {
    const edit = step(current);
    const result = apply(current, edit, () => survey);
    if (!result.ok) throw new Error(`${edit.kind}: ${JSON.stringify(result.refusal)}`);
    current = result.plan;
    return edit;
  });
}

function created(planned: Planned, role: 'root' | 'swap' | 'home', size: number): Edit {
  const { plan, survey } = planned;
  const gap = plannedGaps(planned).reduce((a, b) => (b.usable.length > a.usable.length ? b : a));
  const length = Math.min(gap.usable.length, size / survey.disk.sectorBytes) as typeof gap.usable.length;
  const owners = plan.systems.filter((s) => s.id === 'system-1');
  return { kind: 'create', partition: newPartition(plan, { role, start: gap.usable.start, length, owners }) };
}

/** Gives the server's petrel its reading and its plan; returns the machine's id. */
export async function planPetrel(address: string): Promise<string> {
  const call = callsTo(address);
  const machines = await call<{ id: string; name: string }[]>('/machines');
  const { id } = machines.find((m) => m.name === 'petrel')!;
  const { plan } = await call<{ plan: Plan }>(`/machines/${id}`);
  const survey = petrelSurvey();
  await call(`/machines/${id}/surveys`, { survey });
  const edits = petrelEdits({ plan, survey }).map((edit, i) => ({
    key: `petrel-step-${i}`,
    intent: 'do',
    edit,
  }));
  await call(`/machines/${id}/edits`, { base: 0, edits });
  return id;
}
