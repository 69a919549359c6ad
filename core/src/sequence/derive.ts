import {
  endOf,
  fatesOf,
  usedOf,
  type Fate,
  type Plan,
  type PlannedPartition,
  type Span,
} from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import type { System } from '../system/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { copyTime } from './estimate.js';
import type { Environment, Step, StepKind } from './step.js';

type Draft = Partial<Omit<Step, 'id' | 'kind' | 'environment'>>;

/** What all derivations below look at. */
interface Situation {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly fates: readonly Fate[];
  readonly changed: boolean;
  readonly newSystems: readonly System[];
  readonly encrypted: readonly Fate[];
}

/** Every step from as found to as planned, in no order yet; `needs` says what must come first. */
export function deriveSteps(plan: Plan, survey: Survey): Step[] {
  const fates = fatesOf(plan, survey);
  const newSystems = plan.systems.filter((s) => s.origin === 'new');
  const tableChanged =
    plan.target.table === 'new' ||
    plan.partitions.some((p) => p.from === null) ||
    fates.some((fate) => fate.kind !== 'untouched');
  const changed = tableChanged || newSystems.length > 0;
  if (!changed) return [];
  const encrypted = fates.filter(
    (f) => plan.found[f.found.id]?.encrypted && f.kind !== 'erased' && f.kind !== 'formatted',
  );
  const situation: Situation = { plan, survey, fates, changed, newSystems, encrypted };
  const prepare = preparation(situation);
  const disk = diskSteps(situation, prepare);
  const firmware = firmwareSteps(situation);
  const gate = [...prepare, ...firmware].map((s) => s.id);
  const gated = disk.map((s) =>
    s.environment.kind === 'running' ? s : { ...s, needs: [...s.needs, ...gate] },
  );
  const installs = installSteps(situation, [...gated.map((s) => s.id), ...gate]);
  return [...prepare, ...firmware, ...gated, ...installs, ...afterwards(situation, [...gated, ...installs])];
}

function step(kind: StepKind, of: string, environment: Environment, draft: Draft = {}): Step {
  return {
    id: of === '' ? kind : `${kind}:${of}`,
    kind,
    environment,
    partition: null,
    found: null,
    system: null,
    before: null,
    after: null,
    needs: [],
    bytes: null,
    seconds: null,
    undo: 'no-need',
    ...draft,
  };
}

const LIVE: Environment = { kind: 'live' };
const FIRMWARE: Environment = { kind: 'firmware' };

/** The installed system in which preparing is done: the one that owns what is changed, else any that is there. */
function runningSystem({ plan, fates }: Situation): System | undefined {
  const found = plan.systems.filter((s) => s.origin === 'found');
  const owners = fates
    .filter((f) => f.kind !== 'untouched')
    .flatMap((f) => plan.found[f.found.id]?.owners ?? []);
  return found.find((s) => owners.includes(s.id)) ?? found[0];
}

function preparation(situation: Situation): Step[] {
  const { plan, survey, fates, newSystems, encrypted } = situation;
  const running: Environment = { kind: 'running', system: runningSystem(situation)?.id ?? null };
  const steps: Step[] = [];
  if (survey.partitions.length > 0) {
    steps.push(step('backup', '', running));
    steps.push(step('safety-copy', '', running, { needs: ['backup'] }));
  }
  for (const system of newSystems)
    steps.push(step('prepare-medium', system.id, running, { system: system.id }));
  const touchesFirmware = changesFirmware(plan);
  for (const { found } of encrypted) {
    steps.push(step('recovery-key', found.id, running, { found: found.id }));
    const fate = fates.find((f) => f.found.id === found.id);
    if (touchesFirmware || fate?.kind !== 'untouched')
      steps.push(
        step('suspend-protection', found.id, running, {
          found: found.id,
          needs: [`recovery-key:${found.id}`],
        }),
      );
  }
  const stays = (system: System) =>
    fates.some(
      (f) =>
        plan.found[f.found.id]?.owners.includes(system.id) &&
        f.planned?.treatment === 'keep' &&
        f.planned.role === 'system',
    );
  for (const system of plan.systems)
    if (system.origin === 'found' && system.family === 'windows' && system.hibernates && stays(system))
      steps.push(
        step('unhibernate', system.id, { kind: 'running', system: system.id }, { system: system.id }),
      );
  return steps;
}

