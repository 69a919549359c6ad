import { Button, PasswordInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { token } from '../api/token.js';
import { Wordmark } from './Wordmark.js';
import { words } from '../words/words.js';

/** Asks for the token of a server that others can reach. */
export function AskToken() {
  const [value, setValue] = useState('');
  const client = useQueryClient();
  const wrong = token.get() !== null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    token.set(value.trim());
    void client.invalidateQueries();
  };
  return (
    <main style={{ maxWidth: 420, margin: '12vh auto', padding: '0 1.2rem' }}>
      <Wordmark />
      <form onSubmit={submit} style={{ marginTop: '1.5rem', display: 'grid', gap: '0.9rem' }}>
        <PasswordInput
          label={words['shell.access-token-server']()}
          description={words['shell.rhizotome-token-server-was']()}
          error={wrong ? words['shell.server-did-not-accept']() : null}
          value={value}
          autoFocus
          onChange={(event) => setValue(event.currentTarget.value)}
        />
        <div>
          <Button type="submit" disabled={value.trim() === ''}>
            {words['shell.open']()}
          </Button>
        </div>
      </form>
    </main>
  );
}
