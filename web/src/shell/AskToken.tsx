import { Button, PasswordInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { token } from '../api/token.js';
import { Wordmark } from './Wordmark.js';

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
          label="Access token of this server"
          description="It is the RHIZOTOME_TOKEN that the server was started with."
          error={wrong ? 'The server did not accept that token.' : null}
          value={value}
          autoFocus
          onChange={(event) => setValue(event.currentTarget.value)}
        />
        <div>
          <Button type="submit" disabled={value.trim() === ''}>
            Open
          </Button>
        </div>
      </form>
    </main>
  );
}
