import { formatBinary, formatBoth, totalOf, type Phrase } from '@rhizotome/core';
import { text } from '../../../words/say.js';
import { words } from '../../../words/words.js';
import classes from './SizingBench.module.css';

interface Props {
  readonly lines: readonly { readonly what: Phrase; readonly bytes: number }[];
  /** Of the partition, in bytes; `null` where there is none. */
  readonly size: number | null;
  readonly fact: string;
}

const HEIGHT = 230;

/** What a partition has to hold, as a vessel that fills. */
export function Vessel({ lines, size, fact }: Props) {
  const needed = totalOf(lines);
  const whole = Math.max(needed, size ?? 0);
  const pixels = (n: number) => (n / whole) * HEIGHT;
  return (
    <div className={classes.vessel} style={{ height: HEIGHT + 2 }}>
      <div className={classes.glass} data-over={(size !== null && needed > size) || undefined} aria-hidden>
        {size !== null && <span className={classes.rim} style={{ bottom: pixels(size) }} />}
        {[...lines].reverse().map((line, i) => (
          <span
            key={text(line.what)}
            className={classes.layer}
            data-odd={i % 2 === 1 || undefined}
            style={{ height: pixels(line.bytes) }}
          />
        ))}
      </div>
      <div className={classes.layers}>
        <ul>
          {[...lines].reverse().map((line) => (
            <li key={text(line.what)}>
              <span>{text(line.what)}</span>
              <b>{formatBinary(line.bytes)}</b>
            </li>
          ))}
        </ul>
        <p>
          {words['sizing.needs']()} <b>{formatBoth(needed)}</b>
          {size !== null && (
            <>
              {' '}
              {words['sizing.has']()} <b>{formatBoth(size)}</b>:{' '}
              <strong data-fact={fact}>
                {needed > size ? words['common.too-small']() : words['sizing.large-enough']()}
              </strong>
            </>
          )}
        </p>
      </div>
    </div>
  );
}
