import { Button, NativeSelect } from '@mantine/core';
import {
  bytes,
  EVIDENCE_WORDS,
  formatBinary,
  formatBoth,
  formatDecimal,
  KNOWN,
  noteFoundEdit,
  foundTitle,
  ROLE_NAMES,
  ROLES,
  safetyCopyZip,
  typeName,
  usedOf,
  VOLUME_KINDS,
  volumeName,
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

/** Every part of the reading: what it is said to be, whose it is, and how much is used on what evidence. */
export function FoundTable({ survey, readAgain }: { survey: Survey; readAgain: () => void }) {
  const { disk, partitions, containers = [] } = survey;
  const { name } = useOpenMachine();
  const saveTable = () => {
    const zip = safetyCopyZip(survey, name) as Uint8Array<ArrayBuffer> | undefined;
    if (zip) download(`${fileName(name)}-table.zip`, new Blob([zip]));
  };
  return (
    <>
      <div className={classes.head}>
        <div>
          <h1>As found</h1>
          <p className="soft">{summary(survey)}</p>
        </div>
        <div className={classes.buttons}>
          {survey.safetyCopy !== undefined && (
            <Button
              variant="default"
              onClick={saveTable}
              title="Download the sectors of the partition table, with instructions"
            >
              Safety copy
            </Button>
          )}
          <Button variant="default" onClick={readAgain}>
            Read again
          </Button>
        </div>
      </div>
      {disk.bareVolume && (
        <div className={classes.damage} role="note">
          <strong>There is no partition table: one volume fills the whole disk</strong>
          <p>
            {disk.bareVolume.variant ?? volumeName(disk.bareVolume.kind)}
            {disk.bareVolume.label && ` “${disk.bareVolume.label}”`}
            {disk.bareVolume.usedBytes !== undefined && `, ${formatBoth(disk.bareVolume.usedBytes)} used`}.
            Writing a new table destroys it with all its files.
          </p>
        </div>
      )}
      {survey.damage.length > 0 && (
        <div className={classes.damage} role="note">
          <strong>The partition table has problems</strong>
          <DamageList survey={survey} />
        </div>
      )}
      {partitions.length === 0 ? (
        !disk.bareVolume && (
          <p>The disk of {formatBoth(disk.sizeSectors * disk.sectorBytes)} has no partitions.</p>
        )
      ) : (
        <div className={classes.scroll}>
          <table className={classes.table}>
            <thead>
              <tr>
                <th scope="col">No.</th>
                <th scope="col">Part</th>
                <th scope="col">What it is</th>
                <th scope="col">Content</th>
                <th scope="col">Owner</th>
                <th scope="col">Used</th>
                <th scope="col">Minimum, by its own tool</th>
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
    capture: `read from ${source.files?.join(' and ')}`,
    image: `read from ${source.files?.join(' and ')}`,
    notation: 'entered as text',
    lsblk: 'from lsblk',
    hand: 'entered by hand',
  }[source.kind];
  const style = disk.style === 'none' ? 'no table' : disk.style.toUpperCase();
  const count = `${partitions.length} partition${partitions.length === 1 ? '' : 's'}`;
  const size = formatBoth(disk.sizeSectors * disk.sectorBytes);
  return `${size}, ${style}, ${count}, sectors of ${disk.sectorBytes} bytes; ${from}, ${takenAt.slice(0, 16).replace('T', ' ')} UTC.`;
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
        <strong>Extended partition</strong>
        <div className="small soft">
          {formatBinary(size)} · {formatDecimal(size)}
        </div>
      </td>
      <td colSpan={5} className="soft small">
        {inside.length === 0
          ? 'contains no logical partition'
          : `contains the logical partitions ${inside.join(', ')}`}
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
  const context = {
    disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes),
    now: bytes(size),
    ...(used ? { used: used.bytes } : {}),
  };
  const within = (changes: Partial<FoundNote>, typed: number) =>
    typed > size
      ? `That is more than the size of the partition: ${formatBoth(size)}.`
      : tryEdit(noteFoundEdit(plan, partition.id, changes));
  return (
    <tr data-selected={selected === partition.id || undefined} onClick={() => select(partition.id)}>
      <td>{partition.number}</td>
      <td>
        <strong>{title}</strong>
        <div className="small soft">
          {formatBinary(size)} · {formatDecimal(size)}
          <br />
          {partition.type ? typeName(partition.type) : 'type not read'}
          {partition.active ? ', active' : ''}
          {partition.logical ? ', logical' : ''}
        </div>
      </td>
      <td>
        <NativeSelect
          size="xs"
          aria-label={`What ${title} is`}
          value={note.role}
          data={ROLES.map((role) => ({ value: role, label: ROLE_NAMES[role] }))}
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
          aria-label={`Content of ${title}`}
          value={note.kind}
          data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
          onChange={(e) => set({ kind: e.currentTarget.value as FoundNote['kind'] })}
        />
        <span className="small soft">
          {!partition.volume
            ? 'assumed from the type'
            : survey.source.kind === 'hand'
              ? 'as entered'
              : 'as read'}
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
              label={`Space used on ${title}`}
              hideLabel
              width={126}
              context={context}
              value={note.usedBytes}
              placeholder={used ? formatBinary(used.bytes) : 'not known'}
              hint={usedHint(used, partition.volume)}
              onClear={() => set({ usedBytes: null })}
              onSize={(usedBytes) => within({ usedBytes }, usedBytes)}
            />
            {used?.evidence === 'typed' && <div className="small soft">{EVIDENCE_WORDS.typed}</div>}
          </>
        ) : (
          <span className="soft small">no files</span>
        )}
      </td>
      <td>
        {['system', 'home', 'root', 'data'].includes(note.role) && (
          <SizeInput
            label={`Minimum size of ${title}`}
            hideLabel
            width={126}
            context={context}
            value={note.leastBytes}
            placeholder="not entered"
            onClear={() => set({ leastBytes: null })}
            onSize={(leastBytes) => within({ leastBytes }, leastBytes)}
          />
        )}
      </td>
    </tr>
  );
}

/** What the figure rests on, and how far the volume could be cut without moving anything in it. */
function usedHint(used: Measured | undefined, volume: Volume | undefined): string {
  if (!used) return '';
  const last = volume?.lastUsedByte;
  const reach = last === undefined ? '' : `, up to ${formatBinary(last + 1)}`;
  return `${EVIDENCE_WORDS[used.evidence]}${reach}`;
}
