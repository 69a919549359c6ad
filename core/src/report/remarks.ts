import { readVariables } from '../firmware/index.js';
import { message, type Message } from '../words/index.js';
import type { MachineReport } from './format.js';

export type ReportRemark = Message<
  'report.apple-silicon' | 'report.no-administrator' | 'report.variable-unread'
>;

/** What a report could not tell, and what has to be known before planning. */
export function remarksOn({ by, machine, variables }: MachineReport): ReportRemark[] {
  const family = by.family === 'windows' || by.family === 'linux' ? by.family : 'other';
  return [
    ...(machine?.appleSilicon ? [message('report.apple-silicon')] : []),
    ...(by.administrator === false ? [message('report.no-administrator', { family })] : []),
    ...readVariables(variables ?? {}).unread.map((fault) => message('report.variable-unread', fault)),
  ];
}
