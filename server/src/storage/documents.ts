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
export const planIn = (text: string): Plan => read(PLAN_DOCUMENT, 'plan', text);
export const editIn = (text: string): Edit => read(EDIT_DOCUMENT, 'edit', text);
export const surveyIn = (text: string): Survey => read(SURVEY_DOCUMENT, 'survey', text);

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
