import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { download, fileName } from '../parts/download.js';
import { Caught } from '../shell/Caught.js';
import { words } from '../words/words.js';
import { useOpenMachine, useOpenState } from './context.js';

/** A stage that fails leaves the other stages, a way back over the last change, and the machine as a file. */
export function CaughtStage({ children }: { children: ReactNode }) {
  return <Caught ways={(again) => <Ways again={again} />}>{children}</Caught>;
}

function Ways({ again }: { again: () => void }) {
  const { open, id, name, story } = useOpenMachine();
  const { plan, survey, history } = useOpenState();
  const undo = () => {
    open.undo();
    again();
  };
  const save = () => {
    const file = JSON.stringify({ id, name, story, plan, survey }, null, 1);
    download(`${fileName(name)}.json`, new Blob([file], { type: 'application/json' }));
  };
  return (
    <>
      <Button variant="default" onClick={undo} disabled={history.undo.length === 0}>
        {words['caught.undo']()}
      </Button>
      <Button variant="default" onClick={save}>
        {words['caught.save']()}
      </Button>
    </>
  );
}
