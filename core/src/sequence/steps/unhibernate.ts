import { volumesOf } from '../../plan/index.js';
import { step, type StepOf } from '../step.js';
import { isArriving, sleepsByItself, type System, type SystemId } from '../../system/index.js';
import { stays, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** Hibernation, and in a Windows fast startup, are turned off. */
export type Unhibernate = StepOf<'unhibernate', { system: SystemId }>;

export const unhibernate = {
  kind: 'unhibernate',
  ...LEAVES_THE_DISK,
  boots: null,
  back: null,
  byHand: () => minutes(2, 5),
} satisfies Kind<Unhibernate>;

/**
 * In systems that stay, before anything is changed: in a Windows always, since other systems see its volumes; in others
 * where it is decided, or where they share their swap from now on.
 */
export const unhibernations = (situation: Situation): Unhibernate[] =>
  situation.plan.systems
    .filter((s) => s.hibernates && stays(situation, s))
    .filter((s) => s.family === 'windows' || s.hibernation === 'off' || sharesSwap(situation, s))
    .map(({ id }) => step('unhibernate', id, { kind: 'running', system: id }, { system: id }));

/** In systems that come, at their first start: a new Windows has fast startup on, and something of it is shared. */
export const firstUnhibernations = (situation: Situation): Unhibernate[] =>
  situation.plan.systems
    .filter((s) => sleepsByItself(s) && isArriving(s) && !s.host)
    .filter((s) => s.hibernation === 'off' || (s.family === 'windows' && sharesAnything(situation, s)))
    .map(({ id }) =>
      step('unhibernate', id, { kind: 'first-start', system: id }, { system: id, needs: [`install:${id}`] }),
    );

function sharesSwap({ plan }: Situation, system: System): boolean {
  return volumesOf(plan).some(
    (p) => p.role === 'swap' && p.owners.length > 1 && p.owners.includes(system.id),
  );
}

function sharesAnything({ plan, staying }: Situation, system: System): boolean {
  const shared = volumesOf(plan).some((p) => p.owners.length > 1 && p.owners.includes(system.id));
  return shared || staying.some((s) => s.id !== system.id);
}
