import { crc32, encodeUtf8 } from '../bytes/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { inEnglish, type Phrase } from '../words/index.js';
import type { Finding, Level } from './finding.js';

/** What may stand as it is: what cannot work or can lose data is mended, not accepted. */
const ACCEPTABLE: readonly Level[] = ['caution', 'advice'];

export const isAcceptable = ({ level }: Pick<Finding, 'level'>): boolean => ACCEPTABLE.includes(level);

/** Codes of what is called something where nobody named it. */
const NAME = /^(?:role|the-role|volume|evidence|line|source|kind|damage|damaged)\./;

/** Such names were texts once, and what was accepted then stays accepted. */
function namesAsTexts(_: string, value: unknown): unknown {
  return isPhrase(value) && NAME.test(value.code) ? inEnglish(value) : value;
}

const isPhrase = (value: unknown): value is Phrase =>
  typeof value === 'object' && value !== null && 'code' in value && 'with' in value;

/** A digest of what a finding says and of its figures: another one, and it is another matter. */
function evidenceOf({ level, says, evidence }: Finding): string {
  return crc32(encodeUtf8(JSON.stringify([level, says, evidence], namesAsTexts)))
    .toString(16)
    .padStart(8, '0');
}

/** The remark with which a finding was accepted; `undefined` where it was not, or says something else by now. */
export function acceptanceOf(plan: Plan, finding: Finding): string | undefined {
  const accepted = plan.accepted?.[finding.id];
  return accepted && isAcceptable(finding) && accepted.evidence === evidenceOf(finding)
    ? accepted.remark
    : undefined;
}

/** Accepts a finding as it is now. */
export function acceptEdit(finding: Finding, remark: string): Edit {
  const accepted = { evidence: evidenceOf(finding), remark };
  return { kind: 'accept', finding: finding.id, accepted };
}
