import type { Fate } from '../../plan/index.js';
import { liveFrom } from '../place.js';
import { waitingFor, type Environment } from '../step.js';
import { backups } from '../steps/backup.js';
import { controllerSwitches } from '../steps/controller-mode.js';
import { modeSwitches } from '../steps/firmware-mode.js';
import { firstStarts } from '../steps/first-start.js';
import { kindOf, type Step } from '../steps/kinds.js';
import { liveMedium } from '../steps/prepare-live.js';
import { media, mediumOf } from '../steps/prepare-medium.js';
import { keyOf } from '../steps/recovery-key.js';
import { redoneStarts } from '../steps/redo-start.js';
import { removedStarts } from '../steps/remove-start.js';
import { resumptions } from '../steps/resume-protection.js';
import { liveSafetyCopy, safetyCopies } from '../steps/safety-copy.js';
import { secureBootAgain } from '../steps/secure-boot-on.js';
import { secureBootSteps } from '../steps/secure-boot-off.js';
import { orderings } from '../steps/start-order.js';
import { suspensionOf } from '../steps/suspend-protection.js';
import { firstUnhibernations, unhibernations } from '../steps/unhibernate.js';
import { comparison } from '../steps/verify-disk.js';
import type { Situation } from './situation.js';

/** The installed system in which preparing is done: the one that owns what is changed, else any that is there. */
function preparingIn({ plan, fates }: Situation): Environment {
  const found = plan.systems.filter((s) => s.origin === 'found');
  const owners = fates
    .filter((f) => f.kind !== 'untouched')
    .flatMap((f) => plan.found[f.found.id]?.owners ?? []);
  const system = found.find((s) => owners.includes(s.id)) ?? found[0];
  return { kind: 'running', system: system?.id ?? null };
}

/** A key is shown, and protection suspended, only by the system that owns the volume. */
function inItsOwner({ plan }: Situation, { found }: Fate, otherwise: Environment): Environment {
  const owners = plan.found[found.id]?.owners ?? [];
  const owner = plan.systems.find((s) => s.origin === 'found' && owners.includes(s.id));
  return owner ? { kind: 'running', system: owner.id } : otherwise;
}

/** What is gathered first, before anything is set: copies and media. */
const gathering = (situation: Situation, running: Environment): Step[] => [
  ...backups(situation, running),
  ...safetyCopies(situation, running),
  ...media(situation, running),
];

/** What is done in the system that is there, before anything is changed. */
export function preparation(situation: Situation): Step[] {
  const running = preparingIn(situation);
  return [
    ...gathering(situation, running),
    ...situation.encrypted.flatMap((fate) => {
      const own = inItsOwner(situation, fate, running);
      return [keyOf(fate, own), ...suspensionOf(situation, fate, own)];
    }),
    ...unhibernations(situation),
  ];
}

/** What is set in systems and in the firmware while the disk stays as it is. */
export function settings(situation: Situation): Step[] {
  const decided = situation.plan.systems.filter((s) => s.hibernation === 'off').map((s) => s.id);
  const off = unhibernations(situation).filter((s) => decided.includes(s.system));
  return [
    ...off,
    ...orderings(
      situation,
      off.map((s) => s.id),
    ),
  ];
}

/**
 * The steps, with a safety copy made in a live session, before whatever is done from outside of the systems: where no copy
 * could be made before, or none but a list and there is such a session anyway.
 */
export function withSafetyCopy({ plan, survey }: Situation, steps: readonly Step[]): Step[] {
  const before = steps.find((s) => s.kind === 'safety-copy');
  const medium = liveFrom(plan)?.id;
  const waits = ({ environment }: Step) =>
    environment.kind === 'live' ||
    (environment.kind === 'installer' && (!before || environment.system === medium));
  if (survey.partitions.length === 0 || !steps.some(waits) || (before && before.of !== 'list'))
    return [...steps];
  const copy = liveSafetyCopy(before !== undefined);
  return [...steps.map((s) => (waits(s) ? waitingFor(s, [copy.id]) : s)), copy];
}

/**
 * The steps, with media for those that are done in a live session or with a system's own medium and for which none is
 * prepared yet, behind what the preparation begins with. They wait for it. A way back that is gone in a live session has a
 * medium too, before anything is changed.
 */
export function withMedia(situation: Situation, steps: readonly Step[]): Step[] {
  const running = preparingIn(situation);
  const prepared = new Set(steps.map((s) => s.id));
  const live = liveFrom(situation.plan) !== undefined;
  const more = new Map<string, Step>();
  // Whatever else is done in a live session waits for the safety copy that is made there.
  const copy = steps.find((s) => s.kind === 'safety-copy' && s.environment.kind === 'live');
  const needing = steps.map((s) => {
    if (copy && s !== copy && s.environment.kind === 'live') return s;
    const medium =
      s.environment.kind === 'installer'
        ? mediumOf(s.environment.system, running)
        : s.environment.kind === 'live' && !live
          ? liveMedium(running, 'steps')
          : undefined;
    if (!medium || prepared.has(medium.id)) return s;
    more.set(medium.id, medium);
    return waitingFor(s, [medium.id]);
  });
  const rescue = liveMedium(running, 'way-back');
  if (!live && !more.has(rescue.id) && steps.some((s) => backIn(s)?.kind === 'live'))
    more.set(rescue.id, rescue);
  const at = gathering(situation, running).length;
  return [...needing.slice(0, at), ...more.values(), ...needing.slice(at)];
}

/** Where a step is undone; `null`: it leaves nothing to be undone. */
function backIn(s: Step): Environment | null {
  const { back } = kindOf(s);
  return back ? (back.turned?.(s).environment ?? s.environment) : null;
}

/** What is set in the firmware before the medium is started. */
export function firmwareSteps(situation: Situation): Step[] {
  return [...modeSwitches(situation), ...controllerSwitches(situation), ...secureBootSteps(situation)];
}

/** What makes systems startable again after a conversion, or where what started them goes. */
export function startSteps(situation: Situation, after: readonly string[]): Step[] {
  return redoneStarts(situation, after);
}

/**
 * What starts a system that goes is taken away, and another is first, before anything of that system is: no restart leads into
 * an entry whose files are gone.
 */
export function withoutDeadStarts(
  situation: Situation,
  gate: readonly string[],
  disk: readonly Step[],
): Step[] {
  const removed = removedStarts(situation, gate);
  const goes = (found: string | null) =>
    found === null
      ? []
      : removed.filter((s) => situation.plan.found[found]?.owners.includes(s.system)).map((s) => s.id);
  return [
    ...removed,
    ...disk.map((s) =>
      s.kind === 'delete' || s.kind === 'format' || s.kind === 'new-table'
        ? waitingFor(s, s.kind === 'new-table' ? removed.map(({ id }) => id) : goes(s.found))
        : s,
    ),
  ];
}

/**
 * What is done once everything is in place: the order of starting, every system from cold, what was kept until then deleted, the
 * disk read again.
 */
export function afterwards(situation: Situation, done: readonly Step[], last: readonly Step[]): Step[] {
  const all = done.map((s) => s.id);
  const order = [...secureBootAgain(situation, all), ...orderings(situation, all)];
  const started = firstStarts(situation, [...all, ...order.map((s) => s.id)]);
  const deleted = last.map((s) =>
    waitingFor(
      s,
      started.map(({ id }) => id),
    ),
  );
  return [
    ...order,
    ...started,
    ...firstUnhibernations(situation),
    ...resumptions(situation, done),
    ...deleted,
    comparison(situation, [...all, ...deleted.map((s) => s.id)], deleted.length > 0),
  ];
}
