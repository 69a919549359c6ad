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

/** What pasted output comes to: its disks, the one that is meant, and what is wrong with it. */
function useListing({ identity, adopt }: WayProps) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const pasted = useMemo<[string] | null>(() => (text.trim() === '' ? null : [text]), [text]);
  const { value: listed, problem: unread } = useReadGiven(words['given.lsblk'](), 'disksInLsblk', pasted);
  const disks = listed?.ok ? listed.disks : [];
  const path = disks.some((d) => d.path === chosen) ? chosen! : disks[0]?.path;

  const read = async () => {
    const outcome = await readGiven(words['given.lsblk'](), 'surveyFromLsblk', text, identity(), path).result;
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(textOf(outcome.refusal.says));
  };
  const refusal = problem ?? unread ?? (listed && !listed.ok ? textOf(listed.refusal.says) : null);
  return {
    ...{ text, disks, path, refusal, choose: setChosen },
    read: () => void read().catch((error: unknown) => setProblem(whyOf(error))),
    write: (pasted: string) => {
      setText(pasted);
      setProblem(null);
    },
  };
}

/** Output of lsblk, pasted. With several disks, which one is asked. */
export function LsblkWay(way: WayProps) {
  const { text, disks, path, refusal, choose, read, write } = useListing(way);
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
        onChange={(event) => write(event.currentTarget.value)}
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
            onChange={(event) => choose(event.currentTarget.value)}
          />
        )}
        <Button onClick={read} disabled={disks.length === 0}>
          {words['common.read-disk']()}
        </Button>
      </div>
    </div>
  );
}
