import { Checkbox, NativeSelect, TextInput } from '@mantine/core';
import {
  choosesPartMaker,
  PART_MAKERS,
  type Layer,
  type PlannedPartition,
  type Subvolume,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { words } from '../../words/words.js';
import { partitionTitle } from '../../words/names.js';

const LAYER_NAMES: Readonly<Record<Layer, string>> = {
  none: words['layout.no-layer'](),
  luks: words['layout.encryption-luks'](),
  lvm: words['layout.volume-group-lvm'](),
  'luks-lvm': words['layout.encryption-with-volume-group'](),
};

/** What lies beneath the file system of a part that is made anew, what is in it, and who makes it first. */
export function Beneath({ partition }: { partition: PlannedPartition }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const change = (changes: Pick<Partial<PlannedPartition>, 'layer' | 'placeholder' | 'maker'>) =>
    attempt({ kind: 'describe', partition: partition.id, changes });
  const unix = ['root', 'home', 'data', 'swap'].includes(partition.role);
  const [owner, another] = partition.owners;
  const chooses = another === undefined && plan.systems.some((s) => s.id === owner && choosesPartMaker(s));
  const installed = plan.systems.some((s) => s.origin === 'found') && partition.from === null;
  return (
    <>
      {unix && (
        <NativeSelect
          size="xs"
          label={words['layout.encryption-volume-group']()}
          value={partition.layer ?? 'none'}
          data={Object.entries(LAYER_NAMES).map(([value, label]) => ({ value, label }))}
          onChange={(e) => change({ layer: e.currentTarget.value as Layer })}
        />
      )}
      {partition.fileSystem === 'btrfs' && <Subvolumes partition={partition} />}
      {chooses && partition.from === null && !partition.placeholder && (
        <NativeSelect
          size="xs"
          label={words['layout.maker']()}
          value={partition.maker ?? 'as-system'}
          data={(['as-system', ...PART_MAKERS] as const).map((value) => ({
            value,
            label: words['layout.made'](value),
          }))}
          onChange={(e) => change({ maker: e.currentTarget.value as PlannedPartition['maker'] })}
        />
      )}
      {installed && (
        <Checkbox
          size="xs"
          label={words['layout.placeholder-created-installed-system']()}
          checked={partition.placeholder ?? false}
          onChange={(e) => change({ placeholder: e.currentTarget.checked })}
        />
      )}
    </>
  );
}

const inOneLine = (list: readonly Subvolume[]) => list.map((s) => `${s.name} ${s.mountPoint}`).join(', ');

/** Typed as `@ /, @home /home`. */
function Subvolumes({ partition }: { partition: PlannedPartition }) {
  const { tryEdit } = useEdit();
  const present = inOneLine(partition.subvolumes ?? []);
  const [draft, setDraft] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const commit = () => {
    if (draft === null) return;
    const list = subvolumesIn(draft);
    const refused =
      typeof list === 'string'
        ? list
        : tryEdit({ kind: 'describe', partition: partition.id, changes: { subvolumes: list } });
    setRefusal(refused);
    if (refused === null) setDraft(null);
  };
  return (
    <TextInput
      size="xs"
      label={words['layout.subvolumes-their-mount-points']()}
      placeholder="@ /, @home /home"
      aria-label={words['layout.subvolumes'](partitionTitle(partition))}
      value={draft ?? present}
      error={refusal}
      onChange={(e) => {
        setDraft(e.currentTarget.value);
        setRefusal(null);
      }}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}

/** The subvolumes that a line tells, or what is wrong with it. */
function subvolumesIn(line: string): Subvolume[] | string {
  const list: Subvolume[] = [];
  for (const part of line.split(',').map((p) => p.trim())) {
    if (part === '') continue;
    const [name, mountPoint, ...more] = part.split(/\s+/);
    if (!name || !mountPoint?.startsWith('/') || more.length > 0)
      return words['layout.enter-name-mount-point'](part);
    list.push({ name, mountPoint });
  }
  return list;
}
