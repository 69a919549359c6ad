import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { bytes, deviceName, formatBoth, modeName, type Machine, type OtherDisk } from '@rhizotome/core';
import { useState, type ReactNode } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './MachineStage.module.css';

const NO_DISK = { disk: bytes(0) };

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
      <p className="soft">{story || 'What is known of the machine before it is taken apart.'}</p>
      <div className={classes.columns}>
        <section>
          <h2>Firmware</h2>
          <Fact name="What it can do" help="Look in its setup: a legacy or compatibility setting means both.">
            <Choice
              label="What the firmware can do"
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
          <Fact name="Mode in use now" help="The mode the installed system was started in.">
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
          <Fact
            name="Mode to be used"
            help="What the plan is made for. Switching it changes nothing on the disk."
          >
            <Choice
              label="Mode to be used"
              value={plan.target.mode}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
              ]}
              onChange={(mode) => attempt({ kind: 'set-target', changes: { mode } })}
            />
          </Fact>
          <Fact
            name="Installer medium is started in"
            help={`The same stick may be listed twice in the start menu. How it is started decides the mode a system is installed for; this plan needs ${modeName(plan.target.mode)}.`}
          >
            <Choice
              label="Installer medium is started in"
              value={machine.mediumStart}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
                ['unknown', 'not decided'],
              ]}
              onChange={(mediumStart) => set({ mediumStart })}
            />
          </Fact>
          <Fact name="Secure Boot" help="On: only signed installers and loaders start.">
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
        </section>
        <section>
          <h2>Memory and disk</h2>
          <Fact name="Memory" help="For swap, and for what “ram” means in sizes.">
            <SizeInput
              label="Memory"
              hideLabel
              width={220}
              context={NO_DISK}
              value={machine.ramBytes}
              placeholder="16GiB"
              onClear={() => set({ ramBytes: null })}
              onSize={(size) =>
                size > 0 && set({ ramBytes: size }) ? null : 'Memory has at least one byte.'
              }
            />
          </Fact>
          <Fact name="Medium of the disk" help="Only for estimates of time.">
            <Choice
              label="Medium of the disk"
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
          <Fact
            name="Name of the disk in Linux"
            help={
              machine.device === ''
                ? `Empty: ${deviceName(machine)} is assumed, the usual name for this medium.`
                : 'As lsblk lists it, without a number.'
            }
          >
            <DeviceInput device={machine.device} save={(device) => set({ device })} />
          </Fact>
          <Fact name="Other disks in the machine" help="So that the wrong one is not taken on the day.">
            <OtherDisks disks={machine.otherDisks} save={(otherDisks) => set({ otherDisks })} />
          </Fact>
        </section>
      </div>
    </div>
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
      error={bad ? 'Letters and digits only, such as nvme0n1 or /dev/sda.' : null}
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
          placeholder="what it is"
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
            if (sizeBytes === 0) return 'A disk has some size.';
            if (disks.length >= 32) return 'At most 32 other disks.';
            setName('');
            return save([...disks, { name: name.trim(), sizeBytes }]) ? null : 'Not taken.';
          }}
        />
      </div>
    </div>
  );
}
