import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalText } from '../schema/index.js';

/** What a history has come to, in 64 hexadecimal digits: two that are the same at a revision are one history up to there. */
export type Digest = string & { readonly __unit: 'digest' };

/** What of an edit is part of the history. The edit is any JSON value: one of an earlier version counts as it was written. */
export interface Chained {
  readonly key: string;
  readonly intent: string;
  readonly edit: unknown;
}

const of = (text: string): Digest => bytesToHex(sha256(utf8ToBytes(text))) as Digest;

/** Before the first edit: what the plan was then; `null` where that is not known. */
export function firstDigest(beginning: unknown): Digest {
  return of(`rhizotome history 1\n${canonicalText(beginning)}`);
}

/** After one more edit. Law: no edit before it can be another, left out or exchanged without changing this one. */
export function nextDigest(before: Digest, { key, intent, edit }: Chained): Digest {
  return of(`${before}\n${canonicalText([key, intent, edit])}`);
}

/** As it is printed and read out: twelve digits, four together. */
export function shortDigest(digest: Digest): string {
  return [0, 4, 8].map((at) => digest.slice(at, at + 4)).join(' ');
}

/** A digest that came from outside; `undefined` where it is none. */
export function asDigest(text: string): Digest | undefined {
  return /^[0-9a-f]{64}$/.test(text) ? (text as Digest) : undefined;
}
