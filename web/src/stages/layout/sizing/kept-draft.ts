import { useState } from 'react';
import { local } from '../../../parts/browser-store.js';

const PREFIX = 'rhizotome.sizing.';

/** What is told of needs, by machine: it outlives a reload, and is no part of the plan. */
export function useKeptDraft<T extends object>(machine: string, name: string, initial: T) {
  const key = `${PREFIX}${name}.${machine}`;
  const [value, setValue] = useState<T>(() => ({ ...initial, ...stored(key) }));
  const change = (changes: Partial<T>) => {
    const next = { ...value, ...changes };
    setValue(next);
    local.set(key, JSON.stringify(next));
  };
  return [value, change] as const;
}

function stored(key: string): object {
  try {
    const value: unknown = JSON.parse(local.get(key) ?? '{}');
    return typeof value === 'object' && value !== null ? value : {};
  } catch {
    return {};
  }
}
