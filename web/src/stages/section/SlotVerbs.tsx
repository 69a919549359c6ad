import { Button } from '@mantine/core';
import {
  isActive,
  isLogical,
  makeLogicalEdit,
  makePrimaryEdit,
  markActiveEdit,
  slotsOf,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import classes from './SectionStage.module.css';

/** How an MBR lists the partition, and whether it is started from. */
export function SlotVerbs({ survey, partition }: { survey: Survey; partition: PlannedPartition }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const slots = slotsOf(plan, survey);
  if (!slots) return null;
  const logical = isLogical(plan, survey, partition);
  const active = isActive(plan, survey, partition);
  return (
    <div className={classes.group}>
      <span className="eyebrow">In the MBR</span>
      <p className="small">
        {logical ? 'a logical, in the extended container' : `a primary${active ? ', marked active' : ''}`}
        {' · '}
        <span className="soft">
          {slots.free === 0 ? 'all four slots taken' : `${slots.free} of four slots free`}
        </span>
      </p>
      <div className={classes.verbs}>
        <Button
          size="xs"
          variant="default"
          onClick={() => attempt((logical ? makePrimaryEdit : makeLogicalEdit)(plan, survey, partition))}
        >
          List as a {logical ? 'primary' : 'logical'}
        </Button>
        {!logical && !active && (
          <Button
            size="xs"
            variant="default"
            onClick={() => attempt(markActiveEdit(plan, survey, partition.id))}
          >
            Mark active
          </Button>
        )}
      </div>
    </div>
  );
}
