import type { Environment } from '../step.js';
import { backups } from '../steps/backup.js';
import { modeSwitches } from '../steps/firmware-mode.js';
import { firstStarts } from '../steps/first-start.js';
import type { Step } from '../steps/kinds.js';
import { media } from '../steps/prepare-medium.js';
import { keyOf } from '../steps/recovery-key.js';
import { redoneStarts } from '../steps/redo-start.js';
import { removedStarts } from '../steps/remove-start.js';
import { resumptions } from '../steps/resume-protection.js';
import { safetyCopies } from '../steps/safety-copy.js';
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

/** What is done in the system that is there, before anything is changed. */
export function preparation(situation: Situation): Step[] {
  const running = preparingIn(situation);
  return [
    ...backups(situation, running),
    ...safetyCopies(situation, running),
    ...media(situation, running),
    ...situation.encrypted.flatMap((fate) => [
      keyOf(fate, running),
      ...suspensionOf(situation, fate, running),
    ]),
    ...unhibernations(situation),
  ];
}

/** What is set in the firmware before the medium is started. */
export function firmwareSteps(situation: Situation): Step[] {
  return [...modeSwitches(situation), ...secureBootSteps(situation)];
}

/** What makes systems startable again after a conversion, and takes away what starts those that go. */
export function startSteps(situation: Situation, after: readonly string[]): Step[] {
  return [...redoneStarts(situation, after), ...removedStarts(situation, after)];
}

/** What is done once everything is in place: the order of starting, every system from cold, the disk read again. */
export function afterwards(situation: Situation, done: readonly Step[]): Step[] {
  const all = done.map((s) => s.id);
  const order = orderings(situation, all);
  return [
    ...order,
    ...firstStarts(situation, [...all, ...order.map((s) => s.id)]),
    ...firstUnhibernations(situation),
    ...resumptions(situation, done),
    comparison(situation, all),
  ];
}
