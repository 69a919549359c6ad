import { Button } from '@mantine/core';
import type { RunbookStep, StepRecord } from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { WordInput } from '../../parts/WordInput.js';
import { words } from '../../words/words.js';
import { OtherSize } from './OtherSize.js';
import classes from './RunbookStage.module.css';

/** When a step was ticked off, and what is noted of it. */
export function StepNote({ step }: { step: RunbookStep }) {
  const { id, number, record, done } = step;
  const { survey } = useOpenState();
  const { tryEdit } = useEdit();
  const [writing, setWriting] = useState(false);
  const save = (remark: string) => {
    setWriting(false);
    const next: StepRecord = { at: record?.at ?? null, remark };
    return tryEdit({ kind: 'record', step: id, record: next.at === null && remark === '' ? null : next });
  };
  const remark = record?.remark ?? '';
  return (
    <div className={classes.note}>
      {done && record?.at && (
        <span className="small soft">{words['runbook.done-at'](new Date(record.at))}</span>
      )}
      {writing || remark !== '' ? (
        <WordInput key={remark} hideLabel label={words['runbook.note'](number)} value={remark} save={save} />
      ) : (
        <Button
          size="compact-xs"
          variant="subtle"
          color="loam"
          className="no-print"
          aria-label={words['runbook.add-note-to'](number)}
          onClick={() => setWriting(true)}
        >
          {words['runbook.add-note']()}
        </Button>
      )}
      {survey && <OtherSize step={step} survey={survey} />}
    </div>
  );
}
