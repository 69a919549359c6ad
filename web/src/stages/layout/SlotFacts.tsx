import { isActive, isLogical, slotsOf, type PlannedPartition, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import classes from './LayoutStage.module.css';

/** How an MBR lists the partition, and whether it is started from. */
export function SlotFacts({ survey, partition }: { survey: Survey; partition: PlannedPartition }) {
  const { plan } = useOpenState();
  const slots = slotsOf({ plan, survey });
  if (!slots) return null;
  const logical = isLogical({ plan, survey }, partition);
  const active = isActive({ plan, survey }, partition);
  return (
    <div className={classes.group}>
      <span className="eyebrow">In the MBR</span>
      <p className="small">
        {logical ? 'a logical, in the extended partition' : `a primary${active ? ', marked active' : ''}`}
        {' · '}
        <span className="soft">
          {slots.free === 0 ? 'all four places in use' : `${slots.free} of four places free`}
        </span>
      </p>
    </div>
  );
}
