import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A damaged copy of the table is written anew from the sound one. */
export type RepairTable = StepOf<'repair-table'>;

const REPAIRABLE = [
  'primary-broken',
  'backup-broken',
  'backup-not-at-end',
  'protective-missing',
  'protective-short',
];

export const repairTable = {
  kind: 'repair-table',
  conversion: 'before',
  room: null,
  table: 'renewed',
  write: null,
  holds: null,
  line: null,
  asks: 'table',
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => SHORT,
} satisfies Kind<RepairTable>;

export const repairs = ({ survey }: Situation): RepairTable[] =>
  survey.damage.some((d) => REPAIRABLE.includes(d.id))
    ? [step('repair-table', '', LIVE, { undo: 'yes' })]
    : [];
