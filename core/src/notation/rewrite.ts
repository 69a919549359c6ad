import type { Machine, MachineChanges } from '../machine/index.js';
import { same } from '../schema/index.js';
import { message, type Phrase } from '../words/index.js';
import { acceptAs, recordAs, batch, decideAs } from '../compose/index.js';
import { apply, refusalSays, refuseRewrite, type Edit, type SingleEdit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import { parseNotation } from './document.js';
import type { NotationError } from './lines.js';
import { machineLines } from './machine.js';
import { planLines } from './plan-lines.js';
import { surveyLines } from './survey.js';

export interface Rewritten {
  readonly name: string;
  readonly story: string;
  readonly plan: Plan;
  readonly survey: Survey | undefined;
}

/** `edit` is `null` where the text says what is there already. */
export type RewriteOutcome =
  | { readonly ok: true; readonly edit: Edit | null; readonly rounded: readonly NotationError[] }
  | { readonly ok: false; readonly error: NotationError };

/**
 * The edit that makes a machine's plan what a text says. Refused with line and column where the text cannot be read,
 * where it changes the reading of the disk (that is never changed), and where the plan would not allow it.
 */
export function rewriteEdit(present: Rewritten, text: string): RewriteOutcome {
  const identity = { id: present.survey?.id ?? 'text', takenAt: present.survey?.takenAt ?? '' };
  const read = parseNotation(text, identity);
  if (!read.ok) return read;
  const { value, lines } = read;
  const at = (anchor: string, says: Phrase): RewriteOutcome => ({
    ok: false,
    error: { line: lines.get(anchor) ?? 1, column: 1, length: 1, says },
  });
  if (!value.plan) return at('rhizotome', message('text.no-plan'));
  if (value.name !== present.name || value.story !== present.story)
    return at(value.name === present.name ? 'story' : 'machine', message('text.name-story'));
  const stranger = firstDifference(present.survey, value.survey ?? undefined);
  if (stranger !== undefined) return at(anchorOf(stranger), message('text.reading-changed'));
  const plan: Plan = { ...value.plan, surveyId: present.plan.surveyId };
  const judged = present.survey && refuseRewrite(present.plan, plan, present.survey);
  const sectorBytes = present.survey?.disk.sectorBytes ?? 512;
  if (judged) return at(`part ${judged.partition}`, refusalSays(judged.refusal, sectorBytes));
  const edits = editsBetween(present.plan, plan, present.survey);
  const { rounded } = read;
  if (edits.length === 0) return { ok: true, edit: null, rounded };
  const edit = batch(message('edit.as-text'), edits);
  const result = apply(present.plan, edit, () => present.survey);
  if (result.ok) return { ok: true, edit, rounded };
  const concerned = 'other' in result.refusal ? `part ${result.refusal.other}` : 'plan';
  return at(concerned, refusalSays(result.refusal, sectorBytes));
}

/** The first line of either survey that the other does not have; `undefined` where they say the same. */
function firstDifference(a: Survey | undefined, b: Survey | undefined): string | undefined {
  const [mine, theirs] = [a, b].map((survey) => (survey ? surveyLines(survey, undefined) : []));
  return theirs!.find((line) => !mine!.includes(line)) ?? mine!.find((line) => !theirs!.includes(line));
}

function anchorOf(line: string): string {
  return /^(?:found|container) \d+|^\w+/.exec(line)?.[0] ?? 'disk';
}

/** Two plans are the same where they read the same. */
function editsBetween(from: Plan, to: Plan, survey: Survey | undefined): SingleEdit[] {
  const edits: SingleEdit[] = [];
  const differ = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  if (differ(machineLines(from.machine), machineLines(to.machine)))
    edits.push({ kind: 'set-machine', changes: changedFacts(from.machine, to.machine) });
  const decided = (plan: Plan) =>
    planLines({ ...plan, accepted: undefined, wish: undefined, records: undefined }, survey, undefined);
  if (differ(decided(from), decided(to)))
    edits.push(decideAs(to, { device: to.machine.device, ticked: to.ticked }));
  if (!same(from.wish, to.wish)) edits.push({ kind: 'wish-for', wish: to.wish ?? null });
  edits.push(...acceptAs(from, to), ...recordAs(from, to));
  const [had, has] = [from.comments ?? {}, to.comments ?? {}];
  if (differ(had, has)) edits.push({ kind: 'remark', comments: has });
  return edits;
}

/** Facts that are otherwise; those that a text does not name are told by nobody then. Who told the rest stays. */
function changedFacts(from: Machine, to: Machine): MachineChanges {
  const { bootEntries = null, told: _, ...facts } = to;
  const differing = Object.entries({ ...facts, bootEntries }).filter(
    ([name, value]) => !same(from[name as keyof Machine] ?? null, value),
  );
  return Object.fromEntries(differing);
}
