import { safetiesOf } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { foundName, systemName } from './says/facts.js';

export type NowSays = Message<Extract<Code, `now.${string}`>>;

/** What keeps the data after so many steps, apart from the disk itself: copies, keys, protection, sleep. */
export function safetyNow(planned: Planned, done: number): readonly NowSays[] {
  const safety = safetiesOf(planned)[done];
  if (!safety) return [];
  return [
    message('now.files', { copied: safety.filesCopied }),
    message('now.table', { copy: safety.tableCopy }),
    ...[...safety.protections].map(([id, protection]) =>
      message('now.protection', {
        volume: foundName(planned, id),
        protection,
        key: safety.keysOnPaper.includes(id),
      }),
    ),
    ...safety.asleep.map((id) => message('now.asleep', { system: systemName(planned, id) })),
  ];
}
