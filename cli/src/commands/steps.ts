import { runbookFor, procedureFor, timeInWords } from '@rhizotome/core';
import { Failure } from '../failure.js';
import { readPlan } from '../input.js';
import { print, printJson } from '../output.js';

/** Prints the steps of a plan in their order. */
export function steps(path: string, options: { readonly json?: boolean }): void {
  const { plan, survey } = readPlan(path);
  const procedure = procedureFor(plan, survey);
  if (!procedure.ordered.ok)
    throw new Failure(`${path}: the steps of this plan wait for one another in a circle.`);
  if (options.json) {
    const { restarts, moved, seconds } = procedure;
    const list = procedure.phases.flatMap((phase) => phase.steps);
    printJson({ format: 'rhizotome/steps', version: 1, restarts, moved, seconds, steps: list });
    return;
  }
  const runbook = runbookFor(plan, survey);
  if (runbook.phases.length === 0)
    return print('Nothing is to be done: the plan leaves the disk as it was found.');
  for (const phase of runbook.phases) {
    print(`${phase.restart ? '↻ ' : ''}${phase.title}`);
    for (const step of phase.steps) print(`  ${step.number}. ${step.title}`);
  }
  print(`Restarts: ${procedure.restarts}. Copying: ${timeInWords(procedure.seconds)}.`);
}
