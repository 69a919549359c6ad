import { NativeSelect, SegmentedControl } from '@mantine/core';
import {
  advisedOf,
  floorOf,
  formatBoth,
  sizeTo,
  ROLES,
  sizeContextFor,
  sizeOf,
  usedOf,
  VOLUME_KINDS,
  VOLUME_TRAITS,
  type Held,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerToggles } from '../../parts/OwnerToggles.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { Inside } from './Inside.js';
import { Verbs } from './Verbs.js';
import { WordInput } from '../../parts/WordInput.js';
import { Beneath } from './Beneath.js';
import { MakeSpace } from './MakeSpace.js';
import { MoreFacts } from './MoreFacts.js';
import classes from './LayoutStage.module.css';
import { SlotFacts } from './SlotFacts.js';
import { words } from '../../words/words.js';
import { evidenceName, partitionTitle, roleName, volumeName } from '../../words/names.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
}

const SIZE_EXAMPLES = ['80GiB', '-5GiB', 'half', 'rest', 'used + 60GiB', 'free 200GiB'];

export function PartitionInspector({ survey, partition }: Props) {
  return (
    <>
      <h2>{partitionTitle(partition)}</h2>
      <p className="soft">
        {roleName(partition.role)} · {volumeName(partition.fileSystem)}
        {partition.from === null
          ? words['layout.new']()
          : partition.treatment === 'format'
            ? words['layout.be-formatted-2']()
            : words['layout.kept-2']()}
      </p>
      <Facts survey={survey} partition={partition} />
      <MoreFacts survey={survey} partition={partition} />
      <NewSize survey={survey} partition={partition} />
      <Verbs survey={survey} part={partition.id} />
      <SlotFacts survey={survey} partition={partition} />
      <Inside survey={survey} partition={partition} />
      <Particulars partition={partition} />
    </>
  );
}

