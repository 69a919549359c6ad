import { Button, TextInput, type MantineSize } from '@mantine/core';
import { useState, type FormEvent } from 'react';

interface Props {
  /** What the field is for, for those who do not see what stands in it. */
  readonly label: string;
  readonly placeholder: string;
  readonly button: string;
  readonly size: MantineSize;
  readonly busy: boolean;
  /** Keeps the plan under a name; whether that was done. */
  readonly keep: (name: string) => Promise<boolean>;
  readonly className: string | undefined;
}

/** A name, and the plan is kept under it; where that fails, the name stays typed. */
export function KeepPlanForm({ label, placeholder, button, size, busy, keep, className }: Props) {
  const [name, setName] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() !== '' && (await keep(name.trim()))) setName('');
  };
  return (
    <form className={className} onSubmit={(event) => void submit(event)}>
      <TextInput
        size={size}
        aria-label={label}
        placeholder={placeholder}
        value={name}
        maxLength={80}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <Button size={size} type="submit" loading={busy} disabled={name.trim() === ''}>
        {button}
      </Button>
    </form>
  );
}
