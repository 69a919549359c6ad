import type { Survey } from '../survey/index.js';
import { endOf, startsInCircle, type Plan } from '../plan/index.js';
import { refusePlan } from './basis.js';
import { refuseNames, refuseOrigin, refuseOwners, refuseSubvolumes } from './geometry.js';
import { refuseInside } from './inside.js';
import type { Refusal } from './refusal.js';

/** What does not hold together in a plan that came from outside, and where in the document it stands. */
export interface PlanFault {
  /** `partitions[2].from` */
  readonly path: string;
  /** The thing concerned, as the text form names its lines: `part new-1`, `system system-1`, `plan`. */
  readonly of: string;
  readonly refusal: Refusal;
}

type Found = PlanFault | undefined;
type Check = () => Found;

/** The first thing that is wrong with references, identities, places and slots of a plan on its survey. */
export function planFault(plan: Plan, survey: Survey | undefined): Found {
  return first([
    ...plan.systems.map(
      (s, i): Check =>
        () =>
          systemFault(plan, s, i),
    ),
    ...Object.keys(plan.found).map(
      (id): Check =>
        () =>
          noteFault(plan, survey, id),
    ),
    ...plan.partitions.map(
      (_, i): Check =>
        () =>
          partitionFault(plan, survey, i),
    ),
    ...Object.keys(plan.start?.loaders ?? {}).map(
      (id): Check =>
        () =>
          loaderFault(plan, id),
    ),
    ...(plan.start?.order ?? []).map(
      (id, i): Check =>
        () =>
          orderFault(plan, id, i),
    ),
    () => wholeFault(plan, survey),
  ]);
}

function first(checks: readonly Check[]): Found {
  for (const check of checks) {
    const fault = check();
    if (fault) return fault;
  }
  return undefined;
}

const fault = (path: string, of: string, refusal: Refusal | undefined): Found =>
  refusal && { path, of, refusal };

const isSystem = (plan: Plan, id: string) => plan.systems.some((s) => s.id === id);

function systemFault(plan: Plan, system: Plan['systems'][number], i: number): Found {
  const of = `system ${system.id}`;
  if (plan.systems.findIndex((s) => s.id === system.id) !== i)
    return fault(`systems[${i}].id`, of, { code: 'already-there', id: system.id });
  const host = system.host?.partition;
  const missing = host !== undefined && !plan.partitions.some((p) => p.id === host);
  return missing ? fault(`systems[${i}].host.partition`, of, { code: 'no-such-host', id: host }) : undefined;
}

function noteFault(plan: Plan, survey: Survey | undefined, id: string): Found {
  const of = `note ${id}`;
  if (!survey?.partitions.some((p) => p.id === id))
    return fault(`found.${id}`, of, { code: 'no-such-found', id });
  return fault(`found.${id}.owners`, of, refuseOwners(plan, plan.found[id]!.owners));
}

function partitionFault(plan: Plan, survey: Survey | undefined, i: number): Found {
  const p = plan.partitions[i]!;
  const of = `part ${p.id}`;
  const at = `partitions[${i}]`;
  const before = plan.partitions.slice(0, i);
  const same = before.find((q) => q.id === p.id);
  if (same) return fault(`${at}.id`, of, { code: 'already-there', id: p.id });
  if (p.from !== null && before.some((q) => q.from === p.from))
    return fault(`${at}.from`, of, { code: 'already-there', id: p.from });
  const last = before.at(-1);
  if (last && p.start < endOf(last)) return fault(`${at}.start`, of, { code: 'overlaps', other: last.id });
  return (
    fault(`${at}.from`, of, survey && refuseOrigin(p, survey)) ??
    fault(`${at}.owners`, of, refuseOwners(plan, p.owners)) ??
    fault(`${at}.subvolumes`, of, refuseSubvolumes(p)) ??
    fault(`${at}.inside`, of, survey && refuseInside(plan, p, survey)) ??
    fault(`${at}.label`, of, refuseNames(p, survey))
  );
}

function loaderFault(plan: Plan, id: string): Found {
  const of = `start ${id}`;
  const at = `start.loaders.${id}`;
  if (!isSystem(plan, id)) return fault(at, of, { code: 'no-such-system', id });
  const { by, place } = plan.start!.loaders[id]!;
  if (by !== null && !isSystem(plan, by)) return fault(`${at}.by`, of, { code: 'no-such-system', id: by });
  const starters = new Map(Object.entries(plan.start!.loaders).map(([other, loader]) => [other, loader.by]));
  if (startsInCircle(id, starters)) return fault(`${at}.by`, of, { code: 'starts-itself' });
  const gone = place.kind !== 'disk' && !plan.partitions.some((p) => p.id === place.partition);
  return gone
    ? fault(`${at}.place.partition`, of, { code: 'no-such-partition', id: place.partition })
    : undefined;
}

function orderFault(plan: Plan, id: string, i: number): Found {
  return isSystem(plan, id) ? undefined : fault(`start.order[${i}]`, 'order', { code: 'no-such-system', id });
}

function wholeFault(plan: Plan, survey: Survey | undefined): Found {
  const refusal = refusePlan(plan, survey);
  if (!refusal) return undefined;
  if (refusal.code === 'outside') {
    const i = plan.partitions.findIndex((p) => p.start < refusal.first || endOf(p) > refusal.end);
    if (i >= 0) return fault(`partitions[${i}].start`, `part ${plan.partitions[i]!.id}`, refusal);
  }
  const logical = 'logical' in refusal ? refusal.logical : 'primary' in refusal ? refusal.primary : undefined;
  const i = plan.partitions.findIndex((p) => p.id === logical);
  if (i >= 0) return fault(`partitions[${i}].logical`, `part ${logical}`, refusal);
  const about: Partial<Record<Refusal['code'], string>> = {
    'slots-full': 'partitions',
    'no-survey': 'surveyId',
    'not-plannable': 'surveyId',
  };
  return fault(about[refusal.code] ?? 'target', 'plan', refusal);
}
