import { Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { partitionTitle, type Layer, type PlannedPartition, type Subvolume } from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';

const LAYER_NAMES: Readonly<Record<Layer, string>> = {
  none: 'nothing',
  luks: 'encryption (LUKS)',
  lvm: 'a volume group (LVM)',
  'luks-lvm': 'encryption with a volume group inside',
};

/** What lies beneath the file system of a part that is made anew, what is in it, and who makes it first. */
export function Beneath({ partition }: { partition: PlannedPartition }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const change = (changes: Pick<Partial<PlannedPartition>, 'layer' | 'placeholder'>) =>
    attempt({ kind: 'describe', partition: partition.id, changes });
  const unix = ['root', 'home', 'data', 'swap'].includes(partition.role);
  const installed = plan.systems.some((s) => s.origin === 'found') && partition.from === null;
  return (
    <>
      {unix && (
        <NativeSelect
          size="xs"
          label="Encryption and volume group"
          value={partition.layer ?? 'none'}
          data={Object.entries(LAYER_NAMES).map(([value, label]) => ({ value, label }))}
          onChange={(e) => change({ layer: e.currentTarget.value as Layer })}
        />
      )}
      {partition.fileSystem === 'btrfs' && <Subvolumes partition={partition} />}
      {installed && (
        <Checkbox
          size="xs"
          label="placeholder: created by the installed system, formatted later by the installer"
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
      label="Subvolumes and their mount points"
      placeholder="@ /, @home /home"
      aria-label={`Subvolumes of ${partitionTitle(partition)}`}
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
      return `“${part}”: enter a name and a mount point, such as @home /home.`;
    list.push({ name, mountPoint });
  }
  return list;
}
