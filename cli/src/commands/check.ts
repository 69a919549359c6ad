import { countByLevel, findAll, type Finding } from '@rhizotome/core';
import { EXIT } from '../failure.js';
import { readPlan } from '../input.js';
import { print, printJson } from '../output.js';

/** Prints the findings of a plan. @returns the exit code: 1 where one says that the plan cannot work. */
export function check(path: string, options: { readonly json?: boolean }): number {
  const { plan, survey } = readPlan(path);
  const findings = findAll({ plan, survey });
  if (options.json) printJson({ format: 'rhizotome/findings', version: 1, findings });
  else if (findings.length === 0) print('Nothing is wrong with this plan as far as can be told.');
  else print(findings.map(inWords).join('\n\n'));
  return countByLevel(findings).blocker > 0 ? EXIT.found : EXIT.done;
}

function inWords({ level, title, why, evidence, remedies }: Finding): string {
  return [
    `${level}: ${title}`,
    `  ${why}`,
    ...evidence.map((e) => `  ${e.what}: ${e.value}`),
    ...remedies.map((r) => `  could be mended: ${r.title}`),
  ].join('\n');
}
