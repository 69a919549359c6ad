import { Button, Modal, TextInput } from '@mantine/core';
import { useState, type FormEvent } from 'react';
import { words } from '../words/words.js';

interface Props {
  readonly name: string;
  readonly save: (name: string) => void;
  readonly close: () => void;
}

/** Asks for another name of something. */
export function RenameDialog({ name, save, close }: Props) {
  const [draft, setDraft] = useState(name);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (draft.trim() === '') return;
    save(draft.trim());
    close();
  };
  return (
    <Modal opened onClose={close} title={words['parts.rename'](name)}>
      <form onSubmit={submit}>
        <TextInput
          label={words['parts.name']()}
          value={draft}
          maxLength={80}
          data-autofocus
          onChange={(e) => setDraft(e.currentTarget.value)}
        />
        <Button type="submit" mt="md" disabled={draft.trim() === ''}>
          {words['common.rename']()}
        </Button>
      </form>
    </Modal>
  );
}
