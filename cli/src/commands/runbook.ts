import {
  english,
  momentMarkdown,
  practiceFiles,
  runbookFiles,
  runbookFor,
  runbookHtml,
  runbookMarkdown,
  sheetsMarkdown,
  titleOf,
  zipOf,
} from '@rhizotome/core';
import { Failure } from '../failure.js';
import { readPlan } from '../input.js';
import { momentAfter } from '../moment.js';
import { print, writeFile } from '../output.js';
import { visible } from '../visible.js';

export interface RunbookOptions {
  readonly html?: boolean;
  readonly sheet?: boolean;
  /** How many steps are done. */
  readonly moment?: number;
  /** A file to write everything into that goes to the machine. */
  readonly zip?: string;
  readonly force?: boolean;
}

/** Prints the runbook of a plan, in the same sentences as the app: as Markdown, or as one page. */
export function runbook(path: string, { html, sheet, moment, zip, force }: RunbookOptions): void {
  if ([html, sheet, moment !== undefined, zip !== undefined].filter(Boolean).length > 1)
    throw new Failure('--html, --sheet, --moment and --zip each give something else: give one of them.');
  const { name, story, plan, survey } = readPlan(path);
  const planned = { plan, survey };
  if (sheet) return print(linesOf(sheetsMarkdown(english, runbookFor(planned))).trimEnd());
  if (moment !== undefined)
    return print(linesOf(momentMarkdown(english, planned, momentAfter(planned, moment))).trimEnd());
  const title = titleOf(english, planned, visible(name || path), new Date().toISOString());
  if (zip !== undefined) {
    const files = { ...runbookFiles(english, planned, story, title), ...practiceFiles(english, planned) };
    const bytes = zipOf(files, title.machine, title.madeAt);
    return writeFile(zip, force === true, (put) => put(bytes, 0), path);
  }
  const write = html ? runbookHtml : runbookMarkdown;
  print(linesOf(write(english, runbookFor(planned), title)).trimEnd());
}

/** Names in it can only be read; its own lines stay lines. */
const linesOf = (text: string): string => text.split('\n').map(visible).join('\n');
