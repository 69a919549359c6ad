import { awake } from '../../safety/index.js';
import { volumesOf } from '../../plan/index.js';
import { step, type StepOf } from '../step.js';
import { isArriving, sleepsByItself, type System, type SystemId } from '../../system/index.js';
import { goesWhole, stays, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** Hibernation, and in a Windows fast startup, are turned off. */
export type Unhibernate = StepOf<'unhibernate', { system: SystemId }>;

export const unhibernate = {
  kind: 'unhibernate',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety, { system }) => awake(safety, system),
  back: null,
  byHand: () => minutes(2, 5),
} satisfies Kind<Unhibernate>;

/**
 * Before anything is changed: in every Windows of which a volume is kept or of which nobody told where it is, since it holds whatever it
 * had mounted; in others that stay where it is decided, or where they share their swap from now on.
 */
export const unhibernations = (situation: Situation): Unhibernate[] =>
  situation.plan.systems
    .filter((s) => s.origin === 'found' && s.hibernates)
    .filter((s) =>
      s.family === 'windows'
        ? !goesWhole(situation, s)
        : stays(situation, s) && (s.hibernation === 'off' || sharesSwap(situation, s)),
    )
    .map(({ id, change }) =>
      step(
        'unhibernate',
        change === 'reinstall' ? `${id} before` : id,
        { kind: 'running', system: id },
        { system: id },
      ),
    );

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