function changesFirmware(plan: Plan): boolean {
  return plan.machine.secureBoot !== 'off' && plan.systems.some((s) => s.origin === 'new' && !s.signed);
}

function firmwareSteps({ plan, newSystems }: Situation): Step[] {
  const steps: Step[] = [];
  const { modeInUse, secureBoot } = plan.machine;
  if (newSystems.length > 0 && modeInUse !== 'unknown' && modeInUse !== plan.target.mode)
    steps.push(step('firmware-mode', '', FIRMWARE));
  if (plan.target.mode === 'uefi' && secureBoot !== 'off' && changesFirmware(plan))
    steps.push(step('secure-boot-off', '', FIRMWARE));
  return steps;
}

/** The system whose own tool changes this volume, where it is on the disk and stays. */
function ownTool({ plan }: Situation, p: PlannedPartition): System | undefined {
  const family = VOLUME_TRAITS[p.fileSystem].ownTool;
  if (family !== 'windows' && family !== 'macos') return undefined;
  return plan.systems.find((s) => s.origin === 'found' && s.family === family && p.owners.includes(s.id));
}

function diskSteps(situation: Situation, prepare: readonly Step[]): Step[] {
  const { plan, fates } = situation;
  const before = prepare.map((s) => s.id);
  const steps: Step[] = [];
  if (plan.target.table === 'new') steps.push(step('new-table', '', LIVE, { undo: 'from-backup' }));
  else if (situation.survey.damage.some((d) => REPAIRABLE.includes(d.id)))
    steps.push(step('repair-table', '', LIVE, { undo: 'yes' }));
  for (const fate of fates) steps.push(...fateSteps(situation, fate, before));
  for (const p of plan.partitions)
    if (p.from === null || isRemade(p, fates)) steps.push(creation(situation, p));
  return withSpanNeeds(mergeSame(steps));
}

const REPAIRABLE = [
  'primary-broken',
  'backup-broken',
  'backup-not-at-end',
  'protective-missing',
  'protective-short',
];

/** Formatted in another place or size than found: deleted and created, not formatted. */
function isRemade(p: PlannedPartition, fates: readonly Fate[]): boolean {
  const fate = fates.find((f) => f.planned?.id === p.id);
  return (
    p.treatment === 'format' &&
    fate !== undefined &&
    (fate.found.start !== p.start || fate.found.length !== p.length)
  );
}

const spanOf = (p: Span): Span => ({ start: p.start, length: p.length });

function fateSteps(situation: Situation, fate: Fate, before: readonly string[]): Step[] {
  const { plan } = situation;
  const { found, planned, kind } = fate;
  if (plan.target.table === 'new') return [];
  if (!planned || (kind === 'formatted' && isRemade(planned, [fate])))
    return [step('delete', found.id, LIVE, { found: found.id, before: spanOf(found), undo: 'from-backup' })];
  if (kind === 'untouched') return [];
  if (kind === 'formatted')
    return [
      step('format', planned.id, formatPlace(situation, planned), {
        partition: planned.id,
        found: found.id,
        before: spanOf(found),
        after: spanOf(planned),
        undo: 'from-backup',
      }),
    ];
  return changeSteps(situation, fate, planned, before);
}

/** In the installer of the one new system that owns it; what is shared is formatted before the first of them. */
function formatPlace({ plan }: Situation, p: PlannedPartition): Environment {
  const [only, another] = p.owners;
  const system = another === undefined ? plan.systems.find((s) => s.id === only) : undefined;
  return system?.origin === 'new' && !system.ownSetup ? { kind: 'installer', system: system.id } : LIVE;
}

