import { bytes, deviceName } from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { words } from '../../words/words.js';
import { DeviceInput } from './DeviceInput.js';
import { ChoiceFact, Fact } from './Fact.js';
import type { SetMachine } from './MachineStage.js';
import { OtherDisks } from './OtherDisks.js';

const MEMORY = { disk: bytes(0), ofMemory: true };

export function MemoryAndDisk({ set }: { set: SetMachine }) {
  const { machine } = useOpenState().plan;
  return (
    <>
      <Fact told="ramBytes" name={words['machine.memory']()} help={words['machine.used-swap-ram-sizes']()}>
        <SizeInput
          label={words['machine.memory']()}
          hideLabel
          width={220}
          context={MEMORY}
          value={machine.ramBytes}
          placeholder="16GiB"
          onClear={() => set({ ramBytes: null })}
          onSize={(size) =>
            size > 0 && set({ ramBytes: size }) ? null : words['machine.enter-size-above-0']()
          }
        />
      </Fact>
      <ChoiceFact
        told="medium"
        name={words['machine.kind-disk']()}
        help={words['machine.used-estimate-times']()}
        value={machine.medium}
        options={[
          ['nvme', 'NVMe'],
          ['sata-ssd', words['machine.sata-ssd']()],
          ['hdd', 'HDD'],
          ['emmc', 'eMMC'],
          ['unknown', '?'],
        ]}
        onChange={(medium) => set({ medium })}
      />
      <Controller set={set} />
      <Fact
        told="device"
        name={words['machine.name-disk-linux']()}
        help={
          machine.device === ''
            ? words['machine.if-empty-assumed-usual'](deviceName(machine))
            : words['machine.as-shown-lsblk-without']()
        }
      >
        <DeviceInput device={machine.device} save={(device) => set({ device })} />
      </Fact>
      <Fact told="otherDisks" name={words['machine.other-disks']()} help={words['machine.so-you-can-tell']()}>
        <OtherDisks disks={machine.otherDisks} save={(otherDisks) => set({ otherDisks })} />
      </Fact>
    </>
  );
}

/** What the firmware does with the disk, and what it shall do. */
function Controller({ set }: { set: SetMachine }) {
  const { machine, target } = useOpenState().plan;
  const { attempt } = useEdit();
  return (
    <>
      <ChoiceFact
        told="controller"
        name={words['machine.storage-controller']()}
        help={words['machine.firmware-setup-calls-sata']()}
        value={machine.controller}
        options={[
          ['plain', words['machine.ahci-nvme']()],
          ['raid', 'RAID'],
          ['unknown', words['machine.not-known']()],
        ]}
        onChange={(controller) => set({ controller })}
      />
      {machine.controller === 'raid' && (
        <ChoiceFact
          name={words['machine.controller-plan']()}
          help={words['machine.switched-firmware-after-windows']()}
          value={target.controller}
          options={[
            ['as-is', words['machine.stays-raid']()],
            ['plain', words['machine.ahci-nvme']()],
          ]}
          onChange={(controller) => attempt({ kind: 'set-target', changes: { controller } })}
        />
      )}
    </>
  );
}
