import { formatBinary, formatBoth, roomGiven, type SizeFit, type Survey, type System } from '@rhizotome/core';
import { useMemo } from 'react';
import { useOpenState } from '../../open/context.js';
import { ownerColourIn } from '../../parts/owners.js';
import classes from './FitBar.module.css';
import { words } from '../../words/words.js';

const FIT_WORDS: Readonly<Record<SizeFit, string>> = {
  nothing: words['systems.nothing-yet'](),
  'too-small': words['systems.too-small'](),
  least: words['systems.enough-install'](),
  comfortable: words['systems.mark']('comfortable'),
  generous: words['systems.mark']('generous'),
};

/** What a system is given, against what it asks for. */
export function FitBar({ system, survey }: { system: System; survey: Survey }) {
  const { plan } = useOpenState();
  const given = useMemo(() => roomGiven({ plan, survey }, system), [plan, survey, system]);
  const { systemBytes, otherBytes, sharedBytes, fit } = given;
  const marks = [
    [words['systems.mark']('least'), system.leastBytes],
    [words['systems.mark']('comfortable'), system.comfortableBytes],
    [words['systems.mark']('generous'), system.generousBytes],
  ] as const;
  const most = 1.12 * Math.max(system.generousBytes, Math.min(systemBytes, 2.5 * system.generousBytes));
  const share = (size: number) => `${Math.min(100, (size / most) * 100)}%`;
  // Each label keeps to the stretch up to the next mark; the last stands before its mark, and shares that stretch.
  const { leastBytes, comfortableBytes, generousBytes } = system;
  const last = (generousBytes - comfortableBytes) / 2;
  const rooms = [comfortableBytes - leastBytes, last, last];
  return (
    <div className={classes.fit} data-fit={fit}>
      <div className={classes.scale} aria-hidden>
        <span
          className={classes.given}
          style={{ width: share(systemBytes), background: ownerColourIn(plan.systems, system.id) }}
          data-beyond={systemBytes > most || undefined}
        />
        {marks.map(([name, size], i) => (
          <span
            key={name}
            className={classes.mark}
            data-before={i === 2 || undefined}
            style={{ left: share(size), maxWidth: share(rooms[i]!) }}
          >
            <b>{name}</b> <span>{formatBinary(size)}</span>
          </span>
        ))}
      </div>
      <p className="small">
        {words['systems.given']()}{' '}
        <strong data-fact="given">
          {systemBytes === 0 ? words['systems.nothing-yet']() : formatBoth(systemBytes)}
        </strong>
        {systemBytes > 0 && (
          <>
            : <span className={classes.word}>{FIT_WORDS[fit]}</span>
          </>
        )}
        <span className="soft">
          {otherBytes > 0 && words['systems.its-other-partitions'](formatBinary(otherBytes))}
          {sharedBytes > 0 && words['systems.shared'](formatBinary(sharedBytes))}
        </span>
      </p>
    </div>
  );
}
