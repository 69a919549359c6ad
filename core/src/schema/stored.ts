import type { z } from 'zod';
import { message, type Phrase } from '../words/index.js';
import { parseJson } from './json.js';
import { same } from './same.js';
import { issueSays, pathOf } from './issue.js';

/** Why something that was stored, sent or opened is not the document it should be. */
export type DocumentFault =
  | { readonly code: 'not-json' }
  /** Written by a later version of this program, which alone can read it. */
  | { readonly code: 'newer'; readonly version: number; readonly known: number }
  /** Where it is not as it should be, and what is wrong there. */
  | { readonly code: 'shape'; readonly path: string; readonly problem: Phrase };

export type ReadDocument<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: DocumentFault };

/** A kind of document, in the version written today. */
export interface DocumentKind<T> {
  readonly version: number;
  readonly schema: z.ZodType<T>;
  /**
   * What brings a document of an earlier version to today's, oldest first: the one at `n` takes version `n + 1` to
   * `n + 2`. A document without a version is of version 1.
   */
  readonly upgrades: readonly ((document: Readonly<Record<string, unknown>>) => Record<string, unknown>)[];
  /** Where the version stands; `undefined`: in a document of this kind it is told by its shape. */
  readonly versionOf: (document: Readonly<Record<string, unknown>>) => number;
}

/** The number that a document gives as its version; 1 where it gives none. */
export const statedVersion = ({ version }: Readonly<Record<string, unknown>>): number =>
  typeof version === 'number' ? version : 1;

/** A document of any version, as one of today's; or what is wrong with it. Never throws. */
export function readDocumentOf<T>(kind: DocumentKind<T>, document: unknown): ReadDocument<T> {
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    return { ok: false, fault: { code: 'shape', path: '', problem: message('shape.no-object') } };
  const record = document as Record<string, unknown>;
  const version = kind.versionOf(record);
  if (version > kind.version) return { ok: false, fault: { code: 'newer', version, known: kind.version } };
  const upgraded = kind.upgrades.slice(version - 1).reduce((older, upgrade) => upgrade(older), record);
  const parsed = kind.schema.safeParse(upgraded);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0]!;
  return {
    ok: false,
    fault: { code: 'shape', path: pathOf(issue), problem: issueSays(issue, upgraded) },
  };
}

/** The same, of a text. */
export function readStored<T>(kind: DocumentKind<T>, text: string): ReadDocument<T> {
  try {
    return readDocumentOf(kind, parseJson(text));
  } catch (error) {
    if (error instanceof SyntaxError) return { ok: false, fault: { code: 'not-json' } };
    throw error;
  }
}

/** A document as a text that is kept, or why it must not be: `undefined` where another document would be read back. */
export type WrittenText =
  | { readonly ok: true; readonly text: string }
  | { readonly ok: false; readonly fault: DocumentFault | undefined };

/** The text of a document, read back: what its own reader refuses is never kept. */
export function writtenText<T>(kind: DocumentKind<T>, value: T): WrittenText {
  const text = JSON.stringify(value);
  const outcome = readStored(kind, text);
  if (outcome.ok && same(outcome.value, value)) return { ok: true, text };
  return { ok: false, fault: outcome.ok ? undefined : outcome.fault };
}
