import { statesOf } from '../moment/index.js';
import { takes } from '../edits/index.js';
import { partitionIdOf, partitionOf, type Plan, type Planned } from '../plan/index.js';
import { acceptanceOf } from './accept.js';
import { LEVELS, type Finding } from './finding.js';
import { findingOf } from './rule.js';
import { RULES } from './rules.js';

/** Everything found in the plan, gravest first. A remedy that the plan would refuse is not offered. */
export function findAll(planned: Planned): Finding[] {
  const { plan, survey } = planned;
  const blocked = new Set<string>();
  const found = RULES.flatMap((rule) => {
    const findings = rule
      .check(planned, blocked)
      .map((drafted) => inPartitions(plan, findingOf(rule, drafted)));
    for (const { level, systems } of findings)
      if (level === 'blocker') systems.forEach((id) => blocked.add(id));
    return findings;
  });
  return found
    .map((finding) => ({
      ...finding,
      remedies: finding.remedies.filter((remedy) => takes(plan, remedy.edit, () => survey)),
    }))
    .map((finding) => {
      const accepted = acceptanceOf(plan, finding);
      return accepted === undefined ? finding : { ...finding, accepted };
    })
    .sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level));
}

/** A finding on a volume inside a partition is shown at that partition. */
function inPartitions(plan: Plan, finding: Finding): Finding {
  const { partitions } = finding;
  if (!partitions.some((id) => id.includes('/'))) return finding;
  const at = partitions.map((id) => (partitionOf(plan, id) ? id : partitionIdOf(id)));
  return { ...finding, partitions: [...new Set(at)] };
}

/** The step of the procedure with which a finding comes true, counted from 1; nothing where it is true of the plan as a whole. */
export function stepOfFinding(planned: Planned, { from }: Finding): number | null {
  if (typeof from !== 'function') return from;
  return statesOf(planned).find(from)?.after || null;
}

/** How many findings there are of each level, but for those that were accepted. */
export function countByLevel(findings: readonly Finding[]): Readonly<Record<Finding['level'], number>> {
  const counts = { blocker: 0, hazard: 0, caution: 0, advice: 0 };
  for (const { level, accepted } of findings) if (accepted === undefined) counts[level] += 1;
  return counts;
}
