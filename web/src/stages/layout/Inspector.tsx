import { Button } from '@mantine/core';
import {
  alignmentSectors,
  foundParts,
  formatBoth,
  isUnplaced,
  partitionOf,
  plannedContainer,
  plannedGaps,
  undeleteEdit,
  usedOf,
  VOLUME_TRAITS,
  type Survey,
  type VolumeKind,
} from '@rhizotome/core';
import { useDerived, useEdit, useOpenState, useSelection } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import { FindingCard } from '../findings/FindingCard.js';
import { FirstProposal } from '../systems/proposals/FirstProposal.js';
import { FreeSpace } from './FreeSpace.js';
import { RoomOfSetup } from './RoomOfSetup.js';
import { PartitionInspector } from './PartitionInspector.js';
import classes from './LayoutStage.module.css';
import { words } from '../../words/words.js';
import { foundTitle } from '../../words/names.js';
import { Explained } from '../../parts/Explained.js';

/** All that is known of the selected part, and what can be done with it. */
export function Inspector({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { selected } = useSelection();
  const partition = selected === null ? undefined : partitionOf(plan, selected);
  const gap = plannedGaps({ plan, survey }).find((g) => g.id === selected);
  const deleted = survey.partitions.find((p) => p.id === selected);
  return (
    <aside className={classes.inspector} aria-label={words['layout.selection']()}>
      {partition ? (
        <PartitionInspector key={partition.id} survey={survey} partition={partition} />
      ) : gap ? (
        <>
          <FreeSpace key={gap.id} survey={survey} gap={gap} />
          <RoomOfSetup survey={survey} gap={gap} />
        </>
      ) : deleted ? (
        <DeletedPart survey={survey} id={deleted.id} />
      ) : foundParts(survey).some((part) => part.id === selected) ? (
        <FoundGap survey={survey} id={selected!} />
      ) : (
        <NothingSelected survey={survey} />
      )}
      {selected !== null && <FindingsHere part={selected} />}
      {selected !== null && !gap && <Unplaced survey={survey} />}
    </aside>
  );
}

/** Systems that come and have no place yet: what is proposed for each. */
function Unplaced({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const unplaced = plan.systems.filter((system) => isUnplaced({ plan, survey }, system));
  if (unplaced.length === 0) return null;
  return (
    <div className={classes.group} style={{ marginTop: '0.9rem' }}>
      <span className="eyebrow">{words['layout.not-placed-yet']()}</span>
      {unplaced.map((system) => (
        <p key={system.id}>
          <OwnerSwatch owners={[system.id]} /> <b>{system.name}</b>
        </p>
      ))}
      <FirstProposal survey={survey} />
    </div>
  );
}

function NothingSelected({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  return (
    <>
      <h2>{words['layout.select-partition-or-free']()}</h2>
      <p className="soft">
        <Explained>{words['layout.click-partition-keep-format']()}</Explained>
      </p>
      <Unplaced survey={survey} />
      <dl className={classes.facts}>
        <dt>{words['layout.ribbons']()}</dt>
        <dd>{words['layout.straight-not-changed-tapering']()}</dd>
        <dt>{words['layout.fill']()}</dt>
        <dd>{words['layout.dark-space-use-if']()}</dd>
        <dt>{words['layout.zigzag']()}</dt>
        <dd>{words['layout.drawn-taller-than-its']()}</dd>
        <dt>{words['layout.ticks']()}</dt>
        <dd>{words['layout.round-positions-disk']()}</dd>
        {survey.partitions.some((p) => p.start % alignmentSectors(survey.disk.sectorBytes) !== 0) && (
          <>
            <dt>{words['layout.corner']()}</dt>
            <dd>{words['layout.does-not-start-whole']()}</dd>
          </>
        )}
        {plannedContainer({ plan, survey }) && (
          <>
            <dt>{words['layout.bracket']()}</dt>
            <dd>{words['layout.extended-partition-its-logicals']()}</dd>
          </>
        )}
      </dl>
    </>
  );
}

function DeletedPart({ survey, id }: { survey: Survey; id: string }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const surveyed = survey.partitions.find((p) => p.id === id)!;
  const used = usedOf({ plan, survey }, id);
  const edit = undeleteEdit({ plan, survey }, id);
  const title = foundTitle({ plan, survey }, surveyed);
  return (
    <>
      <h2>{title}</h2>
      <p className="soft">{words['layout.disk-deleted-plan']()}</p>
      <dl className={classes.facts}>
        <dt>{words['layout.size-2']()}</dt>
        <dd>{formatBoth(surveyed.length * survey.disk.sectorBytes)}</dd>
        <dt>{words['layout.lost']()}</dt>
        <dd>{lossInWords(plan.found[id]?.kind, used?.bytes)}</dd>
      </dl>
      {edit && <Button onClick={() => attempt(edit)}>{words['layout.keep-as-found']()}</Button>}
    </>
  );
}

function lossInWords(kind: VolumeKind | undefined, used: number | undefined): string {
  if (kind && VOLUME_TRAITS[kind].shrink === 'recreate') return words['layout.nothing-has-no-files']();
  return used === undefined ? words['layout.space-used-not-known']() : formatBoth(used);
}

function FoundGap({ survey, id }: { survey: Survey; id: string }) {
  const part = foundParts(survey).find((p) => p.id === id)!;
  return (
    <>
      <h2>{words['layout.free-as-found']()}</h2>
      <p className="soft">
        {words['layout.plan-used-or-part'](formatBoth(part.length * survey.disk.sectorBytes))}
      </p>
    </>
  );
}

function FindingsHere({ part }: { part: string }) {
  const { findings } = useDerived();
  const here = findings.filter((f) => f.accepted === undefined && f.partitions.includes(part));
  if (here.length === 0) return null;
  return (
    <div className={classes.group}>
      <span className="eyebrow">{words['layout.findings']()}</span>
      {here.map((finding) => (
        <FindingCard key={finding.id} finding={finding} brief />
      ))}
    </div>
  );
}
