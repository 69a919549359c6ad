import { Button, NativeSelect, Textarea } from '@mantine/core';
import { disksInLsblk, formatBoth, LSBLK_COMMAND, surveyFromLsblk } from '@rhizotome/core';
import { useState } from 'react';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';
import { words } from '../../words/words.js';
import { text as textOf } from '../../words/say.js';

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
    else setProblem(textOf(outcome.refusal.says));
  };
  const refusal = problem ?? (listed && !listed.ok ? textOf(listed.refusal.says) : null);
  return (
    <div className={classes.stack}>
      <div>
        <p>{words['as-found.run-machine-if-possible']()}</p>
        <code className={classes.command}>{LSBLK_COMMAND}</code>
      </div>
      <Textarea
        aria-label={words['as-found.output-lsblk']()}
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
            label={words['as-found.which-disk']()}
            value={path ?? ''}
            data={disks.map((d) => ({
              value: d.path,
              label: words['as-found.partitions'](d.path, formatBoth(d.sizeBytes), d.partitions),
            }))}
            onChange={(event) => setChosen(event.currentTarget.value)}
          />
        )}
        <Button onClick={read} disabled={disks.length === 0}>
          {words['common.read-disk']()}
        </Button>
      </div>
    </div>
  );
}
