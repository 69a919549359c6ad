import { Button, Textarea } from '@mantine/core';
import { looksLikeNotation } from '@rhizotome/core';
import { useState } from 'react';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';
import { whyOf } from '../../parts/why-of.js';
import { readGiven } from '../../workers/read-given.js';
import { words } from '../../words/words.js';
import { text as textOf } from '../../words/say.js';

const EXAMPLE = `rhizotome 2
disk, size 500GB, table gpt
found 1, size 100MiB, type "EFI system", holds fat, label "STARTUP"
found 2, size rest, type "Basic data", holds ntfs, label "Station", used 95GiB`;

/** A survey in notation, or the JSON that the command prints. */
export function AsText({ identity, adopt }: WayProps) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const read = async () => {
    const outcome = await readGiven(words['given.text'](), 'readDocument', text, identity()).result;
    if (!outcome.ok) {
      const { line, column, says } = outcome.problem;
      const why = textOf(says);
      setProblem(line === undefined ? why : words['as-found.line-column'](line, column ?? 1, why));
    } else if (!outcome.value.survey) setProblem(words['as-found.text-describes-no-disk']());
    // A text read twice is two readings: a survey is never changed.
    else
      adopt(looksLikeNotation(text) ? { ...outcome.value.survey, id: identity().id } : outcome.value.survey);
  };
  return (
    <div className={classes.stack}>
      <Textarea
        label={words['as-found.notation-or-json-from']()}
        description={words['as-found.one-line-part-sizes']()}
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
        <Button
          onClick={() => void read().catch((error: unknown) => setProblem(textOf(whyOf(error))))}
          disabled={text.trim() === ''}
        >
          {words['as-found.read-text']()}
        </Button>
      </div>
    </div>
  );
}
