import { Button } from '@mantine/core';
import { formatBoth, isArriving, USUAL_SYSTEM_WISH, type System } from '@rhizotome/core';
import { useEdit } from '../../../open/context.js';
import { words } from '../../../words/words.js';
import classes from './SizingBench.module.css';

/** Wishes a home of this size for a system, so that proposals make it. */
export function WishHome({ system, size }: { system: System; size: number }) {
  const { attempt } = useEdit();
  const wish = system.wish ?? USUAL_SYSTEM_WISH;
  if (!isArriving(system)) return null;
  const wished = typeof wish.home === 'object' && 'bytes' in wish.home && wish.home.bytes === size;
  return (
    <div className={classes.set}>
      <Button
        size="compact-sm"
        variant="default"
        disabled={wished}
        onClick={() =>
          attempt({
            kind: 'change-system',
            system: system.id,
            changes: { wish: { ...wish, home: { bytes: size } } },
          })
        }
      >
        {words['sizing.wish-home'](formatBoth(size))}
      </Button>
      <span className="small soft">{words['sizing.proposals-make-it']()}</span>
    </div>
  );
}