/** A size to be typed; where it is refused, how room for it could be made. */
function NewSize({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const [hold, setHold] = useState<Held>('start');
  /** A size that was refused. */
  const [wanted, setWanted] = useState<number | null>(null);
  /** How often space was made: what was typed is done with then. */
  const [made, setMade] = useState(0);
  return (
    <div className={classes.group}>
      <SizeInput
        key={made}
        label={words['layout.new-size']()}
        context={sizeContextFor({ plan, survey }, partition, hold)}
        value={sizeOf(partition, survey)}
        onSize={(size) => {
          const refused = tryEdit(sizeTo({ plan, survey }, partition, size, hold));
          setWanted(refused === null ? null : size);
          return refused;
        }}
      />
      {wanted !== null && (
        <MakeSpace
          survey={survey}
          partition={partition}
          size={wanted}
          onMade={() => {
            setWanted(null);
            setMade(made + 1);
          }}
        />
      )}
      <SegmentedControl
        fullWidth
        size="xs"
        aria-label={words['layout.fixed-end']()}
        value={hold}
        data={[
          { value: 'start', label: words['layout.keep-start-fixed']() },
          { value: 'end', label: words['layout.keep-end-fixed']() },
        ]}
        onChange={(value) => setHold(value)}
      />
      {hold === 'end' && partition.from !== null && partition.treatment === 'keep' && (
        <p className="small soft">{words['layout.all-its-data-moved']()}</p>
      )}
      <p className={`${classes.examples} small soft`}>
        {SIZE_EXAMPLES.map((example) => (
          <code key={example}>{example}</code>
        ))}
      </p>
    </div>
  );
}

function Facts({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const surveyed = survey.partitions.find((p) => p.id === partition.from);
  const kept = surveyed && partition.treatment === 'keep' ? surveyed : undefined;
  const used = kept && usedOf({ plan, survey }, kept.id);
  const floor = kept && floorOf({ plan, survey }, partition);
  const size = sizeOf(partition, survey);
  const was = surveyed && surveyed.length * survey.disk.sectorBytes;
  const advised = advisedOf({ plan, survey }, partition);
  return (
    <dl className={classes.facts}>
      <dt>{words['layout.size-2']()}</dt>
      <dd data-fact="size">{formatBoth(size)}</dd>
      {was !== undefined && was !== size && (
        <>
          <dt>{words['layout.was']()}</dt>
          <dd>{formatBoth(was)}</dd>
        </>
      )}
      {kept && VOLUME_TRAITS[partition.fileSystem].shrink !== 'recreate' && (
        <>
          <dt>{words['layout.used']()}</dt>
          <dd>
            {used
              ? `${formatBoth(used.bytes)}, ${evidenceName(used.evidence)}`
              : words['layout.not-known-enter-under']()}
          </dd>
        </>
      )}
      {floor && floor.evidence !== 'no-content' && (
        <>
          <dt>{words['layout.floor']()}</dt>
          <dd data-fact="floor">
            {formatBoth(floor.bytes)}, {evidenceName(floor.evidence)}
          </dd>
        </>
      )}
      {advised !== undefined && (
        <>
          <dt>{words['layout.advised']()}</dt>
          <dd>{words['layout.at-least-rule-thumb'](formatBoth(advised))}</dd>
        </>
      )}
      <dt>{words['layout.sectors']()}</dt>
      <dd>
        <span className="mono">
          {partition.start} … {partition.start + partition.length - 1}
        </span>
      </dd>
    </dl>
  );
}

function Particulars({ partition }: { partition: PlannedPartition }) {
  const { attempt, tryEdit } = useEdit();
  const made = partition.treatment === 'format';
  const change = (changes: Partial<PlannedPartition>) =>
    ({ kind: 'describe', partition: partition.id, changes }) as const;
  return (
    <div className={classes.group} style={{ marginTop: '0.9rem' }}>
      <div>
        <span className="eyebrow">{words['layout.owners']()}</span>
        <OwnerToggles
          label={partitionTitle(partition)}
          owners={partition.owners}
          onChange={(owners) => attempt(change({ owners }))}
        />
      </div>
      <RoleAndContent partition={partition} change={(changes) => attempt(change(changes))} />
      <div className={classes.pair}>
        <WordInput
          key={`label-${partition.label}`}
          label={words['layout.label']()}
          value={partition.label}
          disabled={!made}
          limit={VOLUME_TRAITS[partition.fileSystem].labelLimit ?? undefined}
          save={(label) => tryEdit(change({ label }))}
        />
        {!partition.inside?.length && (
          <WordInput
            key={`mount-${partition.mountPoint}`}
            label={words['layout.mount-point-3']()}
            value={partition.mountPoint}
            save={(mountPoint) => tryEdit(change({ mountPoint }))}
          />
        )}
      </div>
      {made && !partition.inside && <Beneath partition={partition} />}
      {made && (
        <WordInput
          key={`name-${partition.name}`}
          label={words['layout.partition-name']()}
          value={partition.name}
          limit={36}
          save={(name) => tryEdit(change({ name }))}
        />
      )}
    </div>
  );
}

interface RoleProps {
  readonly partition: PlannedPartition;
  readonly change: (changes: Partial<PlannedPartition>) => void;
}

function RoleAndContent({ partition, change }: RoleProps) {
  return (
    <div className={classes.pair}>
      <NativeSelect
        size="xs"
        label={words['layout.what']()}
        value={partition.role}
        data={ROLES.map((role) => ({ value: role, label: roleName(role) }))}
        onChange={(e) => change({ role: e.currentTarget.value as PlannedPartition['role'] })}
      />
      <NativeSelect
        size="xs"
        label={words['layout.file-system-2']()}
        value={partition.fileSystem}
        disabled={partition.treatment !== 'format'}
        data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
        onChange={(e) => change({ fileSystem: e.currentTarget.value as PlannedPartition['fileSystem'] })}
      />
    </div>
  );
}
