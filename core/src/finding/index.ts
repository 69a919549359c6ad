export { findingsPage } from './table.js';
export { acceptEdit, isAcceptable } from './accept.js';
export { countByLevel, findAll, stepOfFinding } from './find.js';
export { LEVELS, type EvidenceItem, type Finding, type Level, type Remedy } from './finding.js';
export { basisOf, type Rule } from './rule.js';
export { RULES } from './rules.js';