/** Shrink, then move, then grow: each only where the plan asks for it. */
function changeSteps(
  situation: Situation,
  fate: Fate,
  planned: PlannedPartition,
  before: readonly string[],
): Step[] {
  const { plan, survey } = situation;
  const { found, lengthChange, travels } = fate;
  const own = ownTool(situation, planned);
  const place: Environment = own ? { kind: 'running', system: own.id } : LIVE;
  const about = { partition: planned.id, found: found.id };
  const used = usedOf(plan, survey, found.id)?.bytes ?? found.length * survey.disk.sectorBytes;
  const steps: Step[] = [];
  let needs = own ? [...before] : [];
  const add = (s: Step) => {
    steps.push({ ...s, needs });
    needs = [s.id];
  };
  let span = spanOf(found);
  if (lengthChange < 0) {
    const after = { start: found.start, length: planned.length };
    const bytes = { least: 0, most: Math.min(used, -lengthChange * survey.disk.sectorBytes) };
    add(step('check-volume', planned.id, place, about));
    add(
      step('shrink', planned.id, place, {
        ...about,
        before: span,
        after,
        bytes,
        seconds: copyTime(bytes, plan.machine.medium),
        undo: 'yes',
      }),
    );
    if (own) add(step('verify-start', own.id, { kind: 'first-start', system: own.id }, { system: own.id }));
    span = after;
  }
  if (travels) {
    const after = { start: planned.start, length: span.length };
    const bytes = { least: used, most: span.length * survey.disk.sectorBytes };
    const seconds = copyTime(bytes, plan.machine.medium);
    add(step('move', planned.id, LIVE, { ...about, before: span, after, bytes, seconds, undo: 'yes' }));
    span = after;
  }
  if (lengthChange > 0)
    add(
      step('grow', planned.id, travels ? LIVE : place, {
        ...about,
        before: span,
        after: spanOf(planned),
        undo: 'yes',
      }),
    );
  return steps;
}

function creation({ plan }: Situation, p: PlannedPartition): Step {
  const needs = plan.target.table === 'new' ? ['new-table'] : [];
  return step('create', p.id, LIVE, { partition: p.id, after: spanOf(p), needs, undo: 'yes' });
}

/** One restart serves for all the volumes of a system that were shrunk: it waits for every one of them. */
function mergeSame(steps: readonly Step[]): Step[] {
  const merged = new Map<string, Step>();
  for (const s of steps) {
    const same = merged.get(s.id);
    merged.set(s.id, same ? { ...same, needs: [...new Set([...same.needs, ...s.needs])] } : s);
  }
  return [...merged.values()];
}

/** A step that writes a span waits for every step that frees some of it. */
function withSpanNeeds(steps: readonly Step[]): Step[] {
  const overlap = (a: Span, b: Span) => a.start < endOf(b) && b.start < endOf(a);
  const repair = steps.find((s) => s.kind === 'repair-table');
  const frees = steps.filter((s) => ['delete', 'shrink', 'move'].includes(s.kind));
  return steps.map((s) => {
    const first = repair && s !== repair && s.environment.kind === 'live' ? [repair.id] : [];
    if (!s.after || s.kind === 'shrink' || s.kind === 'format')
      return { ...s, needs: [...s.needs, ...first] };
    const waits = frees
      .filter((f) => f.id !== s.id && f.before && overlap(f.before, s.after!) && f.partition !== s.partition)
      .filter((f) => !(f.after && overlap(f.after, s.after!)) || f.kind === 'move')
      .map((f) => f.id);
    return { ...s, needs: [...new Set([...s.needs, ...first, ...waits])] };
  });
}

function installSteps({ plan, newSystems }: Situation, after: readonly string[]): Step[] {
  const windowsFirst = [...newSystems].sort(
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
        undo: 'yes',
      },
    );
    previous = [install.id];
    return install;
  });
}

function afterwards(situation: Situation, done: readonly Step[]): Step[] {
  const { plan, newSystems, encrypted } = situation;
  const all = done.map((s) => s.id);
  const steps: Step[] = [];
  const staying = plan.systems.filter(
    (s) =>
      s.origin === 'new' ||
      plan.partitions.some(
        (p) => p.treatment === 'keep' && p.owners.includes(s.id) && ['system', 'root'].includes(p.role),
      ),
  );
  const settings: string[] = [];
  if (newSystems.length > 0 && staying.length > 1) {
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
  for (const { found } of encrypted) {
    if (!done.some((s) => s.found === found.id) && !changesFirmware(plan)) continue;
    const owner = plan.found[found.id]?.owners[0];
    if (owner)
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
