import type { RunbookStep } from '../runbook/index.js';

type Role = RunbookStep['typed'][number]['role'];

/** Commands of a step, all or those of some roles. */
export const commandsIn = (
  { typed }: Pick<RunbookStep, 'typed'>,
  ...roles: readonly Role[]
): readonly string[] =>
  typed.filter(({ role }) => roles.length === 0 || roles.includes(role)).flatMap(({ commands }) => commands);

/** The lines in which they are printed. */
export const linesIn = (
  { typed }: Pick<RunbookStep, 'typed'>,
  ...roles: readonly Role[]
): readonly string[] =>
  typed.filter(({ role }) => roles.length === 0 || roles.includes(role)).flatMap(({ lines }) => lines);
