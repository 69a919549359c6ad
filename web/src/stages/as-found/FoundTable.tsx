import { Button, NativeSelect } from '@mantine/core';
import {
  bytes,
  formatBinary,
  formatBoth,
  formatDecimal,
  KNOWN,
  noteFoundEdit,
  ROLES,
  safetyCopyZip,
  typeName,
  usedOf,
  VOLUME_KINDS,
  type FoundNote,
  type Known,
  type Measured,
  type Survey,
  type SurveyPartition,
  type Volume,
} from '@rhizotome/core';
import { useEdit, useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { OwnerToggles } from '../../parts/OwnerToggles.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { DamageList } from './DamageList.js';
import classes from './FoundTable.module.css';
import { words } from '../../words/words.js';
import { VolumeFacts } from './VolumeFacts.js';
import { evidenceName, foundTitle, roleName, volumeName } from '../../words/names.js';
import { catalogue } from '../../words/say.js';

/** Every part of the reading: what it is said to be, whose it is, and how much is used on what evidence. */
export function FoundTable({ survey, readAgain }: { survey: Survey; readAgain: () => void }) {
  const { disk, partitions, containers = [] } = survey;
  const { name } = useOpenMachine();
  const saveTable = () => {
    const zip = safetyCopyZip(catalogue, survey, name) as Uint8Array<ArrayBuffer> | undefined;
    if (zip) download(`${fileName(name)}-table.zip`, new Blob([zip]));
  };
  return (
    <>
      <div className={classes.head}>
        <div>
          <h1>{words['as-found.as-found']()}</h1>
          <p className="soft">{summary(survey)}</p>
        </div>
        <div className={classes.buttons}>
          {survey.safetyCopy !== undefined && (
            <Button
              variant="default"
              onClick={saveTable}
              title={words['as-found.download-sectors-partition-table']()}
            >
              {words['as-found.safety-copy']()}
            </Button>
          )}
          <Button variant="default" onClick={readAgain}>
            {words['as-found.read-again']()}
          </Button>
        </div>
      </div>
      {disk.bareVolume && (
        <div className={classes.damage} role="note">
          <strong>{words['as-found.there-no-partition-table']()}</strong>
          <p>
            {words['as-found.bare'](
              disk.bareVolume.variant ?? volumeName(disk.bareVolume.kind),
              disk.bareVolume.label ?? '',
              disk.bareVolume.usedBytes === undefined ? null : formatBoth(disk.bareVolume.usedBytes),
            )}
          </p>
        </div>
      )}
      {survey.damage.length > 0 && (
        <div className={classes.damage} role="note">
          <strong>{words['as-found.partition-table-has-problems']()}</strong>
          <DamageList survey={survey} />
        </div>
      )}
      {partitions.length === 0 ? (
        !disk.bareVolume && (
          <p>{words['as-found.disk-has-no-partitions'](formatBoth(disk.sizeSectors * disk.sectorBytes))}</p>
        )
      ) : (
        <div className={classes.scroll}>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">{words['as-found.no']()}</th>
                <th scope="col">{words['as-found.part']()}</th>
                <th scope="col">{words['as-found.what']()}</th>
                <th scope="col">{words['as-found.content']()}</th>
                <th scope="col">{words['as-found.owner']()}</th>
                <th scope="col">{words['as-found.used-2']()}</th>
                <th scope="col">{words['as-found.minimum-its-own-tool']()}</th>
              </tr>
            </thead>
            <tbody>
              {inDiskOrder(partitions, containers).map((p) =>
                'id' in p ? (
                  <FoundRow key={p.id} survey={survey} partition={p} />
                ) : (
                  <ContainerRow key={`container-${p.number}`} container={p} survey={survey} />
                ),
              )}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

function summary({ disk, source, takenAt, partitions }: Survey): string {
  const from = {
    capture: words['as-found.read-from'](source.files ?? []),
    image: words['as-found.read-from'](source.files ?? []),
    notation: words['as-found.entered-as-text'](),
    lsblk: words['as-found.from-lsblk'](),
    report: words['as-found.from-report'](),
    hand: words['as-found.entered-hand'](),
  }[source.kind];
  const style = disk.style === 'none' ? words['as-found.no-table']() : disk.style.toUpperCase();
  const count = words['as-found.partitions-in-it'](partitions.length);
  const size = formatBoth(disk.sizeSectors * disk.sectorBytes);
  return words['as-found.sectors-bytes-utc'](
    size,
    style,
    count,
    disk.sectorBytes,
    from,
    takenAt.slice(0, 16).replace('T', ' '),
  );
}

type Container = NonNullable<Survey['containers']>[number];

function inDiskOrder(partitions: readonly SurveyPartition[], containers: readonly Container[]) {
  return [...partitions, ...containers].sort((a, b) => a.start - b.start || a.number - b.number);
}

/** A container contains the logical partitions that follow it in the list. */
function ContainerRow({ container, survey }: { container: Container; survey: Survey }) {
  const size = container.length * survey.disk.sectorBytes;
  const inside = survey.partitions.filter((p) => p.logical).map((p) => p.number);
  return (
    <tr>
      <td>{container.number}</td>
      <td>
        <strong>{words['as-found.extended-partition']()}</strong>
        <div className="small soft">
          {formatBinary(size)} · {formatDecimal(size)}
        </div>
      </td>
      <td colSpan={5} className="soft small">
        {inside.length === 0
          ? words['as-found.contains-no-logical-partition']()
          : words['as-found.contains-logical-partitions'](inside.join(', '))}
      </td>
    </tr>
  );
}

const USES_SPACE = ['efi', 'system', 'root', 'home', 'boot', 'recovery', 'data', 'other'];
const OWN_ENCRYPTION = ['ntfs', 'refs', 'apfs', 'hfsplus', 'unknown'];

function FoundRow({ survey, partition }: { survey: Survey; partition: SurveyPartition }) {
  const { plan } = useOpenState();
  const { attempt, tryEdit } = useEdit();
  const { selected, select } = useSelection();
  const note = plan.found[partition.id];
  if (!note) return null;
  const size = partition.length * survey.disk.sectorBytes;
  const title = foundTitle({ plan, survey }, partition);
  const set = (changes: Partial<FoundNote>) => attempt(noteFoundEdit(plan, partition.id, changes));
  const used = usedOf({ plan, survey }, partition.id);
  const told = limitTold(partition);
  const context = {
    disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes),
    now: bytes(size),
    ...(used ? { used: used.bytes } : {}),
  };
  const within = (changes: Partial<FoundNote>, typed: number) =>
    typed > size
      ? words['as-found.more-than-size-partition'](formatBoth(size))
      : tryEdit(noteFoundEdit(plan, partition.id, changes));
  return (
    <tr data-selected={selected === partition.id || undefined} onClick={() => select(partition.id)}>
      <td>{partition.number}</td>
      <td>
        <strong>{title}</strong>
        <div className="small soft">
          {formatBinary(size)} · {formatDecimal(size)}
          <br />
          {partition.type ? typeName(partition.type) : words['as-found.type-not-read']()}
          {partition.active ? words['as-found.active']() : ''}
          {partition.logical ? words['as-found.logical']() : ''}
        </div>
      </td>
      <td>
        <NativeSelect
          size="xs"
          aria-label={words['as-found.what-2'](title)}
          value={note.role}
          data={ROLES.map((role) => ({ value: role, label: roleName(role) }))}
          onChange={(e) => set({ role: e.currentTarget.value as FoundNote['role'] })}
        />
        {OWN_ENCRYPTION.includes(note.kind) && ['system', 'data'].includes(note.role) && (
          <NativeSelect
            size="xs"
            mt={6}
            aria-label={words['found.encryption'](title)}
            value={note.encrypted}
            data={KNOWN.map((known) => ({ value: known, label: words['found.encrypted'](known) }))}
            onChange={(e) => set({ encrypted: e.currentTarget.value as Known })}
          />
        )}
      </td>
      <td>
        <NativeSelect
          size="xs"
          aria-label={words['as-found.content-2'](title)}
          value={note.kind}
          data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
          onChange={(e) => set({ kind: e.currentTarget.value as FoundNote['kind'] })}
        />
        <span className="small soft">
          {!partition.volume
            ? words['as-found.assumed-from-type']()
            : survey.source.kind === 'hand'
              ? words['as-found.as-entered']()
              : survey.source.kind === 'report'
                ? words['as-found.as-told']()
                : words['as-found.as-read']()}
        </span>
        {partition.volume && <VolumeFacts volume={partition.volume} size={size} />}
      </td>
      <td>
        <OwnerToggles label={title} owners={note.owners} onChange={(owners) => set({ owners })} />
      </td>
      <td>
        {USES_SPACE.includes(note.role) ? (
          <>
            <SizeInput
              label={words['as-found.space-used'](title)}
              hideLabel
              width={126}
              context={context}
              value={note.usedBytes}
              placeholder={used ? formatBinary(used.bytes) : words['as-found.not-known']()}
              hint={usedHint(used, partition.volume)}
              onClear={() => set({ usedBytes: null })}
              onSize={(usedBytes) => within({ usedBytes }, usedBytes)}
            />
            {used?.evidence === 'typed' && <div className="small soft">{evidenceName('typed')}</div>}
          </>
        ) : (
          <span className="soft small">{words['as-found.no-files']()}</span>
        )}
      </td>
      <td>
        {['system', 'home', 'root', 'data'].includes(note.role) && (
          <SizeInput
            label={words['as-found.minimum-size'](title)}
            hideLabel
            width={126}
            context={context}
            value={note.leastBytes}
            placeholder={told ? formatBinary(told.bytes) : words['as-found.not-entered']()}
            hint={told ? evidenceName(told.evidence) : ''}
            onClear={() => set({ leastBytes: null })}
            onSize={(leastBytes) => within({ leastBytes }, leastBytes)}
          />
        )}
      </td>
    </tr>
  );
}

/** The limit of its own system's tool, where a report told it. */
const limitTold = ({ volume }: SurveyPartition) =>
  volume?.floor?.evidence === 'owner-limit' ? volume.floor : undefined;

/** What the figure rests on, and how far the volume could be cut without moving anything in it. */
function usedHint(used: Measured | undefined, volume: Volume | undefined): string {
  if (!used) return '';
  const last = volume?.lastUsedByte;
  const reach = last === undefined ? '' : words['as-found.up'](formatBinary(last + 1));
  return `${evidenceName(used.evidence)}${reach}`;
}
