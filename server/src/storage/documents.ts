import {
  documentFaultSays,
  EDIT_DOCUMENT,
  english,
  PLAN_DOCUMENT,
  readDocumentOf,
  readStored,
  sayIn,
  SURVEY_DOCUMENT,
  writtenText,
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

/**
 * The texts under which documents are kept, each read back before it is: what its own reader refuses is never kept.
 * @throws ProblemException 422 with the field
 */
export const planText = (plan: Plan): string => plans.textOf(plan);
export const surveyText = (survey: Survey): string => surveys.textOf(survey);
export const editText = (edit: Edit): string => textOf(EDIT_DOCUMENT, 'edit', edit);

/** Documents in work are read again with every edit; their texts say all, so what was read from one stays true. */
class LatelyRead<T> {
  private readonly known = new Map<string, T>();

  constructor(
    private readonly kind: DocumentKind<T>,
    private readonly what: What,
  ) {}

  of(text: string): T {
    const value = this.known.get(text) ?? read(this.kind, this.what, text);
    this.keep(text, value);
    return value;
  }

  /** What was read back says the same; what was worked out of the value stays with it. */
  textOf(value: T): string {
    const text = textOf(this.kind, this.what, value);
    this.keep(text, value);
    return text;
  }

  private keep(text: string, value: T): void {
    this.known.delete(text);
    this.known.set(text, value);
    if (this.known.size > MOST_KNOWN) this.known.delete(this.known.keys().next().value!);
  }
}

/** Some tens of people at work, each on a machine of their own: its plan before and after an edit. */
const MOST_KNOWN = 128;
const plans = new LatelyRead(PLAN_DOCUMENT, 'plan');
const surveys = new LatelyRead(SURVEY_DOCUMENT, 'survey');

type What = 'plan' | 'edit' | 'survey';

function textOf<T>(kind: DocumentKind<T>, what: What, value: T): string {
  const written = writtenText(kind, value);
  if (written.ok) return written.text;
  const { fault } = written;
  throw new ProblemException({
    status: 422,
    code: `unreadable-${what}`,
    title: `The ${what} could not be read back`,
    ...(fault?.code === 'shape' ? { at: [what, fault.path].filter(Boolean).join('.') } : {}),
    detail: fault
      ? `Nothing was saved. ${sayIn(english, documentFaultSays(what, fault))}`
      : `Nothing was saved: what would be read back is not what was sent.`,
  });
}

/** A document that was sent. @throws ProblemException 400 where it is none, with what stands `beside` it */
export function documentOf<T>(
  kind: DocumentKind<T>,
  what: What,
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

/** Whether an error says that a stored document cannot be read. */
export const isDamage = (error: unknown): boolean =>
  error instanceof ProblemException && error.problem.code === DAMAGED;

const DAMAGED = 'stored-document';

function read<T>(kind: DocumentKind<T>, what: What, text: string): T {
  const outcome = readStored(kind, text);
  if (outcome.ok) return outcome.value;
  throw new ProblemException({
    status: 500,
    code: DAMAGED,
    title: `A stored ${what} cannot be read`,
    detail: sayIn(english, documentFaultSays(what, outcome.fault)),
  });
}
