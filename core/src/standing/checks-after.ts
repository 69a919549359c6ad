import { hasMountTable } from '../mounting/index.js';
import type { Plan, StepRecord } from '../plan/index.js';
import { systemsAfter } from '../start/index.js';
import { message, type Message } from '../words/index.js';

type CheckSays = Message<'after.update' | 'after.mounts' | 'after.clocks' | 'after.order'>;

/** Something to look at once the systems run: ticked off like a step, under an id of its own. */
export interface CheckAfter {
  readonly id: string;
  readonly says: CheckSays;
  readonly done: boolean;
  readonly record: StepRecord | null;
  /** From when on it is to be done, as ISO 8601 in UTC; `null` where it can be done at once, or nobody knows since when. */
  readonly due: string | null;
}

/** By then the usual systems have had an update of their kernel or loader. */
const DAYS_TO_UPDATE = 30;

const FIRST_START = 'first-start:';
/** Says that a system was started cold in a procedure that is behind. */
const STARTED = 'started:';
const CHECK = 'after-';

/**
 * What is left to look at, for the systems that were started cold and ticked off: whether each still starts after its first large
 * update, whether its mount table is right, one clock and the order of starts for several. Empty before the first such start.
 */
export function checksAfter(plan: Plan): CheckAfter[] {
  const systems = systemsAfter(plan).filter(({ id }) => isStarted(plan, id));
  const since = (ids: readonly string[]) => ids.flatMap((id) => startedAt(plan, id) ?? []).sort();
  const check = (of: string, says: CheckSays, about = systems.map(({ id }) => id)): CheckAfter => {
    const id = `${CHECK}${of}`;
    const record = plan.records?.[id] ?? null;
    const started = since(about).at(-1);
    // What was looked at before a later procedure is to be looked at again.
    const outdated = record?.at != null && started !== undefined && record.at < started;
    return { id, says, done: plan.ticked.includes(id) && !outdated, record, due: null };
  };
  return [
    ...systems
      .filter((s) => hasMountTable(s) && plan.partitions.some(({ owners }) => owners.includes(s.id)))
      .map(({ id, name }) => check(`mounts:${id}`, message('after.mounts', { system: name }), [id])),
    ...(systems.length > 1
      ? [check('clocks', message('after.clocks')), check('order', message('after.order'))]
      : []),
    ...systems.map(({ id, name }) => ({
      ...check(`update:${id}`, message('after.update', { system: name }), [id]),
      due: dueAfter(startedAt(plan, id)),
    })),
  ];
}

/** The earliest time from which on something is to be looked at that is not yet; `null` where nothing waits for a time. */
export function nextDue(plan: Plan): string | null {
  const open = checksAfter(plan).flatMap(({ done, due }) => (done || due === null ? [] : [due]));
  return open.sort()[0] ?? null;
}

/** What stays ticked and noted when a procedure is behind as a whole: the next one begins with steps of its own. */
export function ticksBehind({ ticked, records = {} }: Plan): Pick<Plan, 'ticked' | 'records'> {
  const kept = ticked.flatMap((id) => {
    if (id.startsWith(STARTED) || id.startsWith(CHECK)) return [[id, id] as const];
    return id.startsWith(FIRST_START) ? [[id, `${STARTED}${id.slice(FIRST_START.length)}`] as const] : [];
  });
  return {
    ticked: [...new Set(kept.map(([, id]) => id))].sort(),
    records: Object.fromEntries(kept.flatMap(([was, id]) => (records[was] ? [[id, records[was]]] : []))),
  };
}

const isStarted = ({ ticked }: Plan, system: string): boolean =>
  ticked.includes(`${FIRST_START}${system}`) || ticked.includes(`${STARTED}${system}`);

const startedAt = ({ records = {} }: Plan, system: string): string | null =>
  records[`${FIRST_START}${system}`]?.at ?? records[`${STARTED}${system}`]?.at ?? null;

function dueAfter(at: string | null): string | null {
  if (at === null) return null;
  return new Date(Date.parse(at) + DAYS_TO_UPDATE * 86_400_000).toISOString();
}
