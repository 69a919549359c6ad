import { Button, Checkbox, SegmentedControl, TextInput } from '@mantine/core';
import {
  bytes,
  deviceName,
  formatBoth,
  modeName,
  type Machine,
  type OtherDisk,
  type ToldFact,
} from '@rhizotome/core';
import { useState, type ReactNode } from 'react';
import { useEdit, useOpenMachine, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './MachineStage.module.css';
import { words } from '../../words/words.js';

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
      <p className="soft">{story || words['machine.enter-what-known-about']()}</p>
      <div className={classes.columns}>
        <section>
          <h2>{words['machine.firmware']()}</h2>
          <Fact name={words['machine.supported']()} help={words['machine.see-firmware-setup-legacy']()}>
            <Choice
              label={words['machine.supported-modes-firmware']()}
              value={machine.firmware}
              options={[
                ['uefi', words['machine.uefi-only']()],
                ['bios', words['machine.bios-only']()],
                ['both', words['machine.both']()],
                ['unknown', words['machine.not-known']()],
              ]}
              onChange={(firmware) => set({ firmware })}
            />
          </Fact>
          <Fact
            told="modeInUse"
            name={words['machine.mode-use-now']()}
            help={words['machine.mode-which-installed-system']()}
          >
            <Choice
              label={words['machine.mode-use-now']()}
              value={machine.modeInUse}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
                ['unknown', words['machine.not-known']()],
              ]}
              onChange={(modeInUse) => set({ modeInUse })}
            />
          </Fact>
          <Fact name={words['machine.mode-plan']()} help={words['machine.changing-changes-nothing-disk']()}>
            <Choice
              label={words['machine.mode-plan']()}
              value={plan.target.mode}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
              ]}
              onChange={(mode) => attempt({ kind: 'set-target', changes: { mode } })}
            />
          </Fact>
          <Fact
            name={words['machine.installation-medium-starts']()}
            help={words['machine.boot-menu-may-list'](modeName(plan.target.mode))}
          >
            <Choice
              label={words['machine.installation-medium-starts']()}
              value={machine.mediumStart}
              options={[
                ['uefi', 'UEFI'],
                ['bios', 'BIOS'],
                ['unknown', words['machine.not-set']()],
              ]}
              onChange={(mediumStart) => set({ mediumStart })}
            />
          </Fact>
          <Fact
            told="secureBoot"
            name={words['machine.secure-boot']()}
            help={words['machine.if-only-signed-installers']()}
          >
            <Choice
              label={words['machine.secure-boot']()}
              value={machine.secureBoot}
              options={[
                ['on', words['machine.on']()],
                ['off', words['machine.off']()],
                ['unknown', words['machine.not-known']()],
              ]}
              onChange={(secureBoot) => set({ secureBoot })}
            />
            {plan.target.mode === 'uefi' && machine.secureBoot !== 'on' && (
              <Checkbox
                size="xs"
                mt="0.4rem"
                label={words['machine.secure-boot-on-at-end']()}
                checked={plan.target.secureBoot === 'on'}
                onChange={(e) =>
                  attempt({
                    kind: 'set-target',
                    changes: { secureBoot: e.currentTarget.checked ? 'on' : 'as-is' },
                  })
                }
              />
            )}
          </Fact>
          <Fact
            told="tpm"
            name={words['machine.tpm-2-0']()}
            help={words['machine.firmware-setup-lists-under']()}
          >
            <Choice
              label={words['machine.tpm-2-0']()}
              value={machine.tpm}
              options={[
                ['yes', words['machine.yes']()],
                ['no', words['machine.no']()],
                ['unknown', words['machine.not-known']()],
              ]}
              onChange={(tpm) => set({ tpm })}
            />
          </Fact>
        </section>
        <section>
          <h2>{words['machine.memory-disk']()}</h2>
          <Fact
            told="ramBytes"
            name={words['machine.memory']()}
            help={words['machine.used-swap-ram-sizes']()}
          >
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
          <Fact
            told="medium"
            name={words['machine.kind-disk']()}
            help={words['machine.used-estimate-times']()}
          >
            <Choice
              label={words['machine.kind-disk']()}
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
          </Fact>
          <Controller />
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
          <Fact
            told="otherDisks"
            name={words['machine.other-disks']()}
            help={words['machine.so-you-can-tell']()}
          >
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
        told="controller"
        name={words['machine.storage-controller']()}
        help={words['machine.firmware-setup-calls-sata']()}
      >
        <Choice
          label={words['machine.storage-controller']()}
          value={machine.controller}
          options={[
            ['plain', words['machine.ahci-nvme']()],
            ['raid', 'RAID'],
            ['unknown', words['machine.not-known']()],
          ]}
          onChange={(controller) => attempt({ kind: 'set-machine', changes: { controller } })}
        />
      </Fact>
      {machine.controller === 'raid' && (
        <Fact
          name={words['machine.controller-plan']()}
          help={words['machine.switched-firmware-after-windows']()}
        >
          <Choice
            label={words['machine.controller-plan']()}
            value={target.controller}
            options={[
              ['as-is', words['machine.stays-raid']()],
              ['plain', words['machine.ahci-nvme']()],
            ]}
            onChange={(controller) => attempt({ kind: 'set-target', changes: { controller } })}
          />
        </Fact>
      )}
    </>
  );
}

interface FactProps {
  readonly name: string;
  readonly help: string;
  /** The fact itself, where a report may have told it. */
  readonly told?: ToldFact;
  readonly children: ReactNode;
}

function Fact({ name, help, told, children }: FactProps) {
  const { machine } = useOpenState().plan;
  const by = told && machine.told?.[told];
  return (
    <div className={classes.fact}>
      <div>
        <h3>{name}</h3>
        <p className="soft small">{help}</p>
      </div>
      <div>
        {children}
        {by && <p className="small soft">{words['report.told-by'](by.by, by.at.slice(0, 10))}</p>}
      </div>
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
      aria-label={words['machine.name-disk-linux']()}
      w={220}
      value={draft ?? device}
      maxLength={64}
      placeholder="nvme0n1"
      error={bad ? words['machine.use-letters-digits-only']() : null}
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
            {disk.name || words['machine.unnamed']()}{' '}
            <span className="soft">{formatBoth(disk.sizeBytes)}</span>
          </span>
          <Button
            size="compact-xs"
            variant="subtle"
            color="loam"
            onClick={() => save(disks.filter((_, j) => j !== i))}
          >
            {words['common.remove']()}
          </Button>
        </div>
      ))}
      <div className={classes.add}>
        <TextInput
          aria-label={words['machine.name-another-disk']()}
          placeholder={words['machine.model-or-name']()}
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <SizeInput
          key={disks.length}
          label={words['machine.size-another-disk']()}
          hideLabel
          context={NO_DISK}
          value={null}
          placeholder={words['machine.other-size']()}
          onSize={(sizeBytes) => {
            if (sizeBytes === 0) return words['machine.enter-size-above-0']();
            if (disks.length >= 32) return words['machine.you-can-enter-at']();
            setName('');
            return save([...disks, { name: name.trim(), sizeBytes }])
              ? null
              : words['machine.was-not-saved']();
          }}
        />
      </div>
    </div>
  );
}
