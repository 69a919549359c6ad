import { z } from 'zod';
import {
  FIRST_LINE,
  looksLikeNotation,
  parseNotation,
  type MachineText,
  type NotationError,
} from '../notation/index.js';
import { planFault, refusalSays } from '../edits/index.js';
import { noted, PLAN_DOCUMENT, type Plan } from '../plan/index.js';
import { parseJson, readDocumentOf, statedVersion, type DocumentFault } from '../schema/index.js';
import { message, type Phrase } from '../words/index.js';
import { documentFaultSays } from './document-fault.js';
import { documentSurvey, surveyDocument, type SurveyDocument, type SurveyIdentity } from '../survey/index.js';

/** A machine with its plan and the survey it rests on, as one JSON document that can be given away. */
export interface MachineDocument {
  readonly format: 'rhizotome/machine';
  readonly version: 1;
  readonly name: string;
  readonly story: string;
  readonly survey: SurveyDocument | null;
  readonly plan: Plan;
}

/** @throws RangeError for a text that holds no plan. */
export function machineDocument({ name, story, survey, plan }: MachineText): MachineDocument {
  if (!plan) throw new RangeError('There is no plan to give away');
  return {
    format: 'rhizotome/machine',
    version: 1,
    name,
    story,
    survey: survey && surveyDocument(survey),
    plan,
  };
}

/** Why something is not a machine, a plan or a survey. Line and column where the input has such. */
export interface DocumentProblem {
  readonly says: Phrase;
  readonly line?: number;
  readonly column?: number;
}

export type DocumentOutcome =
  | { readonly ok: true; readonly value: MachineText; readonly rounded?: readonly NotationError[] }
  | { readonly ok: false; readonly problem: DocumentProblem };

const MACHINE_DOCUMENT = {
  version: 1,
  schema: z.strictObject({
    format: z.literal('rhizotome/machine'),
    version: z.literal(1),
    name: z.string().max(80),
    story: z.string().max(2000),
    survey: z.unknown(),
    plan: z.unknown(),
  }),
  upgrades: [],
  versionOf: statedVersion,
};

/**
 * Reads what this product gives away: notation, a machine's JSON, or a survey's JSON of either version. What a plan
 * refers to must be there: a plan that rests on another survey than the one beside it is refused.
 */
export function readDocument(text: string, identity: SurveyIdentity): DocumentOutcome {
  if (looksLikeNotation(text)) {
    const outcome = parseNotation(text, identity);
    if (outcome.ok) {
      const { value, lines, rounded } = outcome;
      const read = checked(value, lines);
      return read.ok && rounded.length > 0 ? { ...read, rounded } : read;
    }
    const { line, column, says } = outcome.error;
    return { ok: false, problem: { line, column, says } };
  }
  const parsed = jsonOf(text);
  if (!parsed.ok)
    return problem(message('document.neither', { firstLine: FIRST_LINE, reason: parsed.reason }));
  const format = (parsed.value as { format?: unknown } | null)?.format;
  if (format === 'rhizotome/survey') return fromSurvey(parsed.value);
  if (format === 'rhizotome/machine') return fromMachine(parsed.value);
  return problem(message('document.other-format'));
}

function fromSurvey(value: unknown): DocumentOutcome {
  const outcome = documentSurvey(value);
  if (!outcome.ok) return problem(outcome.refusal.says);
  return { ok: true, value: { name: '', story: '', survey: outcome.survey, plan: null } };
}

function fromMachine(value: unknown): DocumentOutcome {
  const machine = readDocumentOf(MACHINE_DOCUMENT, value);
  if (!machine.ok) return problem(faultSays('machine', machine.fault));
  const { name, story, survey } = machine.value;
  const decided = readDocumentOf(PLAN_DOCUMENT, machine.value.plan);
  if (!decided.ok) return problem(faultSays('plan', decided.fault));
  const plan = decided.value;
  if (survey === null) return checked({ name, story, survey: null, plan });
  const outcome = documentSurvey(survey);
  if (!outcome.ok) return problem(message('shape.at', { path: 'survey', problem: outcome.refusal.says }));
  return checked({ name, story, survey: outcome.survey, plan });
}

/** What a plan refers to must be there, and its partitions must lie where partitions can. */
function checked(value: MachineText, lines?: ReadonlyMap<string, number>): DocumentOutcome {
  const { plan, survey } = value;
  if (!plan) return { ok: true, value };
  if ((plan.surveyId ?? null) !== (survey?.id ?? null))
    return problem(message('document.other-survey', { survey: plan.surveyId ?? '' }));
  const fault = planFault(plan, survey ?? undefined);
  if (!fault) return { ok: true, value: { ...value, plan: noted(plan, survey ?? undefined) } };
  const says = refusalSays(fault.refusal, survey?.disk.sectorBytes ?? 512);
  const line = lines?.get(fault.of) ?? lines?.get('plan');
  if (line !== undefined) return { ok: false, problem: { line, column: 1, says } };
  return problem(message('shape.at', { path: `plan.${fault.path}`, problem: says }));
}

function faultSays(what: string, fault: DocumentFault): Phrase {
  if (fault.code !== 'shape') return documentFaultSays(what, fault);
  return message('shape.at', { path: [what, fault.path].filter(Boolean).join('.'), problem: fault.problem });
}

function problem(says: Phrase): DocumentOutcome {
  return { ok: false, problem: { says } };
}

function jsonOf(
  text: string,
): { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly reason: string } {
  try {
    return { ok: true, value: parseJson(text) };
  } catch (error) {
    return { ok: false, reason: error instanceof Error ? error.message : String(error) };
  }
}
