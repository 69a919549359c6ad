import { Button, NativeSelect, TextInput } from '@mantine/core';
import { formatBinary, formatBoth, HAND_WORDS, type HandRow, type Settled } from '@rhizotome/core';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './ReadDisk.module.css';

interface HandRowsProps {
  readonly rows: readonly HandRow[];
  /** How the rows come out on the disk; `null` while its size is not known. */
  readonly settled: Settled | null;
  readonly change: (rows: readonly HandRow[]) => void;
}

const NEW_ROW: HandRow = { size: '', word: 'unknown', label: '', used: '' };

/** The parts drawn so far, in disk order: typed, split, put in order, and what becomes of each size. */
export function HandRows({ rows, settled, change }: HandRowsProps) {
  const put = (at: number, changes: Partial<HandRow>) =>
    change(rows.map((r, i) => (i === at ? { ...r, ...changes } : r)));
  const swap = (at: number) =>
    change(rows.map((r, i) => (i === at ? rows[at + 1]! : i === at + 1 ? rows[at]! : r)));
  const split = (at: number) => {
    const bytes = settled?.ok ? settled.rows[at]!.bytes : undefined;
    const half = bytes === undefined ? rows[at]!.size : formatHalf(bytes);
    const other = bytes === undefined ? '' : formatHalf(bytes, true);
    change([
      ...rows.slice(0, at),
      { ...rows[at]!, size: half },
      { ...NEW_ROW, size: other },
      ...rows.slice(at + 1),
    ]);
  };
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
            {rows.map((row, i) => (
              <tr key={i}>
                <td>
                  <TextInput
                    size="xs"
                    w={120}
                    aria-label={words['as-found.size-partition'](i + 1)}
                    placeholder="100MiB"
                    value={row.size}
                    error={settled?.ok === false && settled.row === i ? say(settled.says) : null}
                    onChange={(e) => put(i, { size: e.currentTarget.value })}
                  />
                </td>
                <td>
                  <NativeSelect
                    size="xs"
                    aria-label={words['as-found.type-partition'](i + 1)}
                    value={row.word}
                    data={HAND_WORDS.map((word) => ({ value: word, label: word }))}
                    onChange={(e) => put(i, { word: e.currentTarget.value })}
                  />
                </td>
                <td>
                  <TextInput
                    size="xs"
                    w={130}
                    aria-label={words['as-found.label-partition'](i + 1)}
                    value={row.label}
                    onChange={(e) => put(i, { label: e.currentTarget.value })}
                  />
                </td>
                <td>
                  <TextInput
                    size="xs"
                    w={100}
                    aria-label={words['hand.used-of'](i + 1)}
                    value={row.used}
                    onChange={(e) => put(i, { used: e.currentTarget.value })}
                  />
                </td>
                <td className={classes.becomes}>{becomes(settled, i)}</td>
                <td>
                  <Button.Group>
                    <Button
                      size="compact-xs"
                      variant="default"
                      disabled={i === 0}
                      onClick={() => swap(i - 1)}
                    >
                      {words['as-found.up-2']()}
                    </Button>
                    <Button
                      size="compact-xs"
                      variant="default"
                      disabled={i === rows.length - 1}
                      onClick={() => swap(i)}
                    >
                      {words['as-found.down']()}
                    </Button>
                    <Button size="compact-xs" variant="default" onClick={() => split(i)}>
                      {words['as-found.split']()}
                    </Button>
                    <Button
                      size="compact-xs"
                      variant="default"
                      onClick={() => change(rows.filter((_, j) => j !== i))}
                    >
                      {words['common.remove']()}
                    </Button>
                  </Button.Group>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className={classes.row} style={{ paddingTop: '0.4rem' }}>
        <Button size="xs" variant="default" onClick={() => change([...rows, NEW_ROW])}>
          {words['as-found.add-partition']()}
        </Button>
        {settled?.ok && <p className="small soft">{summary(settled)}</p>}
      </div>
    </div>
  );
}

function formatHalf(bytes: number, second = false): string {
  const mib = bytes / 1024 ** 2;
  return `${second ? Math.floor(mib / 2) : Math.ceil(mib / 2)}MiB`;
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
