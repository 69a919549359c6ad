import type { DocumentFault } from '../schema/index.js';
import { message, type Message } from '../words/index.js';

/** Why a text is no report, and what to do. */
export function reportFaultSays(
  fault: DocumentFault,
): Message<'report.not-json' | 'document.newer' | 'document.shape'> {
  if (fault.code === 'not-json') return message('report.not-json');
  const what = 'report';
  if (fault.code === 'newer')
    return message('document.newer', { what, version: fault.version, known: fault.known });
  return message('document.shape', { what, path: fault.path, problem: fault.problem });
}
