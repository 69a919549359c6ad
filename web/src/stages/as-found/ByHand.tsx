import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import {
  driveSoldAs,
  formatBoth,
  handRowsIn,
  handRowsOf,
  MIB,
  parseSize,
  settleRows,
  soldAs,
  surveyFromHand,
  USUAL_DRIVES_GB,
  type HandDrawing,
  type HandRow,
  type SettledRow,
  type Survey,
} from '@rhizotome/core';
import { useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { say, text as textOf } from '../../words/say.js';
import { words } from '../../words/words.js';
import { HandRows } from './HandRows.js';
import type { WayProps } from './WaysIn.js';
import classes from './ReadDisk.module.css';

const EXAMPLE = '100 MB  vfat\n16 MB   reserved\n465.0 GB NTFS "Station"\n700 MB recovery';
/** The table's own place at both ends. */
const TABLE_ROOM_BYTES = 2 * MIB;

/** A disk as it is typed: its size, its table, and its rows. */
function useTypedDisk({ identity, adopt }: WayProps) {
  const [size, setSize] = useState('');
  const [style, setStyle] = useState<HandDrawing['style']>('gpt');
  const [rows, setRows] = useState<readonly HandRow[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const disk = diskOf(size);
  const settled =
    disk.bytes !== undefined && rows.length > 0
      ? settleRows(rows, Math.max(0, disk.bytes - TABLE_ROOM_BYTES))
      : null;
  const startFrom = (present: Survey) => {
    const { style: found, sizeSectors, sectorBytes } = present.disk;
    setSize(`${sizeSectors * sectorBytes}B`);
    setStyle(found);
    setRows(handRowsOf(present));
  };
  const change = (next: readonly HandRow[]) => {
    setRows(next);
    setProblem(null);
  };
  const use = () => {
    if (disk.bytes === undefined) return setProblem(disk.note);
    if (settled && !settled.ok) return;
    const lines = style === 'none' ? [] : (settled?.rows ?? []);
    const text = lines.map(lineOf).join('\n');
    const outcome = surveyFromHand({ diskBytes: disk.bytes, sectorBytes: 512, style, text }, identity());
    if (outcome.ok) adopt(outcome.survey);
    else setProblem(textOf(outcome.refusal.says));
  };
  return { size, setSize, style, setStyle, rows, settled, disk, problem, setProblem, startFrom, change, use };
}

/** A disk drawn from nothing: sizes typed or pasted, put in order, and made to fit before they are taken. */
export function ByHand(way: WayProps) {
  const { survey } = useOpenState();
  const typed = useTypedDisk(way);
  const { size, style, rows, settled, problem, change } = typed;
  return (
    <div className={classes.stack}>
      <div className={classes.row}>
        <DiskSize size={size} setSize={typed.setSize} />
        <NativeSelect
          label={words['as-found.partition-table']()}
          w={200}
          value={style}
          data={[
            { value: 'gpt', label: 'GPT' },
            { value: 'mbr', label: 'MBR' },
            { value: 'none', label: words['as-found.none-disk-blank']() },
          ]}
          onChange={(e) => typed.setStyle(e.currentTarget.value as HandDrawing['style'])}
        />
        <p className="small soft" style={{ paddingBottom: '0.5rem' }}>
          {size.trim() !== '' && typed.disk.note}
        </p>
      </div>
      {survey && rows.length === 0 && (
        <div>
          <Button size="xs" variant="default" onClick={() => typed.startFrom(survey)}>
            {words['hand.start']()}
          </Button>
        </div>
      )}
      {style !== 'none' && (
        <>
          <HandRows rows={rows} settled={settled} change={change} />
          <PasteRows add={(more) => change([...rows, ...more])} refuse={typed.setProblem} />
        </>
      )}
      {problem && (
        <p role="alert" className={classes.refusal}>
          {problem}
        </p>
      )}
      <div>
        <Button onClick={typed.use} disabled={size.trim() === '' || settled?.ok === false}>
          {words['as-found.use-disk']()}
        </Button>
      </div>
    </div>
  );
}

function DiskSize({ size, setSize }: { size: string; setSize: (size: string) => void }) {
  return (
    <>
      <TextInput
        label={words['as-found.size-disk']()}
        w={200}
        placeholder="500GB"
        list="drives"
        value={size}
        onChange={(e) => setSize(e.currentTarget.value)}
      />
      <datalist id="drives">
        {USUAL_DRIVES_GB.map((gigabytes) => (
          <option key={gigabytes} value={soldAs(gigabytes)} />
        ))}
      </datalist>
    </>
  );
}

interface PasteProps {
  readonly add: (rows: readonly HandRow[]) => void;
  readonly refuse: (why: string) => void;
}

/** Rows from a list of sizes that was printed elsewhere. */
function PasteRows({ add, refuse }: PasteProps) {
  const [pasted, setPasted] = useState('');
  const take = () => {
    const found = handRowsIn(pasted);
    if (found.length === 0) return refuse(words['as-found.no-line-text-has']());
    add(found);
    setPasted('');
  };
  return (
    <div className={classes.row}>
      <Textarea
        label={words['as-found.paste-list-sizes-one']()}
        description={words['as-found.first-size-line-counts']()}
        placeholder={EXAMPLE}
        minRows={4}
        autosize
        spellCheck={false}
        style={{ flex: 1 }}
        value={pasted}
        onChange={(e) => setPasted(e.currentTarget.value)}
      />
      <Button variant="default" onClick={take} disabled={pasted.trim() === ''}>
        {words['as-found.add-these-rows']()}
      </Button>
    </div>
  );
}

function lineOf({ bytes, word, label, usedBytes }: SettledRow): string {
  const used = usedBytes === undefined ? '' : ` used ${usedBytes}B`;
  return `${bytes / MIB}MiB ${word}${used}${label ? ` "${label.replaceAll('"', '')}"` : ''}`;
}

/** A drive is taken by the number that it is sold with; any other size as it is. */
function diskOf(typed: string): { bytes: number | undefined; note: string } {
  const parsed = parseSize(typed);
  if (!parsed.ok) return { bytes: undefined, note: say(parsed.error.says) };
  const drive = driveSoldAs(typed);
  if (!drive) return { bytes: Math.floor(parsed.value / 512) * 512, note: formatBoth(parsed.value) };
  return {
    bytes: drive.bytes,
    note: words['as-found.sectors-size-drive-sold'](
      formatBoth(drive.bytes),
      drive.sectors,
      soldAs(drive.gigabytes),
    ),
  };
}
