import {
  efiBudget,
  fat32FloorBytes,
  formatBinary,
  formatBoth,
  newEfiBytes,
  sizeOf,
  totalOf,
  type Phrase,
  type Survey,
} from '@rhizotome/core';
import { Link } from 'react-router';
import { useOpenMachine, useOpenState } from '../../../open/context.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { text } from '../../../words/say.js';

/** What an EFI system partition has to hold, as a vessel that fills. */
export function EfiPanel({ survey }: { survey: Survey }) {
  const { id } = useOpenMachine();
  const { plan } = useOpenState();
  const { target, targets, choose } = useTarget('efi', undefined);
  const users =
    target.kind === 'partition'
      ? plan.systems.filter((s) => target.partition.owners.includes(s.id))
      : plan.systems;
  const budget = efiBudget(users, survey.disk.sectorBytes);
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  if (plan.target.mode === 'bios') return <p className="soft">{words['sizing.plan-starts-bios-mode']()}</p>;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <Vessel lines={budget} size={present} />
      <p className="small soft">
        {words['sizing.rules-thumb-fat32-its'](
          formatBinary(fat32FloorBytes(survey.disk.sectorBytes)),
          survey.disk.sectorBytes,
        )}
      </p>
      <SetSize
        survey={survey}
        target={target}
        size={newEfiBytes(users)}
        label={words['sizing.advised-size'](formatBoth(newEfiBytes(users)))}
      />
      <p className="small">
        <Link to={`/machines/${id}/boot`}>{words['sizing.compare-sharing-second-one']()}</Link>
      </p>
    </>
  );
}

interface VesselProps {
  readonly lines: readonly { readonly what: Phrase; readonly bytes: number }[];
  /** Of the partition, in bytes; `null` where there is none. */
  readonly size: number | null;
}

const HEIGHT = 230;

function Vessel({ lines, size }: VesselProps) {
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
              <strong data-fact="efi-fit">
                {needed > size ? words['common.too-small']() : words['sizing.large-enough']()}
              </strong>
            </>
          )}
        </p>
      </div>
    </div>
  );
}
