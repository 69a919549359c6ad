import { ofBoot } from './boot.js';
import { ofDisk } from './disk.js';
import { remedies } from './remedies.js';
import { ofSystems } from './systems.js';

export { findingText, type FindingText } from './text.js';

/** What each rule says of what it found, by the rule and, where it has several, the case; and what remedies do. */
export const findings = { ...ofDisk, ...ofSystems, ...ofBoot, ...remedies };
