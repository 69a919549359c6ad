import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { bytes, deviceName, formatBoth, modeName, type Machine, type OtherDisk } from '@rhizotome/core';
import { useState, type ReactNode } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './MachineStage.module.css';

const NO_DISK = { disk: bytes(0) };
const MEMORY = { ...NO_DISK, ofMemory: true };

/** Facts about the machine; the product keeps firmware mode, medium start and table style apart. */
export function MachineStage() {
  const { name, story } = useOpenMachine();
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { machine } = plan;
  const set = (changes: Partial<Machine>) => attempt({ kind: 'set-machine', changes });
  return (
    <div className="page">
      <h1>{name}</h1>
      <p className="soft">{story || 'Enter what is known about the machine.'}</p>
      <div className={classes.columns}>
        <section>
          <h2>Firmware</h2>
          <Fact
            name="Supported modes"
            help="See the firmware setup: a legacy or compatibility setting means both."
          >
            <Choice
              label="Supported modes of the firmware"
              value={machine.firmware}
              options={[
                ['uefi', 'UEFI only'],
                ['bios', 'BIOS only'],
                ['both', 'both'],
                ['unknown', 'not known'],
              ]}
              onChange={(firmware) => set({ firmware })}
            />
          </Fact>
          <Fact name="Mode in use now" help="The mode in which the installed system was started.">
            <Choice
              label="Mode in use now"
              value={machine.modeInUse}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
                ['unknown', 'not known'],
              ]}
              onChange={(modeInUse) => set({ modeInUse })}
            />
          </Fact>
          <Fact name="Mode in this plan" help="Changing this changes nothing on the disk.">
            <Choice
              label="Mode in this plan"
              value={plan.target.mode}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
              ]}
              onChange={(mode) => attempt({ kind: 'set-target', changes: { mode } })}
            />
          </Fact>
          <Fact
            name="Installation medium starts in"
            help={`The boot menu may list the same stick twice. The mode in which it is started decides how a system is installed. This plan needs ${modeName(plan.target.mode)}.`}
          >
            <Choice
              label="Installation medium starts in"
              value={machine.mediumStart}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
                ['unknown', 'not set'],
              ]}
              onChange={(mediumStart) => set({ mediumStart })}
            />
          </Fact>
          <Fact name="Secure Boot" help="If it is on, only signed installers and boot loaders start.">
            <Choice
              label="Secure Boot"
              value={machine.secureBoot}
              options={[
                ['on', 'on'],
                ['off', 'off'],
                ['unknown', 'not known'],
              ]}
              onChange={(secureBoot) => set({ secureBoot })}
            />
          </Fact>
          <Fact name="TPM 2.0" help="The firmware setup lists it under security. Windows 11 needs one.">
            <Choice
              label="TPM 2.0"
              value={machine.tpm}
              options={[
                ['yes', 'yes'],
                ['no', 'no'],
                ['unknown', 'not known'],
              ]}
              onChange={(tpm) => set({ tpm })}
            />
          </Fact>
        </section>
        <section>
          <h2>Memory and disk</h2>
          <Fact name="Memory" help="Used for swap, and for “ram” in sizes.">
            <SizeInput
              label="Memory"
              hideLabel
              width={220}
              context={MEMORY}
              value={machine.ramBytes}
              placeholder="16GiB"
              onClear={() => set({ ramBytes: null })}
              onSize={(size) => (size > 0 && set({ ramBytes: size }) ? null : 'Enter a size above 0.')}
            />
          </Fact>
          <Fact name="Kind of disk" help="Used to estimate times.">
            <Choice
              label="Kind of disk"
              value={machine.medium}
              options={[
                ['nvme', 'NVMe'],
                ['sata-ssd', 'SATA SSD'],
                ['hdd', 'HDD'],
                ['emmc', 'eMMC'],
                ['unknown', '?'],
              ]}
              onChange={(medium) => set({ medium })}
            />
          </Fact>
          <Controller />
          <Fact
            name="Name of the disk in Linux"
            help={
              machine.device === ''
                ? `If empty, ${deviceName(machine)} is assumed, the usual name for this kind of disk.`
                : 'As shown by lsblk, without a number.'
            }
          >
            <DeviceInput device={machine.device} save={(device) => set({ device })} />
          </Fact>
          <Fact name="Other disks in the machine" help="So that you can tell them apart in the installer.">
            <OtherDisks disks={machine.otherDisks} save={(otherDisks) => set({ otherDisks })} />
          </Fact>
        </section>
      </div>
    </div>
  );
}

