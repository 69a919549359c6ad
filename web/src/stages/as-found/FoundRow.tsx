import { NativeSelect } from '@mantine/core';
import {
  askedOf,
  bytes,
  formatBinary,
  formatBoth,
  formatDecimal,
  KNOWN,
  noteFoundEdit,
  ROLES,
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
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { OwnerToggles } from '../../parts/OwnerToggles.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { evidenceName, foundTitle, roleName, volumeName } from '../../words/names.js';
import { words } from '../../words/words.js';
import { VolumeFacts } from './VolumeFacts.js';

interface RowProps {
  readonly survey: Survey;
  readonly partition: SurveyPartition;
}

/** A partition as found: what it is said to be, and what is told of it. */
export function FoundRow({ survey, partition }: RowProps) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { selected, select } = useSelection();
  const note = plan.found[partition.id];
  if (!note) return null;
  const title = foundTitle({ plan, survey }, partition);
  const cell = {
    survey,
    partition,
    note,
    title,
    set: (changes: Partial<FoundNote>) => attempt(noteFoundEdit(plan, partition.id, changes)),
  };
  return (
    <tr data-selected={selected === partition.id || undefined} onClick={() => select(partition.id)}>
      <td>{partition.number}</td>
      <td>
        <Part {...cell} />
      </td>
      <td>
        <WhatItIs {...cell} />
      </td>
      <td>
        <Content {...cell} />
      </td>
      <td>
        <OwnerToggles label={title} owners={note.owners} onChange={(owners) => cell.set({ owners })} />
      </td>
      <td>
        <Used {...cell} />
      </td>
      <td>
        <Least {...cell} />
      </td>
    </tr>
  );
}

interface CellProps extends RowProps {
  readonly note: FoundNote;
  readonly title: string;
  readonly set: (changes: Partial<FoundNote>) => void;
}

const sizeIn = ({ survey, partition }: RowProps) => partition.length * survey.disk.sectorBytes;

function Part({ survey, partition, title }: CellProps) {
  const size = sizeIn({ survey, partition });
  return (
    <>
      <strong>{title}</strong>
      <div className="small soft">
        {formatBinary(size)} · {formatDecimal(size)}
        <br />
        {partition.type ? typeName(partition.type) : words['as-found.type-not-read']()}
        {partition.active ? words['as-found.active']() : ''}
        {partition.logical ? words['as-found.logical']() : ''}
      </div>
    </>
  );
}

function WhatItIs({ note, title, set }: CellProps) {
  return (
    <>
      <NativeSelect
        size="xs"
        aria-label={words['as-found.what-2'](title)}
        value={note.role}
        data={ROLES.map((role) => ({ value: role, label: roleName(role) }))}
        onChange={(e) => set({ role: e.currentTarget.value as FoundNote['role'] })}
      />
      {askedOf(note).encrypted && (
        <NativeSelect
          size="xs"
          mt={6}
          aria-label={words['found.encryption'](title)}
          value={note.encrypted}
          data={KNOWN.map((known) => ({ value: known, label: words['found.encrypted'](known) }))}
          onChange={(e) => set({ encrypted: e.currentTarget.value as Known })}
        />
      )}
    </>
  );
}

function Content({ survey, partition, note, title, set }: CellProps) {
  const { volume } = partition;
  return (
    <>
      <NativeSelect
        size="xs"
        aria-label={words['as-found.content-2'](title)}
        value={note.kind}
        data={VOLUME_KINDS.map((kind) => ({ value: kind, label: volumeName(kind) }))}
        onChange={(e) => set({ kind: e.currentTarget.value as FoundNote['kind'] })}
      />
      <span className="small soft">
        {volume ? toldBy(survey.source.kind) : words['as-found.assumed-from-type']()}
      </span>
      {volume && <VolumeFacts volume={volume} size={sizeIn({ survey, partition })} />}
    </>
  );
}

function toldBy(source: Survey['source']['kind']): string {
  if (source === 'hand') return words['as-found.as-entered']();
  return source === 'report' ? words['as-found.as-told']() : words['as-found.as-read']();
}

function Used({ survey, partition, note, title, set }: CellProps) {
  const { plan } = useOpenState();
  const used = usedOf({ plan, survey }, partition.id);
  if (!askedOf(note).used) return <span className="soft small">{words['as-found.no-files']()}</span>;
  return (
    <>
      <NotedSize
        survey={survey}
        partition={partition}
        label={words['as-found.space-used'](title)}
        value={note.usedBytes}
        placeholder={used ? formatBinary(used.bytes) : words['as-found.not-known']()}
        hint={usedHint(used, partition.volume)}
        noted={(usedBytes) => ({ usedBytes })}
        clear={() => set({ usedBytes: null })}
      />
      {used?.evidence === 'typed' && <div className="small soft">{evidenceName('typed')}</div>}
    </>
  );
}

function Least({ survey, partition, note, title, set }: CellProps) {
  if (!askedOf(note).least) return null;
  const told = limitTold(partition);
  return (
    <NotedSize
      survey={survey}
      partition={partition}
      label={words['as-found.minimum-size'](title)}
      value={note.leastBytes}
      placeholder={told ? formatBinary(told.bytes) : words['as-found.not-entered']()}
      hint={told ? evidenceName(told.evidence) : ''}
      noted={(leastBytes) => ({ leastBytes })}
      clear={() => set({ leastBytes: null })}
    />
  );
}

interface NotedSizeProps extends RowProps {
  readonly label: string;
  readonly value: number | null;
  readonly placeholder: string;
  readonly hint: string;
  readonly noted: (typed: number) => Partial<FoundNote>;
  readonly clear: () => void;
}

/** A size that is told of a volume: it cannot be more than its partition. */
function NotedSize({ survey, partition, label, value, placeholder, hint, noted, clear }: NotedSizeProps) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const size = sizeIn({ survey, partition });
  const used = usedOf({ plan, survey }, partition.id);
  const context = {
    disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes),
    now: bytes(size),
    ...(used ? { used: used.bytes } : {}),
  };
  return (
    <SizeInput
      label={label}
      hideLabel
      width={126}
      context={context}
      value={value}
      placeholder={placeholder}
      hint={hint}
      onClear={clear}
      onSize={(typed) =>
        typed > size
          ? words['as-found.more-than-size-partition'](formatBoth(size))
          : tryEdit(noteFoundEdit(plan, partition.id, noted(typed)))
      }
    />
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
