import { isActive, isLogical, slotsOf, type PlannedPartition, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import classes from './LayoutStage.module.css';
import { words } from '../../words/words.js';

/** How an MBR lists the partition, and whether it is started from. */
export function SlotFacts({ survey, partition }: { survey: Survey; partition: PlannedPartition }) {
  const { plan } = useOpenState();
  const slots = slotsOf({ plan, survey });
  if (!slots) return null;
  const logical = isLogical({ plan, survey }, partition);
  const active = isActive({ plan, survey }, partition);
  return (
    <div className={classes.group}>
      <span className="eyebrow">{words['layout.mbr']()}</span>
      <p className="small">
        {logical ? words['layout.logical-extended-partition']() : words['layout.primary'](active)}
        {' · '}
        <span className="soft">
          {slots.free === 0
            ? words['layout.all-four-places-use']()
            : words['layout.four-places-free'](slots.free)}
        </span>
      </p>
    </div>
  );
}
