import { Button, TextInput } from '@mantine/core';
import { useState, type FormEvent } from 'react';
import { api } from '../../api/client.js';
import { useOpenMachine } from '../../open/context.js';
import { whyOf } from '../../parts/why-of.js';
import { words } from '../../words/words.js';
import classes from './RunbookStage.module.css';

/** Whether a runbook on paper, or a file, is still of the plan that is here. */
export function PaperCheck() {
  const { id, open } = useOpenMachine();
  const [signs, setSigns] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const check = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await open.saved();
      const { revision, same, edits } = await api.paper(id, signs.trim());
      setSaid(
        revision === null
          ? words['paper.not-of-this-machine']()
          : words[same ? 'paper.same' : 'paper.other'](edits),
      );
    } catch (error) {
      setSaid(whyOf(error));
    }
  };
  return (
    <section className={`${classes.paper} no-print`}>
      <h2>{words['paper.title']()}</h2>
      <form onSubmit={(event) => void check(event)}>
        <TextInput
          label={words['paper.signs']()}
          placeholder="6108 e979 55b4"
          value={signs}
          onChange={(event) => setSigns(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" disabled={signs.trim() === ''}>
          {words['paper.check']()}
        </Button>
      </form>
      {said && <p role="status">{said}</p>}
    </section>
  );
}
