import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { words } from '../../words/words.js';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly optional?: boolean;
  /** Whether it was taken. */
  readonly save: (value: string) => boolean;
}

/** A text that is saved when the field is left; what cannot be saved stays in it. */
export function NameInput({ label, value, optional = false, save }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const empty = draft !== null && draft.trim() === '' && !optional;
  const commit = () => {
    if (draft === null || empty) return;
    if (draft.trim() === value || save(draft.trim())) setDraft(null);
  };
  return (
    <TextInput
      {...(optional ? { label } : { 'aria-label': label })}
      size="sm"
      maxLength={optional ? 200 : 60}
      value={draft ?? value}
      error={empty ? words['systems.enter-name']() : null}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
        if (e.key === 'Escape') setDraft(null);
      }}
    />
  );
}
