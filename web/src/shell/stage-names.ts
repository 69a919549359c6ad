import type { Stage } from '@rhizotome/core';
import { words } from '../words/words.js';

export const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  machine: words['shell.machine'](),
  'as-found': words['shell.as-found'](),
  systems: words['shell.systems'](),
  boot: words['shell.boot'](),
  layout: words['shell.layout'](),
  findings: words['shell.findings'](),
  runbook: words['shell.runbook'](),
};

/** The name of a stage as an address has it; of one that is none of the order, the address itself. */
export function stageTitle(stage: string): string {
  if (stage === 'alternatives') return words['shell.alternatives']();
  return (STAGE_NAMES as Readonly<Record<string, string>>)[stage] ?? stage;
}
