import { NativeSelect } from '@mantine/core';
import { bytes, GIB, canHoldFile, type PlannedPartition, type Survey, type System } from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './SystemsStage.module.css';
import { words } from '../../words/words.js';
import { partitionTitle } from '../../words/names.js';

const OWN = '';

/** Whether a system that comes lies on partitions of its own, or as one file in another's volume. */
export function Hosted({ system, survey }: { system: System; survey: Survey }) {
  const { plan } = useOpenState();
  const { attempt, tryEdit } = useEdit();
  if (system.origin !== 'new' || (system.family !== 'linux' && system.family !== 'bsd')) return null;
  const hosts = plan.partitions.filter((p) => canHold(p) && !p.owners.includes(system.id));
  const put = (changes: { host: System['host'] | null }) =>
    ({ kind: 'change-system', system: system.id, changes }) as const;
  const choose = (id: string) => {
    const size = system.host?.bytes ?? system.comfortableBytes;
    attempt(put({ host: id === OWN ? null : { partition: id, bytes: size } }));
  };
  return (
    <div className={classes.hosted}>
      <NativeSelect
        size="xs"
        label={words['systems.where-installed']()}
        value={system.host?.partition ?? OWN}
        data={[
          { value: OWN, label: words['systems.partitions-its-own']() },
          ...hosts.map((p) => ({ value: p.id, label: words['systems.as-one-file'](partitionTitle(p)) })),
        ]}
        onChange={(e) => choose(e.currentTarget.value)}
      />
      {system.host && (
        <SizeInput
          label={words['systems.size-file']()}
          context={{ disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes) }}
          value={system.host.bytes}
          onSize={(size) => tryEdit(put({ host: { ...system.host!, bytes: Math.max(size, GIB) } }))}
        />
      )}
    </div>
  );
}

/** A volume that its system can read a file from when it starts. */
function canHold({ fileSystem, role }: PlannedPartition): boolean {
  return canHoldFile(fileSystem) && ['system', 'data', 'root', 'home'].includes(role);
}
