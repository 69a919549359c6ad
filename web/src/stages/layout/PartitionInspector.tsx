import { Button, NativeSelect, SegmentedControl } from '@mantine/core';
import {
  advisedWindowsBytes,
  EVIDENCE_WORDS,
  floorOf,
  formatBoth,
  resizeTo,
  ROLE_NAMES,
  ROLES,
  sizeContextFor,
  sizeOf,
  usedOf,
  VOLUME_KINDS,
  VOLUME_TRAITS,
  partitionTitle,
  verbsOf,
  volumeName,
  type Held,
  type PlannedPartition,
  type Survey,
  type Verb,
} from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import { OwnerToggles } from '../../parts/OwnerToggles.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { Inside } from './Inside.js';
import { WordInput } from './WordInput.js';
import { Beneath } from './Beneath.js';
import { MoreFacts } from './MoreFacts.js';
import classes from './LayoutStage.module.css';
import { SlotFacts } from './SlotFacts.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
}

const SIZE_EXAMPLES = ['80GiB', '-5GiB', 'half', 'rest', 'used + 60GiB', 'free 200GiB'];

export function PartitionInspector({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const [hold, setHold] = useState<Held>('start');
  return (
    <>
      <h2>{partitionTitle(partition)}</h2>
      <p className="soft">
        {ROLE_NAMES[partition.role]} · {volumeName(partition.fileSystem)}
        {partition.from === null
          ? ' · new'
          : partition.treatment === 'format'
            ? ' · to be formatted'
            : ' · kept'}
      </p>
      <Facts survey={survey} partition={partition} />
      <MoreFacts survey={survey} partition={partition} />
      <div className={classes.group}>
        <SizeInput
          label="New size"
          context={sizeContextFor({ plan, survey }, partition, hold)}
          value={sizeOf(partition, survey)}
          onSize={(size) => tryEdit(resizeTo({ plan, survey }, partition, size, hold))}
        />
        <SegmentedControl
          size="xs"
          aria-label="Fixed end"
          value={hold}
          data={[
            { value: 'start', label: 'keep the start fixed' },
            { value: 'end', label: 'keep the end fixed' },
          ]}
          onChange={(value) => setHold(value)}
        />
        {hold === 'end' && partition.from !== null && partition.treatment === 'keep' && (
          <p className="small soft">
            All its data is moved, and the volume cannot be used meanwhile. Check the cost before you decide.
          </p>
        )}
        <p className={`${classes.examples} small soft`}>
          {SIZE_EXAMPLES.map((example) => (
            <code key={example}>{example}</code>
          ))}
        </p>
      </div>
      <Verbs survey={survey} partition={partition} />
      <SlotFacts survey={survey} partition={partition} />
      <Inside survey={survey} partition={partition} />
      <Particulars partition={partition} />
    </>
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
  const advised =
    used && partition.role === 'system' && partition.fileSystem === 'ntfs'
      ? advisedWindowsBytes(used.bytes)
      : undefined;
  return (
    <dl className={classes.facts}>
      <dt>Size</dt>
      <dd data-fact="size">{formatBoth(size)}</dd>
      {was !== undefined && was !== size && (
        <>
          <dt>was</dt>
          <dd>{formatBoth(was)}</dd>
        </>
      )}
      {kept && VOLUME_TRAITS[partition.fileSystem].shrink !== 'recreate' && (
        <>
          <dt>Used</dt>
          <dd>
            {used
              ? `${formatBoth(used.bytes)}, ${EVIDENCE_WORDS[used.evidence]}`
              : 'not known: enter it under As found'}
          </dd>
        </>
      )}
      {floor && floor.evidence !== 'no-content' && (
        <>
          <dt>Floor</dt>
          <dd data-fact="floor">
            {formatBoth(floor.bytes)}, {EVIDENCE_WORDS[floor.evidence]}
          </dd>
        </>
      )}
      {advised !== undefined && (
        <>
          <dt>Advised</dt>
          <dd>at least {formatBoth(advised)}, a rule of thumb</dd>
        </>
      )}
      <dt>Sectors</dt>
      <dd>
        <span className="mono">
          {partition.start} … {partition.start + partition.length - 1}
        </span>
      </dd>
    </dl>
  );
}

function Verbs({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const verbs = useMemo(() => verbsOf({ plan, survey }, partition.id), [plan, survey, partition.id]);
  return (
    <div className={classes.verbs}>
      {verbs.map((verb) => (
        <VerbButton key={verb.id} verb={verb} partition={partition} />
      ))}
    </div>
  );
}

/** Pointed at, it shows what it would do. */
function VerbButton({ verb, partition }: { verb: Verb; partition: PlannedPartition }) {
  const { attempt } = useEdit();
  const { select } = useSelection();
  const preview = useEditPreview(verb.edit);
  const press = () => {
    if (attempt(verb.edit) && verb.id === 'delete' && partition.from === null) select(null);
  };
  return (
    <Button size="xs" variant={verb.id === 'keep' ? 'filled' : 'default'} onClick={press} {...preview}>
      {verb.title}
    </Button>
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
        <span className="eyebrow">Owners</span>
        <OwnerToggles
          label={partitionTitle(partition)}
          owners={partition.owners}
          onChange={(owners) => attempt(change({ owners }))}
        />
      </div>
      <div className={classes.pair}>
        <NativeSelect
          size="xs"
          label="What it is"
          value={partition.role}
          data={ROLES.map((role) => ({ value: role, label: ROLE_NAMES[role] }))}
          onChange={(e) => attempt(change({ role: e.currentTarget.value as PlannedPartition['role'] }))}
        />
        <NativeSelect
          size="xs"
          label="File system"
          value={partition.fileSystem}
          disabled={!made}
          data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
          onChange={(e) =>
            attempt(change({ fileSystem: e.currentTarget.value as PlannedPartition['fileSystem'] }))
          }
        />
      </div>
      <div className={classes.pair}>
        <WordInput
          key={`label-${partition.label}`}
          label="Label"
          value={partition.label}
          disabled={!made}
          limit={VOLUME_TRAITS[partition.fileSystem].labelLimit}
          save={(label) => tryEdit(change({ label }))}
        />
        {!partition.inside?.length && (
          <WordInput
            key={`mount-${partition.mountPoint}`}
            label="Mount point"
            value={partition.mountPoint}
            save={(mountPoint) => tryEdit(change({ mountPoint }))}
          />
        )}
      </div>
      {made && !partition.inside && <Beneath partition={partition} />}
      {made && (
        <WordInput
          key={`name-${partition.name}`}
          label="Partition name"
          value={partition.name}
          limit={36}
          save={(name) => tryEdit(change({ name }))}
        />
      )}
    </div>
  );
}
