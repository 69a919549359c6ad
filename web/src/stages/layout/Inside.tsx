import { Button, NativeSelect } from '@mantine/core';
import {
  addInsideEdit,
  canHold,
  formatBoth,
  goneInside,
  insideId,
  keepInsideEdit,
  lookInsideEdit,
  roomInside,
  sectorsToHold,
  sizeContextInside,
  splitInsideEdit,
  VOLUME_KINDS,
  volumeOf,
  type Edit,
  type InsideVolume,
  type PlannedPartition,
  type Survey,
  type VolumeKind,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerToggles } from '../../parts/OwnerToggles.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './Inside.module.css';
import { WordInput } from '../../parts/WordInput.js';
import { words } from '../../words/words.js';
import { volumeName } from '../../words/names.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
}

/** The volumes in a partition's encrypted container or volume group, each with its size and use. */
export function Inside({ survey, partition }: Props) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const planned = { plan, survey };
  if (!canHold(partition)) return null;
  const { inside } = partition;
  const begin = lookInsideEdit(planned, partition) ?? splitInsideEdit(planned, partition);
  if (!inside && !begin && partition.treatment === 'format') return null;
  const room = roomInside(planned, partition);
  const add = addInsideEdit(planned, partition);
  return (
    <section className={classes.inside} aria-label={words['layout.volumes-inside']()}>
      <span className="eyebrow">{words['layout.volumes-inside']()}</span>
      {(inside ?? []).map((volume) => (
        <VolumeInside key={volume.name} survey={survey} partition={partition} volume={volume} />
      ))}
      {goneInside(planned, partition).map((fate) => (
        <p key={fate.id} className="small">
          <b className="mono">{fate.found?.name}</b> {words['layout.deleted']()}{' '}
          <PressEdit title={words['layout.keep']()} edit={keepInsideEdit(fate)} />
        </p>
      ))}
      {!inside && !begin && <p className="small soft">{words['layout.what-inside-was-not']()}</p>}
      {inside && (
        <p className="small soft" data-fact="room-inside">
          {room.free < 0
            ? words['layout.more-than-inside'](formatBoth(-room.free), formatBoth(room.bytes))
            : words['layout.left-inside'](formatBoth(room.free), formatBoth(room.bytes))}
          {inside.some((v) => v.found) && words['layout.volumes-there-keep-their']()}
        </p>
      )}
      <div className={classes.verbs}>
        {begin && (
          <Button size="compact-xs" variant="default" onClick={() => attempt(begin)}>
            {partition.treatment === 'keep'
              ? words['layout.show-volumes-inside']()
              : words['layout.split-into-volumes']()}
          </Button>
        )}
        {inside && add && <PressEdit title={words['layout.add-volume']()} edit={add} />}
      </div>
    </section>
  );
}

function PressEdit({ title, edit }: { title: string; edit: Edit | undefined }) {
  const { attempt } = useEdit();
  if (!edit) return null;
  return (
    <Button size="compact-xs" variant="default" onClick={() => attempt(edit)}>
      {title}
    </Button>
  );
}

function VolumeInside({ survey, partition, volume }: Props & { volume: InsideVolume }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const id = insideId(partition.id, volume.name);
  const kept = volume.treatment === 'keep';
  const shared = plan.systems.filter((s) => partition.owners.includes(s.id)).length > 1;
  return (
    <div className={classes.volume} data-volume={volume.name}>
      <div className={classes.head}>
        <b className="mono">{volume.name}</b>
        <span className="small">
          {volume.found ? formatBoth(volume.length * survey.disk.sectorBytes) : words['layout.new-volume']()}
        </span>
        <span className="small">{kept ? words['layout.kept'](volumeName(volume.fileSystem)) : ''}</span>
        <span className="small">{volume.found && !kept ? words['layout.be-formatted']() : ''}</span>
      </div>
      {!volume.found && <SizeInside survey={survey} partition={partition} volume={volume} />}
      <UseInside id={id} volume={volume} />
      {shared && (
        <OwnerToggles
          label={volume.name}
          owners={volumeOf(plan, id)?.owners ?? []}
          onChange={(owners) => attempt({ kind: 'describe', partition: id, changes: { owners } })}
        />
      )}
      <div className={classes.verbs}>
        {volume.found && (
          <PressEdit
            title={kept ? words['layout.format'](volume.name) : words['layout.keep-2'](volume.name)}
            edit={{ kind: 'treat', partition: id, treatment: kept ? 'format' : 'keep' }}
          />
        )}
        <PressEdit title={words['layout.delete'](volume.name)} edit={{ kind: 'remove', partition: id }} />
      </div>
    </div>
  );
}

function SizeInside({ survey, partition, volume }: Props & { volume: InsideVolume }) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const { sectorBytes } = survey.disk;
  return (
    <SizeInput
      label={words['layout.size-3'](volume.name)}
      hideLabel
      context={sizeContextInside({ plan, survey }, partition, volume.name)}
      value={volume.length * sectorBytes}
      onSize={(wanted) =>
        tryEdit({
          kind: 'resize',
          partition: insideId(partition.id, volume.name),
          length: sectorsToHold(wanted, sectorBytes),
          hold: 'start',
        })
      }
    />
  );
}

/** The file system of a volume that is made, or of one of which nobody knows it, and where it is mounted. */
function UseInside({ id, volume }: { id: string; volume: InsideVolume }) {
  const { plan } = useOpenState();
  const { attempt, tryEdit } = useEdit();
  const mountPoint = volumeOf(plan, id)?.mountPoint ?? '';
  const change = (changes: Partial<PlannedPartition>): Edit => ({ kind: 'describe', partition: id, changes });
  return (
    <div className={classes.pair}>
      {(volume.treatment !== 'keep' || volume.fileSystem === 'unknown') && (
        <NativeSelect
          size="xs"
          aria-label={words['layout.file-system'](volume.name)}
          value={volume.fileSystem}
          data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
          onChange={(e) => attempt(change({ fileSystem: e.currentTarget.value as VolumeKind }))}
        />
      )}
      {volume.fileSystem !== 'swap' && (
        <WordInput
          key={`mount-${mountPoint}`}
          label={words['layout.mount-point'](volume.name)}
          hideLabel
          placeholder={words['layout.mount-point-2']()}
          value={mountPoint}
          save={(at) => tryEdit(change({ mountPoint: at }))}
        />
      )}
    </div>
  );
}
