import { countByLevel, findAll, type Finding } from '@rhizotome/core';
import { EXIT } from '../failure.js';
import { readPlan } from '../input.js';
import { print, printJson } from '../output.js';
import { say, text } from '../words.js';

/** Prints the findings of a plan. @returns the exit code: 1 where one says that the plan cannot work. */
export function check(path: string, options: { readonly json?: boolean }): number {
  const { plan, survey } = readPlan(path);
  const findings = findAll({ plan, survey });
  if (options.json)
    printJson({ format: 'rhizotome/findings', version: 1, findings: findings.map(findingDocument) });
  else if (findings.length === 0) print('No problem was found in this plan.');
  else print(findings.map(inWords).join('\n\n'));
  return countByLevel(findings).blocker > 0 ? EXIT.found : EXIT.done;
}

/** A finding as it is printed: its texts, and the codes of the catalogue for programs that have words of their own. */
function findingDocument({ says, evidence, remedies, ...finding }: Finding) {
  return {
    ...finding,
    ...say(says),
    code: says.code,
    evidence: evidence.map((e) => ({ what: text(e.what), value: text(e.value) })),
    remedies: remedies.map((r) => ({ title: text(r.title), code: r.title.code, edit: r.edit })),
  };
}

function inWords(finding: Finding): string {
  const { level, title, why, evidence, remedies, accepted } = findingDocument(finding);
  return [
    `${accepted === undefined ? level : `accepted ${level}`}: ${title}`,
    `  ${why}`,
    ...(accepted ? [`  accepted: ${accepted}`] : []),
    ...evidence.map((e) => `  ${e.what}: ${e.value}`),
    ...remedies.map((r) => `  remedy: ${r.title}`),
  ].join('\n');
}
