import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import {
  isPlannable,
  SurveySchema,
  type Comments,
  type Survey,
  type SurveyIdentity,
} from '../survey/index.js';
import { oneString } from './fields.js';
import { linesOf, NotationFault, quoted, type Line, type NotationError, type Text } from './lines.js';
import { MACHINE_KEYWORDS, machineLines, readMachineLine } from './machine.js';
import { planLines } from './plan-lines.js';
import { PLAN_KEYWORDS, PlanReader } from './plan.js';
import { END, remark, Remarks, withRemarks } from './remarks.js';
import { SURVEY_KEYWORDS, surveyLines, SurveyReader } from './survey.js';
import { FIRST_LINE, versionOf } from './version.js';
import { message } from '../words/index.js';
import { issueSays, pathOf } from '../schema/index.js';

/** What a text tells: a machine with its plan and the survey that it rests on, or a survey alone. */
export interface MachineText {
  /** Empty where the text tells of no machine. */
  readonly name: string;
  readonly story: string;
  readonly survey: Survey | null;
  readonly plan: Plan | null;
}

export type NotationOutcome =
  | {
      readonly ok: true;
      readonly value: MachineText;
      /** The line in which each thing is told: `part new-1`, `system system-1`, `found 3`. */
      readonly lines: ReadonlyMap<string, number>;
      /** Sizes that are not whole sectors, and what they were taken as. */
      readonly rounded: readonly NotationError[];
    }
  | { readonly ok: false; readonly error: NotationError };

/**
 * The text of a machine, its survey and its plan. `parseNotation` of it is the same again; remarks of both are kept
 * with the plan where there is one.
 */
export function printNotation({ name, story, survey, plan }: MachineText): string {
  const comments: Comments = { ...survey?.comments, ...plan?.comments };
  const block = (lines: readonly string[]) => (lines.length > 0 ? ['', ...lines] : []);
  const machine = plan
    ? [
        ...withRemarks(comments, 'machine', `machine ${quoted(name)}`),
        ...(story === '' ? [] : withRemarks(comments, 'story', `story ${quoted(story)}`)),
        ...machineLines(plan.machine).flatMap(([anchor, line]) => withRemarks(comments, anchor, line)),
      ]
    : [];
  const lines = [
    ...withRemarks(comments, 'rhizotome', FIRST_LINE),
    ...block(machine),
    ...block(survey ? surveyLines(survey, comments) : []),
    ...block(plan ? planLines(plan, survey ?? undefined, comments) : []),
    ...(comments[END]?.before ?? []).map(remark),
  ];
  return `${lines.join('\n')}\n`;
}

/** Reads a text. An error points at its line and column; nothing is read in part. */
export function parseNotation(text: string, identity: SurveyIdentity): NotationOutcome {
  try {
    const remarks = new Remarks();
    const value = parse(text, identity, remarks);
    return { ok: true, value, lines: remarks.lines, rounded: remarks.rounded };
  } catch (error) {
    if (error instanceof NotationFault) return { ok: false, error: error.error };
    throw error;
  }
}

/** Whether a text means to be one: its first word says so. */
export function looksLikeNotation(text: string): boolean {
  return /^\s*(#[^\n]*\n\s*)*rhizotome\s+\d/.test(text);
}

type Part = 'machine' | 'survey' | 'plan';

/** In which order the parts of a text are read, wherever they stand in it. */
function partOf(keyword: string): Part {
  if (SURVEY_KEYWORDS.some((k) => k === keyword)) return 'survey';
  return PLAN_KEYWORDS.some((k) => k === keyword) ? 'plan' : 'machine';
}

const KEYWORDS = ['machine', 'story', ...MACHINE_KEYWORDS, ...SURVEY_KEYWORDS, ...PLAN_KEYWORDS] as const;
type Keyword = (typeof KEYWORDS)[number];

function parse(text: string, identity: SurveyIdentity, remarks: Remarks): MachineText {
  const { lines, end } = linesOf(text);
  const [first, ...rest] = lines;
  const version = versionOf(first);
  remarks.keep('rhizotome', first!);
  remarks.keep(END, { before: end, behind: undefined, line: first!.line });
  const named = rest.map((line): [Keyword | '>', Line] => [line.depth > 0 ? '>' : keywordOf(line), line]);

  const survey = surveyIn(named, remarks, identity);
  const { name, story, machine, told } = machineIn(named, remarks);
  const proposed = !named.some(([keyword]) => keyword === 'plan');
  const reader = new PlanReader(machine, survey, remarks, {
    proposed: proposed && survey !== undefined && isPlannable(survey),
    version,
  });
  for (const [keyword, line] of named) {
    const known = PLAN_KEYWORDS.find((k) => k === keyword);
    if (known) reader.read(known, line);
  }
  const hasPlan = told || reader.started;
  const plan = hasPlan ? reader.finish() : null;
  const comments = remarks.all();
  if (plan) return { name, story, survey: survey ?? null, plan: comments ? { ...plan, comments } : plan };
  if (!survey) return first!.fields[0]!.fault(message('text.nothing-told'));
  return { name, story, survey: comments ? { ...survey, comments } : survey, plan };
}

function keywordOf(line: Line): Keyword {
  const field: Text = line.fields[0]!;
  const keyword = KEYWORDS.find((k) => field.after(k) !== undefined);
  return keyword ?? field.fault(message('text.line-begins', { known: KEYWORDS }));
}

function surveyIn(
  named: readonly (readonly [Keyword | '>', Line])[],
  remarks: Remarks,
  identity: SurveyIdentity,
): Survey | undefined {
  const reader = new SurveyReader(remarks, identity);
  for (const [keyword, line] of named) {
    const known = SURVEY_KEYWORDS.find((k) => k === keyword);
    if (known) reader.read(known, line);
    else if (keyword === '>') reader.inside(line);
  }
  const survey = reader.finish();
  const checked = survey && SurveySchema.safeParse(survey);
  if (checked && !checked.success) {
    const line = named.find(([keyword]) => keyword !== '>' && partOf(keyword) === 'survey')![1];
    const issue = checked.error.issues[0]!;
    return line.fields[0]!.fault(
      message('text.survey-odd', { path: pathOf(issue), why: issueSays(issue, survey) }),
    );
  }
  return survey;
}

function machineIn(named: readonly (readonly [Keyword | '>', Line])[], remarks: Remarks) {
  let machine = EMPTY_PLAN.machine;
  let name = '';
  let story = '';
  let told = false;
  for (const [keyword, line] of named) {
    const known = MACHINE_KEYWORDS.find((k) => k === keyword);
    if (known) machine = readMachineLine(machine, known, line, remarks);
    else if (keyword === 'machine') name = oneString(line.fields[0]!.after('machine')!);
    else if (keyword === 'story') story = oneString(line.fields[0]!.after('story')!);
    else continue;
    told = true;
    if (!known) {
      if (line.fields[1]) line.fields[1].fault(message('text.nothing-more'));
      remarks.keep(keyword, line);
    }
  }
  return { name, story, machine, told };
}
