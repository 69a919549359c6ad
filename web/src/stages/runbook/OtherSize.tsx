import { Button } from '@mantine/core';
import {
  refusalSays,
  sizeContextFor,
  sizedBy,
  sizeOf,
  wentOtherwise,
  type RunbookStep,
  type Survey,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';

/** For a step that makes a size: that another one came of it, from which the plan goes on. */
export function OtherSize({ step, survey }: { step: RunbookStep; survey: Survey }) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const [asked, setAsked] = useState(false);
  const planned = { plan, survey };
  const partition = sizedBy(planned, step.step);
  if (!partition) return null;
  if (!asked)
    return (
      <Button
        size="compact-xs"
        variant="subtle"
        color="loam"
        className="no-print"
        aria-label={words['runbook.other-size-of'](step.number)}
        onClick={() => setAsked(true)}
      >
        {words['runbook.other-size']()}
      </Button>
    );
  const take = (size: number): string | null => {
    const went = wentOtherwise(planned, step.step, size, new Date().toISOString());
    if (went.ok) return tryEdit(went.edit);
    return words['runbook.other-size-refused'](say(refusalSays(went.refusal, survey.disk.sectorBytes)));
  };
  return (
    <SizeInput
      label={words['runbook.size-now']()}
      context={sizeContextFor(planned, partition)}
      value={sizeOf(partition, survey)}
      begun=""
      hint={words['runbook.size-now-about']()}
      onSize={take}
      onDone={() => setAsked(false)}
    />
  );
}
