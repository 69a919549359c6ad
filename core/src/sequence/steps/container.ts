import type { Span } from '../../layout/index.js';
import { sectors } from '../../quantity/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import { writesNewTable, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** Where the extended container of an MBR lies before and after a step on it; `null`: it is not there. */
export interface AboutContainer {
  readonly before: Span | null;
  readonly after: Span | null;
}

/** Of every step that changes the extended container. */
export const CONTAINING = {
  write: (table, { after }) => table.contain(after),
  back: { write: (table, { before }) => void table.contain(before) },
  room: null,
  conversion: null,
  table: 'chain',
  holds: null,
  line: null,
  asks: 'table',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Omit<Kind<StepOf<string, AboutContainer>>, 'kind'>;

/** The chain of logicals begins in the first sector of the container, whether or not a logical is there yet. */
const firstRecord = (before: Span | null, after: Span | null): Span[] =>
  after && before?.start !== after.start ? [{ start: after.start, length: sectors(1) }] : [];

export const containerStep = <K extends string>(
  kind: K,
  situation: Situation,
  before: Span | null,
  after: Span | null,
): StepOf<K, AboutContainer> =>
  step(kind, '', LIVE, {
    before,
    after,
    writes: firstRecord(before, after),
    needs: writesNewTable(situation) ? ['new-table'] : [],
    undo: 'yes' as const,
  });
