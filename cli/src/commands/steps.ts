import { type Planned, runbookFor, stepsDocument, timeSays, wayBackSays } from '@rhizotome/core';
import { Failure } from '../failure.js';
import { readPlan } from '../input.js';
import { print, printJson } from '../output.js';
import { say } from '../words.js';

export interface StepsOptions {
  readonly json?: boolean;
  /** Print the way back after so many steps instead. */
  readonly back?: number;
}

/** Prints the steps of a plan in their order, or the way back from one of them. */
export function steps(path: string, options: StepsOptions): void {
  const { plan, survey } = readPlan(path);
  const document = stepsDocument({ plan, survey }, options.back);
  if (document.refused && !options.json) throw new Failure(`${path}: ${orderRefusal({ plan, survey })}`);
  if (options.json) return printJson(document);
  if (options.back !== undefined) return printWayBack({ plan, survey }, options.back);
  const runbook = runbookFor({ plan, survey });
  if (runbook.phases.length === 0)
    return print('There is nothing to do: the plan leaves the disk as it was found.');
  for (const phase of runbook.phases) {
    print(`${phase.restart ? '↻ ' : ''}${say(phase.title)}`);
    for (const step of phase.steps) print(`  ${step.number}. ${say(step.says).title}`);
  }
  print(`Restarts: ${document.restarts}. Copying: ${say(timeSays(document.seconds))}.`);
}

function orderRefusal(planned: Planned): string {
  const { refusal } = runbookFor(planned);
  return refusal ? say(refusal) : '';
}

function printWayBack(planned: Planned, done: number): void {
  const { steps, losses } = wayBackSays(planned, done);
  for (const [i, step] of steps.entries()) print(`  ${i + 1}. ${say(step.title)}`);
  if (steps.length === 0) print('There is nothing to undo.');
  for (const loss of losses) print(`Cannot be undone: ${say(loss)}`);
}
