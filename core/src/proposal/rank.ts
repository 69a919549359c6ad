import type { Planned } from '../plan/index.js';
import { same } from '../schema/index.js';
import type { Candidate } from './candidates.js';

/** More than this nobody compares. */
const MOST_SHOWN = 5;

/** What counts, the most important first; less is better. */
function costs({ figures, given, near, shrunk }: Candidate, { survey }: Planned): number[] {
  const { findings, moved, exposures, restarts, seconds } = figures;
  const kept = shrunk.reduce((sum, p) => sum + p.length, 0);
  return [
    findings.blocker,
    near === null && given === 1 ? 0 : 1,
    findings.hazard,
    moved.most,
    exposures,
    restarts,
    findings.caution,
    -given,
    shrunk.length,
    seconds.most,
    survey.disk.sizeSectors - kept,
  ];
}

/** Of which more is better. */
const more = (amount: number): number => -amount;

/** What one gives up for another: that, and how much each volume keeps. */
function weighed(candidate: Candidate, planned: Planned): number[] {
  const { findings, moved, exposures, restarts, seconds, systems, freeBytes } = candidate.figures;
  return [
    findings.blocker,
    findings.hazard,
    findings.caution,
    moved.most,
    exposures,
    restarts,
    seconds.most,
    -candidate.given,
    more(freeBytes),
    ...systems.flatMap(({ room }) => [more(room.systemBytes), more(room.otherBytes)]),
    ...planned.plan.partitions
      .filter((p) => p.from !== null)
      .map(({ id }) => more(candidate.after.partitions.find((p) => p.id === id)?.length ?? 0)),
  ];
}

/** Those of which no other is at least as good in all that counts, the best first, at most five. */
export function ranked(candidates: readonly Candidate[], planned: Planned): Candidate[] {
  const all = candidates.map((candidate) => ({
    candidate,
    cost: costs(candidate, planned),
    weights: weighed(candidate, planned),
  }));
  const beats = (a: readonly number[], b: readonly number[]) =>
    a.every((value, i) => value <= b[i]!) && a.some((value, i) => value < b[i]!);
  return all
    .filter((x, i) => !all.some((y, k) => beats(y.weights, x.weights) || (k < i && looksSame(x, y))))
    .sort((x, y) => firstDifference(x.cost, y.cost))
    .slice(0, MOST_SHOWN)
    .map(({ candidate }) => candidate);
}

interface Weighed {
  readonly candidate: Candidate;
}

/** Whether two of them divide the disk in the same way. */
const looksSame = (x: Weighed, y: Weighed): boolean =>
  same(x.candidate.after.partitions, y.candidate.after.partitions);

function firstDifference(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 ? 0 : a[at]! - b[at]!;
}
