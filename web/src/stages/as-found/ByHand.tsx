import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import {
  formatBoth,
  HAND_WORDS,
  nominalSectors,
  parseSize,
  surveyFromHand,
  type HandDrawing,
} from '@rhizotome/core';
import { useState } from 'react';
import type { WayProps } from './ReadDisk.js';
import classes from './ReadDisk.module.css';

const EXAMPLE = '100MiB efi\n16MiB reserved\n237GiB windows "Station"\n700MiB recovery';

/** A quick list of sizes and kinds, in disk order. */
export function ByHand({ identity, adopt }: WayProps) {
  const [size, setSize] = useState('');
  const [style, setStyle] = useState<HandDrawing['style']>('gpt');
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const disk = diskOf(size);

  const read = () => {
    if (disk.bytes === undefined) return setProblem(disk.note);
    const outcome = surveyFromHand({ diskBytes: disk.bytes, sectorBytes: 512, style, text }, identity());
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(outcome.refusal.message);
  };
  return (
    <div className={classes.stack}>
      <div className={classes.row}>
        <TextInput
          label="Size of the disk"
          w={200}
          placeholder="500GB"
          value={size}
          onChange={(e) => setSize(e.currentTarget.value)}
        />
        <NativeSelect
          label="Its table"
          w={200}
          value={style}
          data={[
            { value: 'gpt', label: 'GPT' },
            { value: 'mbr', label: 'MBR' },
            { value: 'none', label: 'none: the disk is blank' },
          ]}
          onChange={(e) => setStyle(e.currentTarget.value as HandDrawing['style'])}
        />
        <p className="small soft" style={{ paddingBottom: '0.5rem' }}>
          {size.trim() !== '' && disk.note}
        </p>
      </div>
      {style !== 'none' && (
        <Textarea
          label="Its parts, one a line, in the order on the disk"
          description={`A size, what it is, and its label if you like. Known: ${HAND_WORDS.join(', ')}. The last size may be “rest”.`}
          placeholder={EXAMPLE}
          minRows={7}
          autosize
          spellCheck={false}
          value={text}
          onChange={(e) => {
            setText(e.currentTarget.value);
            setProblem(null);
          }}
        />
      )}
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      <div>
        <Button onClick={read} disabled={size.trim() === ''}>
          Use this disk
        </Button>
      </div>
    </div>
  );
}

/** A drive sold by whole gigabytes has its nominal number of sectors; any other size is taken as it is. */
function diskOf(typed: string): { bytes: number | undefined; note: string } {
  const parsed = parseSize(typed);
  if (!parsed.ok) return { bytes: undefined, note: parsed.error.message };
  const sold = /^\s*(\d+)\s*(GB|TB)\s*$/i.exec(typed);
  const gigabytes = sold ? Number(sold[1]) * (sold[2]!.toUpperCase() === 'TB' ? 1000 : 1) : 0;
  if (gigabytes >= 50) {
    const bytes = nominalSectors(gigabytes) * 512;
    return {
      bytes,
      note: `${formatBoth(bytes)}: ${bytes / 512} sectors, as a drive sold as ${gigabytes} GB has`,
    };
  }
  return { bytes: Math.floor(parsed.value / 512) * 512, note: formatBoth(parsed.value) };
}
