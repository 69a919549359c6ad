import type { Plan } from '../../plan/index.js';
import type { System } from '../../system/index.js';
import type { Environment, Step } from '../step.js';
import { systemsAfter } from '../../start/index.js';
import { FIRMWARE, LIVE, step } from './draft.js';
import type { Situation } from './situation.js';

/** The installed system in which preparing is done: the one that owns what is changed, else any that is there. */
function runningSystem({ plan, fates }: Situation): System | undefined {
  const found = plan.systems.filter((s) => s.origin === 'found');
  const owners = fates
    .filter((f) => f.kind !== 'untouched')
    .flatMap((f) => plan.found[f.found.id]?.owners ?? []);
  return found.find((s) => owners.includes(s.id)) ?? found[0];
}

/** What is done in the system that is there, before anything is changed. */
export function preparation(situation: Situation): Step[] {
  const { plan, survey, fates, arriving, encrypted } = situation;
  const running: Environment = { kind: 'running', system: runningSystem(situation)?.id ?? null };
  const steps: Step[] = [];
  if (survey.partitions.length > 0) {
    steps.push(step('backup', '', running));
    steps.push(step('safety-copy', '', running, { needs: ['backup'] }));
  }
  for (const system of arriving)
    steps.push(step('prepare-medium', system.id, running, { system: system.id }));
  const touchesFirmware = changesFirmware(plan);
  for (const { found } of encrypted) {
    steps.push(step('recovery-key', found.id, running, { found: found.id }));
    const fate = fates.find((f) => f.found.id === found.id);
    if (touchesFirmware || fate?.kind !== 'untouched' || plan.target.table === 'convert')
      steps.push(
        step('suspend-protection', found.id, running, {
          found: found.id,
          needs: [`recovery-key:${found.id}`],
        }),
      );
  }
  for (const system of plan.systems)
    if (system.family === 'windows' && system.hibernates && stays(situation, system))
      steps.push(
        step('unhibernate', system.id, { kind: 'running', system: system.id }, { system: system.id }),
      );
  return steps;
}

/** A found system of which the system volume or root is kept as it is. */
function stays({ plan, fates }: Situation, system: System): boolean {
  return (
    system.origin === 'found' &&
    system.change === undefined &&
    fates.some(
      (f) =>
        plan.found[f.found.id]?.owners.includes(system.id) &&
        f.planned?.treatment === 'keep' &&
        ['system', 'root'].includes(f.planned.role),
    )
  );
}

function changesFirmware(plan: Plan): boolean {
  return plan.machine.secureBoot !== 'off' && plan.systems.some((s) => s.origin === 'new' && !s.signed);
}

/** What is set in the firmware before the medium is started. */
export function firmwareSteps({ plan, arriving }: Situation): Step[] {
  const steps: Step[] = [];
  const { modeInUse, secureBoot } = plan.machine;
  const changesMode = modeInUse !== 'unknown' && modeInUse !== plan.target.mode;
  if (changesMode && (arriving.length > 0 || plan.target.table === 'convert'))
    steps.push(step('firmware-mode', '', FIRMWARE));
  if (plan.target.mode === 'uefi' && secureBoot !== 'off' && changesFirmware(plan))
    steps.push(step('secure-boot-off', '', FIRMWARE));
  return steps;
}

/** What makes systems startable again after a conversion, and takes away what starts those that go. */
export function startSteps(situation: Situation, after: readonly string[]): Step[] {
  const { plan, retiring } = situation;
  const redone = plan.systems.filter(
    (s) => stays(situation, s) && (plan.target.table === 'convert' || losesItsLoader(situation, s)),
  );
  return [
    ...redone.map((system) => {
      const place: Environment = system.ownSetup ? { kind: 'installer', system: system.id } : LIVE;
      return step('redo-start', system.id, place, { system: system.id, needs: after, undo: 'yes' });
    }),
    ...retiring.map((system) =>
      step('remove-start', system.id, LIVE, { system: system.id, needs: after, undo: 'from-backup' }),
    ),
  ];
}

/**
 * Whether a system that stays must have its start code written anew: every EFI system partition it used goes or is
 * formatted; or, in BIOS mode, the one whose loader stands in the disk's first sector goes, and no other takes its place.
 */
function losesItsLoader({ plan, fates }: Situation, system: System): boolean {
  if (plan.target.mode === 'bios') {
    const staying = systemsAfter(plan);
    const lists = (s: System) => s.family === 'linux' || s.family === 'bsd';
    return (
      !staying.some(lists) &&
      plan.systems.some((s) => s.origin === 'found' && lists(s) && !staying.includes(s))
    );
  }
  const used = fates.filter(
    (f) => plan.found[f.found.id]?.role === 'efi' && plan.found[f.found.id]!.owners.includes(system.id),
  );
  return used.length > 0 && used.every((f) => f.kind === 'erased' || f.kind === 'formatted');
}

/** One system after the other, Windows first: it would put itself before what is there. */
export function installSteps({ plan, arriving }: Situation, after: readonly string[]): Step[] {
  const windowsFirst = [...arriving].sort(
    (a, b) => Number(b.family === 'windows') - Number(a.family === 'windows'),
  );
  let previous: string[] = [];
  return windowsFirst.map((system) => {
    const notOwn = after.filter(
      (id) => !plan.partitions.some((p) => id === `format:${p.id}` && p.owners.includes(system.id)),
    );
    const install = step(
      'install',
      system.id,
      { kind: 'installer', system: system.id },
      {
        system: system.id,
        needs: [...notOwn, ...previous],
        writes: plan.partitions
          .filter((p) => p.owners.includes(system.id) && p.treatment === 'format')
          .map((p) => ({ start: p.start, length: p.length })),
        undo: 'yes',
      },
    );
    previous = [install.id];
    return install;
  });
}

/** What is done once everything is in place: the order of starting, every system from cold, the disk read again. */
export function afterwards(situation: Situation, done: readonly Step[]): Step[] {
  const { plan, arriving, encrypted } = situation;
  const all = done.map((s) => s.id);
  const steps: Step[] = [];
  const staying = plan.systems.filter((s) => arriving.includes(s) || stays(situation, s));
  const settings: string[] = [];
  if (arriving.length > 0 && staying.length > 1) {
    steps.push(step('start-order', '', FIRMWARE, { needs: all }));
    settings.push('start-order');
  }
  const starts = staying.map((system) =>
    step(
      'first-start',
      system.id,
      { kind: 'first-start', system: system.id },
      { system: system.id, needs: [...all, ...settings] },
    ),
  );
  steps.push(...starts);
  const suspended = new Set(done.filter((s) => s.kind === 'suspend-protection').map((s) => s.found));
  for (const { found } of encrypted) {
    const touched = done.some((s) => s.found === found.id && s.kind !== 'recovery-key');
    const owner = plan.found[found.id]?.owners[0];
    if (owner && (touched || suspended.has(found.id)))
      steps.push(
        step(
          'resume-protection',
          found.id,
          { kind: 'first-start', system: owner },
          { found: found.id, needs: [`first-start:${owner}`] },
        ),
      );
  }
  const last = staying.at(-1);
  steps.push(
    step('verify-disk', '', last ? { kind: 'first-start', system: last.id } : LIVE, {
      needs: [...all, ...(last ? [`first-start:${last.id}`] : [])],
    }),
  );
  return steps;
}
