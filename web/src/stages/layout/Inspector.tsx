import { Button } from '@mantine/core';
import {
  alignmentSectors,
  foundParts,
  formatBoth,
  isHomeless,
  partitionOf,
  foundTitle,
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
import { ProposeParts } from '../systems/ProposeParts.js';
import { CreateInGap } from './CreateInGap.js';
import { PartitionInspector } from './PartitionInspector.js';
import classes from './LayoutStage.module.css';

/** All that is known of the selected part, and what can be done with it. */
export function Inspector({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { selected } = useSelection();
  const partition = selected === null ? undefined : partitionOf(plan, selected);
  const gap = plannedGaps({ plan, survey }).find((g) => g.id === selected);
  const deleted = survey.partitions.find((p) => p.id === selected);
  return (
    <aside className={classes.inspector} aria-label="Selection">
      {partition ? (
        <PartitionInspector key={partition.id} survey={survey} partition={partition} />
      ) : gap ? (
        <CreateInGap key={gap.id} survey={survey} gap={gap} />
      ) : deleted ? (
        <DeletedPart survey={survey} id={deleted.id} />
      ) : foundParts(survey).some((part) => part.id === selected) ? (
        <FoundGap survey={survey} id={selected!} />
      ) : (
        <NothingSelected survey={survey} />
      )}
      {selected !== null && <FindingsHere part={selected} />}
    </aside>
  );
}

/** Systems that come and have no place yet: what is proposed for each. */
function Homeless({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const homeless = plan.systems.filter((system) => isHomeless(plan, system));
  if (homeless.length === 0) return null;
  return (
    <div className={classes.group} style={{ marginTop: '0.9rem' }}>
      <span className="eyebrow">Not placed yet</span>
      {homeless.map((system) => (
        <div key={system.id}>
          <p>
            <OwnerSwatch owners={[system.id]} /> <b>{system.name}</b>
          </p>
          <ProposeParts system={system} survey={survey} />
        </div>
      ))}
    </div>
  );
}

function NothingSelected({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  return (
    <>
      <h2>Select a partition or free space</h2>
      <p className="soft">
        Click a partition to keep, format or delete it. Drag its ends to resize it, or drag it along free
        space. You can type a size at any time. Click free space to create a partition there. Right-click for
        all actions.
      </p>
      <Homeless survey={survey} />
      <dl className={classes.facts}>
        <dt>ribbons</dt>
        <dd>
          straight: not changed; tapering: shrunk or grown; hatched: data is moved; torn and crossed: erased
        </dd>
        <dt>fill</dt>
        <dd>dark: space in use, if known</dd>
        <dt>zigzag</dt>
        <dd>drawn taller than its true size</dd>
        <dt>ticks</dt>
        <dd>round positions on the disk</dd>
        {survey.partitions.some((p) => p.start % alignmentSectors(survey.disk.sectorBytes) !== 0) && (
          <>
            <dt>corner</dt>
            <dd>does not start on a whole MiB</dd>
          </>
        )}
        {plannedContainer({ plan, survey }) && (
          <>
            <dt>bracket</dt>
            <dd>the extended partition and its logicals</dd>
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
      <p className="soft">on the disk, deleted in the plan</p>
      <dl className={classes.facts}>
        <dt>Size</dt>
        <dd>{formatBoth(surveyed.length * survey.disk.sectorBytes)}</dd>
        <dt>Lost</dt>
        <dd>{lossInWords(plan.found[id]?.kind, used?.bytes)}</dd>
      </dl>
      {edit && <Button onClick={() => attempt(edit)}>Keep it as found</Button>}
    </>
  );
}

function lossInWords(kind: VolumeKind | undefined, used: number | undefined): string {
  if (kind && VOLUME_TRAITS[kind].shrink === 'recreate') return 'nothing: it has no files';
  return used === undefined ? 'space used is not known' : formatBoth(used);
}

function FoundGap({ survey, id }: { survey: Survey; id: string }) {
  const part = foundParts(survey).find((p) => p.id === id)!;
  return (
    <>
      <h2>Free as found</h2>
      <p className="soft">
        {formatBoth(part.length * survey.disk.sectorBytes)}. In the plan it is used, or part of a larger free
        space.
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
      <span className="eyebrow">Findings for this</span>
      {here.map((finding) => (
        <FindingCard key={finding.id} finding={finding} brief />
      ))}
    </div>
  );
}
