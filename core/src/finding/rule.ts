import type { Context } from './context.js';
import type { EvidenceItem, Finding, Level, Remedy } from './finding.js';

/** What a rule says of one object. `of` names it within the rule; the rule's own level stands where none is given. */
export interface Drafted {
  readonly of: string;
  readonly level?: Level;
  readonly title: string;
  readonly why: string;
  readonly evidence: readonly EvidenceItem[];
  readonly partitions?: readonly string[];
  readonly systems?: readonly string[];
  readonly remedies?: readonly Remedy[];
}

export interface Rule {
  readonly id: string;
  readonly level: Level;
  /** The standard's section, or that it is a rule of thumb. */
  readonly basis: string;
  check(context: Context): readonly Drafted[];
}

export function findingOf(rule: Rule, drafted: Drafted): Finding {
  return {
    id: `${rule.id}:${drafted.of}`,
    rule: rule.id,
    level: drafted.level ?? rule.level,
    title: drafted.title,
    why: drafted.why,
    evidence: drafted.evidence,
    partitions: drafted.partitions ?? [],
    systems: drafted.systems ?? [],
    remedies: drafted.remedies ?? [],
  };
}

export const fact = (what: string, value: string): EvidenceItem => ({ what, value });
