import type { Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import type { Catalogue } from '../words/index.js';
import { markdownOf, momentPage, plainMarkdown, sheetsPage, termsPage, wholePage } from './page/index.js';
import type { Runbook } from './runbook.js';
import type { RunbookTitle } from './title.js';

/** The runbook as Markdown (CommonMark, with tables): the same blocks as the page. */
export function runbookMarkdown(catalogue: Catalogue, runbook: Runbook, title: RunbookTitle): string {
  const body = markdownOf(wholePage(catalogue, runbook, title));
  const terms = markdownOf(termsPage(catalogue, body));
  return [`# ${plainMarkdown(title.machine)}`, body, terms].filter(Boolean).join('\n\n').concat('\n');
}

/** Only what is listed where: a table for every environment in which a line is picked, and the disk at the end. */
export const sheetsMarkdown = (catalogue: Catalogue, runbook: Runbook): string =>
  `${markdownOf(sheetsPage(catalogue, runbook))}\n`;

/** The disk at a moment, as a Linux lists it, and the step that comes next. */
export const momentMarkdown = (catalogue: Catalogue, planned: Planned, moment: Moment): string =>
  `${markdownOf(momentPage(catalogue, planned, moment))}\n`;
