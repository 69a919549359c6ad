import { sumOf, type Range } from '../sequence/index.js';
import { plainMarkdown, runbookFor, timeSays } from '../runbook/index.js';
import type { Survey } from '../survey/index.js';
import { message, sayIn, type Catalogue, type Message } from '../words/index.js';
import { totalsOf, type RecipeOutcome } from './apply-recipe.js';

/** One machine, and what a recipe comes to on it. */
export interface RecipeMachine {
  readonly name: string;
  readonly survey: Survey;
  readonly outcome: RecipeOutcome;
}

export type OutcomeSays = Message<'recipe.there' | 'recipe.no' | 'recipe.whole' | 'recipe.less'>;

/** In one line, what a recipe comes to on a machine. */
export function outcomeSays({ fit, reasons, whyNot }: RecipeOutcome): OutcomeSays {
  switch (fit) {
    case 'there':
      return message('recipe.there');
    case 'no':
      return message('recipe.no', { why: whyNot.map((w) => w.says) });
    case 'whole':
      return message('recipe.whole', { reasons });
    case 'less':
      return message('recipe.less', { reasons });
  }
}

/** The same in a table that has a column for the restarts. */
export const outcomeBesideRestarts = (outcome: RecipeOutcome): OutcomeSays =>
  outcomeSays({ ...outcome, reasons: outcome.reasons.filter(({ code }) => code !== 'reason.restarts') });

/** How long the whole procedure of a machine takes, in seconds. */
const dayOf = ({ survey, outcome }: RecipeMachine): Range =>
  runbookFor({ plan: outcome.after, survey }).day.seconds;

/** The sum of many machines, in one line. */
export function totalsSay(machines: readonly RecipeMachine[]): Message<'recipe.totals'> {
  const { fits, movedBytes, restarts } = totalsOf(machines.map((m) => m.outcome));
  const worked = machines.filter((m) => m.outcome.edit !== null);
  const time = timeSays(sumOf(worked.map(dayOf)));
  return message('recipe.totals', { ...fits, movedBytes, restarts, time });
}

const COLUMNS = ['machine', 'becomes', 'restarts', 'time'] as const;

/** All machines of a recipe on one page, in Markdown: what each becomes, its restarts and its time; those that do not fit by themselves. */
export function dayPlanMarkdown(
  catalogue: Catalogue,
  recipe: string,
  machines: readonly RecipeMachine[],
): string {
  const row = (cells: readonly string[]) => `| ${cells.map(plainMarkdown).join(' | ')} |`;
  const worked = machines.filter(({ outcome }) => outcome.edit !== null);
  const others = machines.filter(({ outcome }) => outcome.edit === null);
  const becomes = ({ outcome }: RecipeMachine) => sayIn(catalogue, outcomeBesideRestarts(outcome));
  const table = [
    row(COLUMNS.map((column) => sayIn(catalogue, message('recipe.column', { column })))),
    row(COLUMNS.map(() => '---')),
    ...worked.map((machine) =>
      row([
        machine.name,
        becomes(machine),
        String(machine.outcome.figures.restarts),
        sayIn(catalogue, timeSays(dayOf(machine))),
      ]),
    ),
  ];
  return [
    `# ${plainMarkdown(recipe)}`,
    plainMarkdown(sayIn(catalogue, totalsSay(machines))),
    ...(worked.length > 0 ? [table.join('\n')] : []),
    ...others.map((machine) => `- **${plainMarkdown(machine.name)}**: ${plainMarkdown(becomes(machine))}`),
  ]
    .join('\n\n')
    .concat('\n');
}
