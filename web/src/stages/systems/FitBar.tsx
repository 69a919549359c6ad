import { formatBinary, formatBoth, roomGiven, type SizeFit, type Survey, type System } from '@rhizotome/core';
import { useMemo } from 'react';
import { useOpenState } from '../../open/context.js';
import { ownerColourIn } from '../../parts/owners.js';
import classes from './FitBar.module.css';
import { words } from '../../words/words.js';

const FIT_WORDS: Readonly<Record<SizeFit, string>> = {
  nothing: words['systems.nothing-yet'](),
  'too-small': words['common.too-small'](),
  least: words['systems.enough-install'](),
  comfortable: words['systems.mark']('comfortable'),
  generous: words['systems.mark']('generous'),
};

/** What a system is given, against what it asks for. */
export function FitBar({ system, survey }: { system: System; survey: Survey }) {
  const { plan } = useOpenState();
  const given = useMemo(() => roomGiven({ plan, survey }, system), [plan, survey, system]);
  const { systemBytes, otherBytes, sharedBytes, fit } = given;
  const { leastBytes, comfortableBytes, generousBytes } = system;
  // A label keeps to the stretch up to the next mark; the last stands before its mark, and shares that stretch.
  const shared = (generousBytes - comfortableBytes) / 2;
  const marks = [
    { level: 'least', at: leastBytes, room: comfortableBytes - leastBytes },
    { level: 'comfortable', at: comfortableBytes, room: shared },
    { level: 'generous', at: generousBytes, room: shared },
  ] as const;
  const most = 1.12 * Math.max(system.generousBytes, Math.min(systemBytes, 2.5 * system.generousBytes));
  const share = (size: number) => `${Math.min(100, (size / most) * 100)}%`;
  return (
    <div className={classes.fit} data-fit={fit}>
      <div className={classes.scale} aria-hidden>
        <span
          className={classes.given}
          style={{ width: share(systemBytes), background: ownerColourIn(plan.systems, system.id) }}
          data-beyond={systemBytes > most || undefined}
        />
        {marks.map(({ level, at, room }) => (
          <span
            key={level}
            className={classes.mark}
            data-level={level}
            style={{ left: share(at), maxWidth: share(room) }}
          >
            <b>{words['systems.mark'](level)}</b> <span>{formatBinary(at)}</span>
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
