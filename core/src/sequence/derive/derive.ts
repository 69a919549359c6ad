import type { Planned } from '../../plan/index.js';
import { NO_WAITING, type Waiting } from '../aside.js';
import { waitingFor } from '../step.js';
import { mountTables } from '../steps/mount-table.js';
import { installs } from '../steps/install.js';
import type { Step } from '../steps/kinds.js';
import { movedStarts } from '../steps/verify-start.js';
import {
  afterwards,
  firmwareSteps,
  preparation,
  settings,
  startSteps,
  withMedia,
  withoutDeadStarts,
  withSafetyCopy,
} from './around.js';
import { withoutLive } from './without-live.js';
import { partSteps } from './parts.js';
import { situationOf, type Situation } from './situation.js';
import { withConversionNeeds, withSpanNeeds } from './span-needs.js';
import { containerSteps, wholeTableSteps } from './table.js';

/**
 * Every step from as found to as planned, in no order yet; `needs` says what must come first.
 * @param waiting where parts are put for the time being, and the order of their moves.
 */
export function deriveSteps(planned: Planned, waiting: Waiting = NO_WAITING): Step[] {
  const situation = situationOf(planned, waiting);
  if (!situation.changed) return settings(situation);
  const prepare = preparation(situation);
  const parts = diskSteps(situation, prepare);
  const converts = situation.plan.target.table === 'convert';
  const verified = converts ? [] : parts.filter(isVerification).map((s) => s.id);
  const firmware = firmwareSteps(situation).map((s) => waitingFor(s, verified));
  const gate = [...prepare, ...firmware].map((s) => s.id);
  const copies = prepare.filter((s) => s.kind === 'safety-copy').map((s) => s.id);
  const gated = withoutDeadStarts(
    situation,
    gate,
    parts.map((s) =>
      waitingFor(s, s.environment.kind === 'running' || verified.includes(s.id) ? copies : gate),
    ),
  );
  const last = lastDeletions(situation, gated);
  const rest = gated.filter((s) => !last.includes(s));
  const early = rest.filter((s) => !isLate(s.id, gated) && !isOfInstall(s)).map((s) => s.id);
  const tables = mountTables(situation, early);
  const starts = startSteps(situation, [...early, ...gate]);
  const proven = withoutLive(situation, rest, [...tables, ...last]);
  const proofs = movedStarts(situation, proven, [...starts, ...tables]);
  const disk = afterProofs(proven, proofs);
  const installed = installs(situation, [...disk, ...proofs], gate);
  const done = [...afterConversion(situation, disk), ...proofs, ...tables, ...starts, ...installed];
  const all = [...prepare, ...firmware, ...done, ...afterwards(situation, [...prepare, ...done], last)];
  return withMedia(situation, withSafetyCopy(situation, all));
}

function diskSteps(situation: Situation, prepare: readonly Step[]): Step[] {
  const whole = wholeTableSteps(situation);
  const parts = [
    ...partSteps(
      situation,
      prepare.map((s) => s.id),
    ),
    ...containerSteps(situation),
  ];
  const steps = mergeSame([...whole, ...withSpanNeeds(situation, parts)]);
  return withConversionNeeds(situation, afterVerification(afterRepair(steps)));
}

/** A system that made its own volumes smaller is started before anything is built on that from outside of it. */
function afterVerification(steps: readonly Step[]): Step[] {
  const verified = steps.filter((s) => s.kind === 'verify-start').map((s) => s.id);
  return steps.map((s) =>
    s.kind === 'verify-start' || s.environment.kind === 'running' ? s : waitingFor(s, verified),
  );
}

/**
 * Deletions of EFI system partitions that systems were started from and that another replaces: they go once everything was
 * started without them. Only where nothing else waits for their room or their entry.
 */
function lastDeletions({ plan, arriving, staying }: Situation, steps: readonly Step[]): Step[] {
  if (plan.target.table !== 'keep' || plan.target.style !== 'gpt' || plan.target.mode !== 'uefi') return [];
  const replaced = plan.partitions.some((p) => p.role === 'efi' && p.from === null);
  if (!replaced || arriving.length === staying.length) return [];
  const needed = new Set(steps.flatMap((s) => s.needs));
  return steps.filter((s) => s.kind === 'delete' && plan.found[s.found]?.role === 'efi' && !needed.has(s.id));
}

/** A system of which something that it boots from was moved is started before anything else is written. */
function afterProofs(steps: readonly Step[], proofs: readonly Step[]): Step[] {
  if (proofs.length === 0) return [...steps];
  const ids = proofs.map((s) => s.id);
  const writes = ({ kind }: Step) => kind === 'create' || kind === 'format';
  return steps.map((s) => (writes(s) ? waitingFor(s, ids) : s));
}

/** A system that shrank its volume is started before anything else is changed, in the firmware too. */
const isVerification = ({ kind }: Step): boolean => kind === 'verify-start';

/** A damaged table is repaired before it is changed. */
function afterRepair(steps: readonly Step[]): Step[] {
  const repair = steps.find((s) => s.kind === 'repair-table');
  if (!repair) return [...steps];
  return steps.map((s) => (s === repair || s.environment.kind !== 'live' ? s : waitingFor(s, [repair.id])));
}

/** One restart serves for all the volumes of a system that were shrunk: it waits for every one of them. */
function mergeSame(steps: readonly Step[]): Step[] {
  const merged = new Map<string, Step>();
  for (const s of steps) {
    const same = merged.get(s.id);
    merged.set(s.id, same ? waitingFor(same, s.needs) : s);
  }
  return [...merged.values()];
}

/** What a system does in its own volume after the conversion waits until it starts again. */
function afterConversion({ plan }: Situation, disk: readonly Step[]): Step[] {
  if (plan.target.table !== 'convert') return [...disk];
  return disk.map((s) =>
    isLate(s.id, disk) && s.environment.kind === 'running'
      ? waitingFor(s, [`redo-start:${s.environment.system ?? ''}`])
      : s,
  );
}

/** Done as a system is installed, or after that. */
const isOfInstall = ({ environment: { kind } }: Step): boolean =>
  kind === 'installer' || kind === 'first-start';

function isLate(id: string, disk: readonly Step[]): boolean {
  const s = disk.find((t) => t.id === id);
  return s?.environment.kind === 'running' && s.needs.includes('convert-table');
}
