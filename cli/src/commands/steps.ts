import { type Planned, runbookFor, stepsDocument, timeInWords, wayBackInWords } from '@rhizotome/core';
import { Failure } from '../failure.js';
import { readPlan } from '../input.js';
import { print, printJson } from '../output.js';

export interface StepsOptions {
  readonly json?: boolean;
  /** Print the way back after so many steps instead. */
  readonly back?: number;
}

/** Prints the steps of a plan in their order, or the way back from one of them. */
export function steps(path: string, options: StepsOptions): void {
  const { plan, survey } = readPlan(path);
  const document = stepsDocument({ plan, survey }, options.back);
  if (document.refused && !options.json)
    throw new Failure(`${path}: ${runbookFor({ plan, survey }).refusal}`);
  if (options.json) return printJson(document);
  if (options.back !== undefined) return printWayBack({ plan, survey }, options.back);
  const runbook = runbookFor({ plan, survey });
  if (runbook.phases.length === 0)
    return print('Nothing is to be done: the plan leaves the disk as it was found.');
  for (const phase of runbook.phases) {
    print(`${phase.restart ? '↻ ' : ''}${phase.title}`);
    for (const step of phase.steps) print(`  ${step.number}. ${step.title}`);
  }
  print(`Restarts: ${document.restarts}. Copying: ${timeInWords(document.seconds)}.`);
}

function printWayBack(planned: Planned, done: number): void {
  const { steps, losses } = wayBackInWords(planned, done);
  for (const [i, step] of steps.entries()) print(`  ${i + 1}. ${step.title}`);
  if (steps.length === 0) print('Nothing is to be undone.');
  for (const loss of losses) print(`Not brought back: ${loss}`);
}
