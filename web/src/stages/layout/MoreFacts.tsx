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
import { words } from '../../words/words.js';

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
    [
      words['layout.listed-as'](),
      row && words['layout.number-order'](row.device, row.order, deviceName(plan.machine)),
    ],
    [words['layout.starts-at'](), formatBoth(partition.start * sectorBytes)],
    [words['layout.ends-at'](), formatBoth((partition.start + partition.length) * sectorBytes)],
    [words['layout.type'](), `${typeName(type)} (${type})`],
    [words['layout.partition-id'](), surveyed?.uuid],
    [words['layout.volume'](), volume?.uuid],
    [words['layout.blocks'](), volume?.blockBytes === undefined ? undefined : formatExact(volume.blockBytes)],
    [
      words['layout.last-used'](),
      volume?.lastUsedByte === undefined
        ? undefined
        : words['layout.up'](formatBoth(volume.lastUsedByte + 1)),
    ],
    [words['layout.attributes'](), surveyed?.attributes],
  ];
  return (
    <details className={classes.more}>
      <summary>{words['layout.how-recognise-other-details']()}</summary>
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
