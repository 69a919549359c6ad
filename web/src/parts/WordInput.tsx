import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { words } from '../words/words.js';

interface WordProps {
  readonly label: string;
  readonly value: string;
  readonly disabled?: boolean;
  readonly hideLabel?: boolean;
  readonly placeholder?: string;
  readonly limit?: number | undefined;
  readonly save: (value: string) => string | null;
}

/** A word that is taken on Enter or on leaving the field; what is refused stays, with the reason. */
export function WordInput({
  label,
  value,
  disabled = false,
  hideLabel = false,
  placeholder,
  limit,
  save,
}: WordProps) {
  const [draft, setDraft] = useState(value);
  const [refusal, setRefusal] = useState<string | null>(null);
  const commit = () => {
    if (draft !== value) setRefusal(save(draft.trim()));
  };
  return (
    <TextInput
      size="xs"
      {...(hideLabel ? { 'aria-label': label } : { label })}
      {...(placeholder === undefined ? {} : { placeholder })}
      value={draft}
      disabled={disabled}
      maxLength={255}
      error={
        refusal ??
        (limit !== undefined && draft.length > limit ? words['layout.at-most-characters'](limit) : null)
      }
      onChange={(e) => {
        setDraft(e.currentTarget.value);
        setRefusal(null);
      }}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}
