import { isReadFaultCode, message, type Phrase, type ReadFaultSays } from '../words/index.js';
import { volumeName } from './kinds.js';
import { VOLUME_KINDS, type VolumeKind } from './traits/index.js';

/** Why something of a volume was not read, as it is kept and written: `read.missing from=4096 to=8192`. */
export function unreadAs({ code, with: params }: ReadFaultSays): string {
  const values = Object.entries(params ?? {}).map(
    ([key, value]) => `${key}=${encodeURIComponent(String(value))}`,
  );
  return [code, ...values].join(' ');
}

/** The sentence of it. What an earlier version kept, or somebody wrote, is a sentence already. */
export function unreadSays(kept: string): Phrase {
  const [code = '', ...values] = kept.split(' ');
  if (!isReadFaultCode(code)) return message('read.told', { text: kept });
  const params = values.map((value) => {
    const [key = '', text = ''] = value.split('=');
    return [key, key === 'kinds' ? text.split('%2C').map(named) : decoded(text)] as const;
  });
  return { code, with: params.length > 0 ? Object.fromEntries(params) : null };
}

const named = (kind: string) =>
  VOLUME_KINDS.includes(kind as VolumeKind) ? volumeName(kind as VolumeKind) : kind;

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
