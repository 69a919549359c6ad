import type { DocumentFault } from '../schema/index.js';
import { message, type Code, type Message } from '../words/index.js';

/** What is wrong with a document; `what` names its kind: plan, edit, survey, machine. */
export function documentFaultSays(
  what: string,
  fault: DocumentFault,
): Message<Extract<Code, `document.${string}`>> {
  switch (fault.code) {
    case 'not-json':
      return message('document.not-json', { what });
    case 'newer':
      return message('document.newer', { what, version: fault.version, known: fault.known });
    case 'shape':
      return message('document.shape', { what, path: fault.path, problem: fault.problem });
  }
}
