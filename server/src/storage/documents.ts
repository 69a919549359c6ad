import {
  documentFaultSays,
  EDIT_DOCUMENT,
  english,
  PLAN_DOCUMENT,
  readDocumentOf,
  readStored,
  sayIn,
  SURVEY_DOCUMENT,
  type DocumentKind,
  type Edit,
  type Plan,
  type Survey,
} from '@rhizotome/core';
import { ProblemException } from '../http/problem.js';

/** Documents as they are kept, of any version. @throws ProblemException 500 where one is damaged or newer than this server */
export const planIn = (text: string): Plan => plans.of(text);
export const editIn = (text: string): Edit => read(EDIT_DOCUMENT, 'edit', text);
export const surveyIn = (text: string): Survey => surveys.of(text);

/** The text of a plan as it is kept. */
export function planText(plan: Plan): string {
  const text = JSON.stringify(plan);
  plans.keep(text, plan);
  return text;
}

/** Documents in work are read again with every edit; their texts say all, so what was read from one stays true. */
class LatelyRead<T> {
  private readonly known = new Map<string, T>();

  constructor(private readonly read: (text: string) => T) {}

  of(text: string): T {
    const value = this.known.get(text) ?? this.read(text);
    this.keep(text, value);
    return value;
  }

  keep(text: string, value: T): void {
    this.known.delete(text);
    this.known.set(text, value);
    if (this.known.size > MOST_KNOWN) this.known.delete(this.known.keys().next().value!);
  }
}

/** Some tens of people at work, each on a machine of their own: its plan before and after an edit. */
const MOST_KNOWN = 128;
const plans = new LatelyRead((text) => read(PLAN_DOCUMENT, 'plan', text));
const surveys = new LatelyRead((text) => read(SURVEY_DOCUMENT, 'survey', text));

/** A document that was sent. @throws ProblemException 400 where it is none, with what stands `beside` it */
export function documentOf<T>(
  kind: DocumentKind<T>,
  what: 'plan' | 'edit' | 'survey',
  sent: unknown,
  beside: Readonly<Record<string, unknown>> = {},
): T {
  const outcome = readDocumentOf(kind, sent);
  if (outcome.ok) return outcome.value;
  throw new ProblemException({
    status: 400,
    code: `invalid-${what}`,
    title: `The ${what} is not understood`,
    ...(outcome.fault.code === 'shape' ? { at: [what, outcome.fault.path].filter(Boolean).join('.') } : {}),
    detail: sayIn(english, documentFaultSays(what, outcome.fault)),
    ...beside,
  });
}

function read<T>(kind: DocumentKind<T>, what: string, text: string): T {
  const outcome = readStored(kind, text);
  if (outcome.ok) return outcome.value;
  throw new ProblemException({
    status: 500,
    code: 'stored-document',
    title: `A stored ${what} cannot be read`,
    detail: sayIn(english, documentFaultSays(what, outcome.fault)),
  });
}
