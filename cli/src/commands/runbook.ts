import { english, findAll, runbookFor, runbookHtml, runbookMarkdown, type Level } from '@rhizotome/core';
import { readPlan } from '../input.js';
import { print } from '../output.js';
import { say } from '../words.js';
import { visible } from '../visible.js';

export interface RunbookOptions {
  readonly html?: boolean;
}

/** Prints the runbook of a plan, in the same sentences as the app: as Markdown, or as one page. */
export function runbook(path: string, { html }: RunbookOptions): void {
  const { name, plan, survey } = readPlan(path);
  const planned = { plan, survey };
  const findings = findAll(planned);
  const titles = (level: Level) => findings.filter((f) => f.level === level).map((f) => say(f.says).title);
  const title = {
    machine: visible(name || path),
    madeAt: new Date().toISOString(),
    blockers: titles('blocker'),
    hazards: titles('hazard'),
  };
  const write = html ? runbookHtml : runbookMarkdown;
  print(linesOf(write(english, runbookFor(planned), title)).trimEnd());
}

/** Names in it can only be read; its own lines stay lines. */
const linesOf = (text: string): string => text.split('\n').map(visible).join('\n');
