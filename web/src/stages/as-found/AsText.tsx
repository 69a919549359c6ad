import { Button, Textarea } from '@mantine/core';
import { looksLikeNotation, readDocument } from '@rhizotome/core';
import { useState } from 'react';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';

const EXAMPLE = `rhizotome 1
disk, size 500GB, table gpt
found 1, size 100MiB, type "EFI system", holds fat, label "STARTUP"
found 2, size rest, type "Basic data", holds ntfs, label "Station", used 95GiB`;

/** A survey in notation, or the JSON that the command prints. */
export function AsText({ identity, adopt }: WayProps) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const read = () => {
    const outcome = readDocument(text, identity());
    if (!outcome.ok) {
      const { line, column, message } = outcome.problem;
      setProblem(line === undefined ? message : `Line ${line}, column ${column}: ${message}`);
    } else if (!outcome.value.survey)
      setProblem('This text describes no disk. Add a line such as: disk, size 500GB, table gpt');
    // A text read twice is two readings: a survey is never changed.
    else
      adopt(looksLikeNotation(text) ? { ...outcome.value.survey, id: identity().id } : outcome.value.survey);
  };
  return (
    <div className={classes.stack}>
      <Textarea
        label="Notation, or JSON from the rhizotome command"
        description="One line a part; sizes as they are typed everywhere; # begins a remark. Of a plan, the disk is taken in and the rest is left."
        placeholder={EXAMPLE}
        minRows={9}
        maxRows={20}
        autosize
        spellCheck={false}
        value={text}
        onChange={(event) => {
          setText(event.currentTarget.value);
          setProblem(null);
        }}
      />
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      <div>
        <Button onClick={read} disabled={text.trim() === ''}>
          Read this text
        </Button>
      </div>
    </div>
  );
}
