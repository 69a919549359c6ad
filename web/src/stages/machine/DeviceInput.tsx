import { TextInput } from '@mantine/core';
import { isDeviceName } from '@rhizotome/core';
import { useState } from 'react';
import { words } from '../../words/words.js';

/** The name of the disk as the kernel gives it; kept while it is none. */
export function DeviceInput({ device, save }: { device: string; save: (device: string) => boolean }) {
  const [draft, setDraft] = useState<string | null>(null);
  const bad = draft !== null && !isDeviceName(draft);
  const commit = () => {
    if (draft !== null && !bad && save(draft.trim())) setDraft(null);
  };
  return (
    <TextInput
      aria-label={words['machine.name-disk-linux']()}
      w={220}
      value={draft ?? device}
      maxLength={64}
      placeholder="nvme0n1"
      error={bad ? words['machine.use-letters-digits-only']() : null}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}
