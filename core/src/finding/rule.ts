import type { Planned } from '../plan/index.js';
import { message, type FactCode, type Phrase, type Text, type ValueCode } from '../words/index.js';
import type { EvidenceItem, Finding, FindingSays, Level, Remedy } from './finding.js';

/** What a rule says of one object. `of` names it within the rule; the rule's own level stands where none is given. */
export interface Drafted {
  readonly of: string;
  readonly level?: Level;
  readonly says: FindingSays;
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
  check(planned: Planned): readonly Drafted[];
}

export function findingOf(rule: Rule, drafted: Drafted): Finding {
  return {
    id: `${rule.id}:${drafted.of}`,
    rule: rule.id,
    level: drafted.level ?? rule.level,
    says: drafted.says,
    evidence: drafted.evidence,
    partitions: drafted.partitions ?? [],
    systems: drafted.systems ?? [],
    remedies: drafted.remedies ?? [],
  };
}

/** A figure of the evidence. What it is may also be a name. */
export const fact = (what: FactCode | Phrase | { readonly name: Text }, value: Text): EvidenceItem => ({
  what: typeof what === 'string' ? message('fact.what', { what }) : 'name' in what ? what.name : what,
  value,
});

export const inBytes = (bytes: number): Phrase => message('value.bytes', { bytes });

export const listed = (items: readonly Text[]): Phrase => message('value.list', { items });

export const valueOf = (value: ValueCode): Phrase => message('value.of', { value });
