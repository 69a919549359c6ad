import type { Survey } from './survey.js';

/** Why something offered as a survey is not one: what, where, and what to do. */
export interface SurveyRefusal {
  readonly code:
    | 'head-truncated'
    | 'tail-truncated'
    | 'size-impossible'
    | 'tail-of-another-disk'
    | 'tail-not-at-end'
    | 'swapped'
    | 'not-json'
    | 'not-lsblk'
    | 'no-disk'
    | 'column-missing'
    | 'bad-list'
    | 'joined'
    | 'bad-figure'
    | 'bad-line'
    | 'too-large'
    | 'too-many'
    | 'not-a-disk'
    | 'not-a-survey';
  readonly message: string;
  /** 1-based line, where the input has lines. */
  readonly line?: number;
}

export type SurveyOutcome =
  { readonly ok: true; readonly survey: Survey } | { readonly ok: false; readonly refusal: SurveyRefusal };

export function refuse(
  code: SurveyRefusal['code'],
  message: string,
  line?: number,
): Extract<SurveyOutcome, { ok: false }> {
  return { ok: false, refusal: { code, message, ...(line === undefined ? {} : { line }) } };
}

/** Carries a refusal out of nested reading; `answering` turns it back into a value. */
export class Refused extends Error {
  readonly outcome: Extract<SurveyOutcome, { ok: false }>;

  constructor(code: SurveyRefusal['code'], message: string, line?: number) {
    super(message);
    this.outcome = refuse(code, message, line);
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
