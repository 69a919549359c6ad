import {
  deviceName,
  formatBoth,
  formatExact,
  typeName,
  typeOf,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { Fragment } from 'react';
import { useDerived, useOpenState } from '../../open/context.js';
import { VolumeFacts } from '../as-found/VolumeFacts.js';
import classes from './LayoutStage.module.css';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
}

/** What helps to know it again, and everything else that was read of it. */
export function MoreFacts({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const { runbook } = useDerived();
  const { sectorBytes } = survey.disk;
  const surveyed = survey.partitions.find((p) => p.id === partition.from);
  const volume = partition.treatment === 'keep' ? surveyed?.volume : undefined;
  const row = runbook?.sheet.find((r) => r.id === partition.id);
  const type = typeOf({ plan, survey }, partition);
  const facts: readonly (readonly [string, string | undefined])[] = [
    ['Listed as', row && `${row.device}, number ${row.order} in the order on ${deviceName(plan.machine)}`],
    ['Starts at', formatBoth(partition.start * sectorBytes)],
    ['Ends at', formatBoth((partition.start + partition.length) * sectorBytes)],
    ['Type', `${typeName(type)} (${type})`],
    ['Partition ID', surveyed?.uuid],
    ['Volume', volume?.uuid],
    ['Blocks', volume?.blockBytes === undefined ? undefined : formatExact(volume.blockBytes)],
    [
      'Last used',
      volume?.lastUsedByte === undefined ? undefined : `up to ${formatBoth(volume.lastUsedByte + 1)} of it`,
    ],
    ['Attributes', surveyed?.attributes],
  ];
  return (
    <details className={classes.more}>
      <summary>How to recognise it, and other details</summary>
      <dl className={classes.facts}>
        {facts
          .filter(([, value]) => value !== undefined && value !== '')
          .map(([name, value]) => (
            <Fragment key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </Fragment>
          ))}
      </dl>
      {volume && <VolumeFacts volume={volume} size={partition.length * sectorBytes} />}
    </details>
  );
}
