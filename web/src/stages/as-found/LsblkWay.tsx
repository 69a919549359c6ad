import { Button, NativeSelect, Textarea } from '@mantine/core';
import { disksInLsblk, formatBoth, LSBLK_COMMAND, surveyFromLsblk } from '@rhizotome/core';
import { useState } from 'react';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';

/** Output of lsblk, pasted. With several disks, which one is asked. */
export function LsblkWay({ identity, adopt }: WayProps) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const listed = text.trim() === '' ? null : disksInLsblk(text);
  const disks = listed?.ok ? listed.disks : [];
  const path = disks.some((d) => d.path === chosen) ? chosen! : disks[0]?.path;

  const read = () => {
    const outcome = surveyFromLsblk(text, identity(), path);
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(outcome.refusal.message);
  };
  const refusal = problem ?? (listed && !listed.ok ? listed.refusal.message : null);
  return (
    <div className={classes.stack}>
      <div>
        <p>Run this on the machine, if possible as root, and paste all of its output:</p>
        <code className={classes.command}>{LSBLK_COMMAND}</code>
      </div>
      <Textarea
        aria-label="Output of lsblk"
        placeholder='{ "blockdevices": [ … ] }'
        minRows={8}
        maxRows={16}
        autosize
        spellCheck={false}
        value={text}
        onChange={(event) => {
          setText(event.currentTarget.value);
          setProblem(null);
        }}
      />
      {refusal && (
        <p role="alert" className={classes.refusal}>
          {refusal}
        </p>
      )}
      <div className={classes.row}>
        {disks.length > 1 && (
          <NativeSelect
            label="Which disk"
            value={path ?? ''}
            data={disks.map((d) => ({
              value: d.path,
              label: `${d.path}, ${formatBoth(d.sizeBytes)}, ${d.partitions} partitions`,
            }))}
            onChange={(event) => setChosen(event.currentTarget.value)}
          />
        )}
        <Button onClick={read} disabled={disks.length === 0}>
          Read the disk
        </Button>
      </div>
    </div>
  );
}
