import { Button, NativeSelect, TextInput } from '@mantine/core';
import {
  EMPTY_ROW,
  formatBinary,
  formatBoth,
  HAND_WORDS,
  splitRow,
  type HandRow,
  type Settled,
} from '@rhizotome/core';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './ReadDisk.module.css';

interface HandRowsProps {
  readonly rows: readonly HandRow[];
  /** How the rows come out on the disk; `null` while its size is not known. */
  readonly settled: Settled | null;
  readonly change: (rows: readonly HandRow[]) => void;
}

/** The parts drawn so far, in disk order: typed, split, put in order, and what becomes of each size. */
export function HandRows({ rows, settled, change }: HandRowsProps) {
  return (
    <div>
      {rows.length > 0 && (
        <table className={classes.rows}>
          <thead>
            <tr>
              <th scope="col">{words['as-found.size']()}</th>
              <th scope="col">{words['as-found.what']()}</th>
              <th scope="col">{words['as-found.label']()}</th>
              <th scope="col">{words['hand.used']()}</th>
              <th scope="col">{words['as-found.disk']()}</th>
              <th scope="col" aria-label={words['as-found.actions']()} />
            </tr>
          </thead>
          <tbody>
            {rows.map((_, at) => (
              <Row key={at} rows={rows} at={at} settled={settled} change={change} />
            ))}
          </tbody>
        </table>
      )}
      <div className={classes.row} style={{ paddingTop: '0.4rem' }}>
        <Button size="xs" variant="default" onClick={() => change([...rows, EMPTY_ROW])}>
          {words['as-found.add-partition']()}
        </Button>
        {settled?.ok && <p className="small soft">{summary(settled)}</p>}
      </div>
    </div>
  );
}

interface RowProps extends HandRowsProps {
  readonly at: number;
}

function Row({ rows, at, settled, change }: RowProps) {
  const row = rows[at]!;
  const put = (changes: Partial<HandRow>) =>
    change(rows.map((r, i) => (i === at ? { ...r, ...changes } : r)));
  return (
    <tr>
      <td>
        <TextInput
          size="xs"
          w={120}
          aria-label={words['as-found.size-partition'](at + 1)}
          placeholder="100MiB"
          value={row.size}
          error={settled?.ok === false && settled.row === at ? say(settled.says) : null}
          onChange={(e) => put({ size: e.currentTarget.value })}
        />
      </td>
      <td>
        <NativeSelect
          size="xs"
          aria-label={words['as-found.type-partition'](at + 1)}
          value={row.word}
          data={HAND_WORDS.map((word) => ({ value: word, label: word }))}
          onChange={(e) => put({ word: e.currentTarget.value })}
        />
      </td>
      <td>
        <TextInput
          size="xs"
          w={130}
          aria-label={words['as-found.label-partition'](at + 1)}
          value={row.label}
          onChange={(e) => put({ label: e.currentTarget.value })}
        />
      </td>
      <td>
        <TextInput
          size="xs"
          w={100}
          aria-label={words['hand.used-of'](at + 1)}
          value={row.used}
          onChange={(e) => put({ used: e.currentTarget.value })}
        />
      </td>
      <td className={classes.becomes}>{becomes(settled, at)}</td>
      <td>
        <Moves rows={rows} at={at} settled={settled} change={change} />
      </td>
    </tr>
  );
}

/** Up, down, split, remove. */
function Moves({ rows, at, settled, change }: RowProps) {
  const swap = (upper: number) =>
    change(rows.map((row, i) => (i === upper ? rows[upper + 1]! : i === upper + 1 ? rows[upper]! : row)));
  const bytes = settled?.ok ? settled.rows[at]?.bytes : undefined;
  const actions = [
    { label: words['as-found.up-2'](), press: () => swap(at - 1), off: at === 0 },
    { label: words['as-found.down'](), press: () => swap(at), off: at === rows.length - 1 },
    { label: words['as-found.split'](), press: () => change(splitRow(rows, at, bytes)) },
    { label: words['common.remove'](), press: () => change(rows.filter((_, i) => i !== at)) },
  ];
  return (
    <Button.Group>
      {actions.map(({ label, press, off = false }) => (
        <Button key={label} size="compact-xs" variant="default" disabled={off} onClick={press}>
          {label}
        </Button>
      ))}
    </Button.Group>
  );
}

function becomes(settled: Settled | null, i: number): string {
  const row = settled?.ok ? settled.rows[i] : undefined;
  if (!row) return '';
  const { bytes, adjustedBytes } = row;
  const by =
    adjustedBytes === 0
      ? ''
      : words['as-found.fit'](`${adjustedBytes > 0 ? '+' : ''}${formatBinary(adjustedBytes)}`);
  return `${formatBoth(bytes)}${by}`;
}

function summary({ family, leftBytes }: Extract<Settled, { ok: true }>): string {
  const read = family === null ? '' : words['as-found.gb-mb-read-as'](family);
  return `${read}${leftBytes === 0 ? words['as-found.partitions-fill-disk']() : words['as-found.free-at-end'](formatBoth(leftBytes))}`;
}
