import { createHash } from 'node:crypto';
import type { DemoName } from '@rhizotome/demo';

/**
 * Under what a demo machine is put on every bench: a backup of one bench then knows those of another. UUIDs of version 8 (RFC 9562, §5.8),
 * made from its name.
 */
export function demoIdentity(name: DemoName): { readonly id: string; readonly surveyId: string } {
  return { id: uuidOf(`machine ${name}`), surveyId: uuidOf(`reading ${name}`) };
}

function uuidOf(text: string): string {
  const hex = createHash('sha256').update(`rhizotome demo ${text}`).digest('hex');
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `8${hex.slice(13, 16)}`,
    `8${hex.slice(17, 20)}`,
    hex.slice(20, 32),
  ].join('-');
}
