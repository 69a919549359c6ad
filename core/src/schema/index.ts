export { exactly } from './exact.js';
export {
  readDocumentOf,
  readStored,
  statedVersion,
  type DocumentFault,
  type DocumentKind,
  type ReadDocument,
} from './stored.js';
export { same } from './same.js';
