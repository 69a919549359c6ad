import {
  efiBudget,
  fat32FloorBytes,
  formatBinary,
  formatBoth,
  newEfiBytes,
  sizeOf,
  totalOf,
  type Survey,
} from '@rhizotome/core';
import { Link } from 'react-router';
import { useOpenMachine, useOpenState } from '../../../open/context.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import classes from './SizingBench.module.css';

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
  if (plan.target.mode === 'bios')
    return <p className="soft">This plan starts in BIOS mode: no EFI system partition is needed.</p>;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <Vessel lines={budget} size={present} />
      <p className="small soft">
        Rules of thumb. FAT32 by its definition takes at least{' '}
        {formatBinary(fat32FloorBytes(survey.disk.sectorBytes))} with sectors of {survey.disk.sectorBytes}{' '}
        bytes.
      </p>
      <SetSize
        survey={survey}
        target={target}
        size={newEfiBytes(users)}
        label={`Advised size: ${formatBoth(newEfiBytes(users))}`}
      />
      <p className="small">
        <Link to={`/machines/${id}/boot`}>
          Compare sharing, a second one, enlarging and replacing under Boot.
        </Link>
      </p>
    </>
  );
}

interface VesselProps {
  readonly lines: readonly { readonly what: string; readonly bytes: number }[];
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
            key={line.what}
            className={classes.layer}
            data-odd={i % 2 === 1 || undefined}
            style={{ height: pixels(line.bytes) }}
          />
        ))}
      </div>
      <div className={classes.layers}>
        <ul>
          {[...lines].reverse().map((line) => (
            <li key={line.what}>
              <span>{line.what}</span>
              <b>{formatBinary(line.bytes)}</b>
            </li>
          ))}
        </ul>
        <p>
          It needs <b>{formatBoth(needed)}</b>
          {size !== null && (
            <>
              {' '}
              and has <b>{formatBoth(size)}</b>:{' '}
              <strong data-fact="efi-fit">{needed > size ? 'too small' : 'large enough'}</strong>
            </>
          )}
        </p>
      </div>
    </div>
  );
}
