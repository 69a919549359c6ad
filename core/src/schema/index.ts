export { exactly } from './exact.js';
export {
  readDocumentOf,
  readStored,
  statedVersion,
  writtenText,
  type DocumentFault,
  type DocumentKind,
  type ReadDocument,
} from './stored.js';
export { issueSays, pathOf } from './issue.js';
export { same } from './same.js';
export { DEEPEST_JSON, isDeeperThan, parseJson } from './json.js';
export { canonicalText } from './canonical.js';
