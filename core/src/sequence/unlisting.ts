import type { Planned } from '../plan/index.js';
import { sectors } from '../quantity/index.js';
import type { Copy } from './step.js';
import type { Step } from './steps/kinds.js';

/** Kinds of steps after which every record of the chain was written anew. */
const REWRITES: readonly Step['kind'][] = [
  'new-table',
  'convert-table',
  'repair-table',
  'create-container',
  'grow-container',
  'shrink-container',
  'delete-container',
  'relist',
];

/**
 * The steps, each with what it unlists. A logical is listed by a record in front of it, and its record tells of the next
 * (the chain of an extended partition): a copy over a record that was found takes away that logical and all behind it,
 * until the table is written at the end of the step. Their data stays. Where a record was written anew, nobody can know
 * beforehand; it lies close to its logical then.
 */
export function withUnlisting(planned: Planned, steps: readonly Step[]): Step[] {
  const { survey, plan } = planned;
  if (survey.disk.style !== 'mbr' || plan.target.table === 'new') return [...steps];
  const chain = survey.partitions.filter((p) => p.logical).sort((a, b) => a.number - b.number);
  const records = new Map(chain.flatMap((p) => (p.ebrAt === undefined ? [] : [[p.id, p.ebrAt as number]])));
  const listed = new Set(chain.map((p) => p.id));
  return steps.map((step) => {
    const hit = step.copy ? hitBy(step.copy, records) : undefined;
    if (REWRITES.includes(step.kind)) records.clear();
    if ('found' in step && step.found !== null && 'after' in step) records.delete(step.found);
    if (step.kind === 'delete') listed.delete(step.found);
    if (!hit) return step;
    const from = chain.findIndex((p) => p.id === hit.ids[0]);
    const what = chain.slice(from).flatMap((p) => (listed.has(p.id) ? [p.id] : []));
    for (const id of hit.ids) records.delete(id);
    return { ...step, unlists: { what, when: { from: sectors(hit.after), of: step.copy!.sectors } } };
  });

  /** Records that the copy writes over, in the order of the chain, and how much is written before the first of them. */
  function hitBy({ to, sectors: length, direction }: Copy, places: ReadonlyMap<string, number>) {
    const hits = chain.flatMap((p) => {
      const at = places.get(p.id);
      if (at === undefined || at < to || at >= to + length) return [];
      return [{ id: p.id, after: direction === 'forward' ? at - to : to + length - 1 - at }];
    });
    if (hits.length === 0) return undefined;
    return { ids: hits.map((h) => h.id), after: Math.min(...hits.map((h) => h.after)) };
  }
}
