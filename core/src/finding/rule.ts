import type { State } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import {
  message,
  type RuleId,
  type FactCode,
  type Message,
  type Phrase,
  type Text,
  type ValueCode,
} from '../words/index.js';
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
  /** What is so from some moment of the procedure on: whether it is in a state. Absent where it is of the plan as a whole. */
  readonly from?: (state: State) => boolean;
  /** The step that it speaks of, counted from 1, where that is told instead. */
  readonly step?: number | null;
}

export interface Rule {
  readonly id: RuleId;
  readonly level: Level;
  /** @param blocked systems that the rules before have a blocker for: what speaks of outcomes is silent where a cause is told */
  check(planned: Planned, blocked?: ReadonlySet<string>): readonly Drafted[];
}

/** What a rule rests on: the standard's section, or what kind of knowledge it is. */
export const basisOf = (rule: RuleId): Message<`basis.${RuleId}`> => message(`basis.${rule}`);

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
    from: drafted.from ?? drafted.step ?? null,
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
