import { Button, NativeSelect, Textarea } from '@mantine/core';
import { formatBoth, LSBLK_COMMAND } from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { readGiven } from '../../workers/read-given.js';
import { useReadGiven } from '../../workers/useReadGiven.js';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';
import { whyOf } from '../../parts/why-of.js';
import { words } from '../../words/words.js';
import { text as textOf } from '../../words/say.js';

/** Output of lsblk, pasted. With several disks, which one is asked. */
export function LsblkWay({ identity, adopt }: WayProps) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const pasted = useMemo<[string] | null>(() => (text.trim() === '' ? null : [text]), [text]);
  const { value: listed, problem: unread } = useReadGiven(words['given.lsblk'](), 'disksInLsblk', pasted);
  const disks = listed?.ok ? listed.disks : [];
  const path = disks.some((d) => d.path === chosen) ? chosen! : disks[0]?.path;

  const read = async () => {
    const outcome = await readGiven(
      words['as-found.output-lsblk'](),
      'surveyFromLsblk',
      text,
      identity(),
      path,
    ).result;
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(textOf(outcome.refusal.says));
  };
  const refusal = problem ?? unread ?? (listed && !listed.ok ? textOf(listed.refusal.says) : null);
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
          {textOf(refusal)}
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
        <Button
          onClick={() => void read().catch((error: unknown) => setProblem(textOf(whyOf(error))))}
          disabled={disks.length === 0}
        >
          {words['common.read-disk']()}
        </Button>
      </div>
    </div>
  );
}