/** What the firmware does with the disk, and what it shall do. */
function Controller() {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const { machine, target } = plan;
  return (
    <>
      <Fact
        name="Storage controller"
        help="The firmware setup calls it SATA or storage mode. Behind a RAID some installers list no disk."
      >
        <Choice
          label="Storage controller"
          value={machine.controller}
          options={[
            ['plain', 'AHCI, NVMe'],
            ['raid', 'RAID'],
            ['unknown', 'not known'],
          ]}
          onChange={(controller) => attempt({ kind: 'set-machine', changes: { controller } })}
        />
      </Fact>
      {machine.controller === 'raid' && (
        <Fact name="Controller in this plan" help="Switched in the firmware, after Windows was told.">
          <Choice
            label="Controller in this plan"
            value={target.controller}
            options={[
              ['as-is', 'stays RAID'],
              ['plain', 'AHCI, NVMe'],
            ]}
            onChange={(controller) => attempt({ kind: 'set-target', changes: { controller } })}
          />
        </Fact>
      )}
    </>
  );
}

function Fact({ name, help, children }: { name: string; help: string; children: ReactNode }) {
  return (
    <div className={classes.fact}>
      <div>
        <h3>{name}</h3>
        <p className="soft small">{help}</p>
      </div>
      <div>{children}</div>
    </div>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <SegmentedControl
      aria-label={label}
      size="sm"
      value={value}
      data={options.map(([v, text]) => ({ value: v, label: text }))}
      onChange={(v) => onChange(v)}
    />
  );
}

function DeviceInput({ device, save }: { device: string; save: (device: string) => boolean }) {
  const [draft, setDraft] = useState<string | null>(null);
  const bad = draft !== null && !/^(?:\/dev\/)?[A-Za-z0-9/_-]*$/.test(draft);
  const commit = () => {
    if (draft !== null && !bad && save(draft.trim())) setDraft(null);
  };
  return (
    <TextInput
      aria-label="Name of the disk in Linux"
      w={220}
      value={draft ?? device}
      maxLength={64}
      placeholder="nvme0n1"
      error={bad ? 'Use letters and digits only, such as nvme0n1 or /dev/sda.' : null}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}

function OtherDisks({ disks, save }: { disks: readonly OtherDisk[]; save: (disks: OtherDisk[]) => boolean }) {
  const [name, setName] = useState('');
  return (
    <div className={classes.disks}>
      {disks.map((disk, i) => (
        <div key={i} className={classes.disk}>
          <span>
            {disk.name || 'unnamed'} <span className="soft">{formatBoth(disk.sizeBytes)}</span>
          </span>
          <Button
            size="compact-xs"
            variant="subtle"
            color="loam"
            onClick={() => save(disks.filter((_, j) => j !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      <div className={classes.add}>
        <TextInput
          aria-label="Name of another disk"
          placeholder="model or name"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <SizeInput
          key={disks.length}
          label="Size of another disk"
          hideLabel
          context={NO_DISK}
          value={null}
          placeholder="500GB, then Enter"
          onSize={(sizeBytes) => {
            if (sizeBytes === 0) return 'Enter a size above 0.';
            if (disks.length >= 32) return 'You can enter at most 32 other disks.';
            setName('');
            return save([...disks, { name: name.trim(), sizeBytes }]) ? null : 'This was not saved.';
          }}
        />
      </div>
    </div>
  );
}
