import { hasMountTable, mountChangesOf } from '../../mounting/index.js';
import type { SystemId } from '../../system/index.js';
import { stays, type Situation } from '../derive/situation.js';
import { LIVE, step, type StepOf } from '../step.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The mount table of a system that stays is brought in line with volumes that came, went or were made anew. */
export type EditMountTable = StepOf<'mount-table', { system: SystemId }>;

export const mountTable = {
  kind: 'mount-table',
  back: {},
  ...LEAVES_THE_DISK,
  asks: 'files',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(5, 15),
} satisfies Kind<EditMountTable>;

/** For every system that stays, once its volumes are as planned, and before it is started. */
export const mountTables = (situation: Situation, needs: readonly string[]): EditMountTable[] =>
  situation.plan.systems
    .filter((s) => hasMountTable(s) && stays(situation, s) && mountChangesOf(situation, s) !== null)
    .map(({ id }) => step('mount-table', id, LIVE, { system: id, needs }));
