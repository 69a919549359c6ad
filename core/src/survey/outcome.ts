import type { Phrase } from '../words/index.js';
import type { Survey } from './survey.js';

/** Why something offered as a survey is not one: what, where, and what to do. */
export interface SurveyRefusal {
  readonly says: Phrase;
  /** 1-based line, where the input has lines. */
  readonly line?: number;
}

export type SurveyOutcome =
  { readonly ok: true; readonly survey: Survey } | { readonly ok: false; readonly refusal: SurveyRefusal };

export function refuse(says: Phrase, line?: number): Extract<SurveyOutcome, { ok: false }> {
  return { ok: false, refusal: line === undefined ? { says } : { says, line } };
}

/** Carries a refusal out of nested reading; `answering` turns it back into a value. */
export class Refused extends Error {
  readonly outcome: Extract<SurveyOutcome, { ok: false }>;

  constructor(says: Phrase, line?: number) {
    super(says.code);
    this.outcome = refuse(says, line);
  }
}

/** Runs `work`, returning what it refuses and letting every other exception pass. */
export function answering<T>(work: () => T): T | Extract<SurveyOutcome, { ok: false }> {
  try {
    return work();
  } catch (error) {
    if (error instanceof Refused) return error.outcome;
    throw error;
  }
}
