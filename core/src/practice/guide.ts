import type { Planned } from '../plan/index.js';
import { MIB } from '../quantity/index.js';
import { deviceName, partitionDevice } from '../recognition/index.js';
import { makeCommands, shellWord, type VolumeKind } from '../volume/index.js';
import { message, type Message } from '../words/index.js';
import type { PracticeDisk } from './practice-disk.js';

type GuideSays =
  | 'practice.copy'
  | 'practice.firmware'
  | 'practice.start'
  | 'practice.format'
  | 'practice.cut'
  | 'practice.read';

/** One thing to do, and what is typed for it at a shell. */
export interface GuideItem {
  readonly says: Message<GuideSays>;
  readonly commands: readonly string[];
}

/** What the copy is called that is practised on, and those of the firmware and the live medium. */
const COPY = 'practice.qcow2';
const VARIABLES = 'variables.fd';

/** More memory than this makes no live session quicker. */
const MOST_MEMORY_MIB = 4096;

/**
 * How a practice disk is attached to a virtual machine of qemu(1) that is like the machine: its firmware mode, the kind of its
 * disk, so that devices are called as in the runbook, and the size of its sectors.
 */
export function practiceGuide(planned: Planned, disk: PracticeDisk, image: string): GuideItem[] {
  const { machine, target } = planned.plan;
  const uefi = target.mode === 'uefi';
  const device = deviceIn(planned);
  const own = deviceName(machine);
  const commands = practiceFormats(planned, disk);
  return [
    { says: message('practice.copy'), commands: [`cp ${image} ${COPY}`] },
    ...(uefi ? [{ says: message('practice.firmware'), commands: [`cp FIRMWARE_VARS.fd ${VARIABLES}`] }] : []),
    {
      says: message('practice.start', { device, own: own === device ? null : own }),
      commands: [startCommand(disk, device, uefi, memoryMib(machine.ramBytes))],
    },
    ...(commands.length > 0 ? [{ says: message('practice.format'), commands }] : []),
    { says: message('practice.cut'), commands: [] },
    {
      says: message('practice.read', { copy: COPY }),
      commands: [`rhizotome compare plan.rhizotome ${COPY}`],
    },
  ];
}

/** What formats the empty volumes of a practice disk within the virtual machine, as far as a Linux can. */
export function practiceFormats(planned: Planned, { unformatted }: PracticeDisk): string[] {
  const device = deviceIn(planned);
  return unformatted.flatMap(({ number, label, content, volumeUuid }) =>
    formats(content, `/dev/${partitionDevice(device, number)}`, label, volumeUuid),
  );
}

/** On a true disk Windows formats its own volumes; here those of a Linux do: mkntfs(8), mkfs.exfat(8). */
function formats(content: VolumeKind, path: string, label: string, uuid: string | undefined): string[] {
  const named = label === '' ? path : `-L ${shellWord(label)} ${path}`;
  if (content === 'ntfs') return [`mkfs.ntfs -Q ${named}`];
  if (content === 'exfat') return [`mkfs.exfat ${named}`];
  return makeCommands(content, path, label, uuid);
}

const deviceIn = ({ plan }: Planned): 'nvme0n1' | 'sda' =>
  plan.machine.medium === 'nvme' ? 'nvme0n1' : 'sda';

const memoryMib = (memory: number | null): number =>
  Math.min(MOST_MEMORY_MIB, Math.max(1024, Math.floor((memory ?? MOST_MEMORY_MIB * MIB) / MIB)));

function startCommand({ sectorBytes }: PracticeDisk, device: string, uefi: boolean, memory: number): string {
  const blocks =
    sectorBytes === 512 ? '' : `,logical_block_size=${sectorBytes},physical_block_size=${sectorBytes}`;
  return [
    `qemu-system-x86_64 -machine q35 -accel kvm -accel tcg -smp 2 -m ${memory}`,
    ...(uefi
      ? [
          '-drive if=pflash,format=raw,readonly=on,file=FIRMWARE_CODE.fd',
          `-drive if=pflash,format=raw,file=${VARIABLES}`,
        ]
      : ['-boot menu=on']),
    `-drive file=${COPY},format=qcow2,if=none,id=practice`,
    ...controller(device, blocks),
    '-cdrom LIVE.iso',
  ].join(' ');
}

/** The disks of a SATA controller have sectors of 512 bytes in qemu; SCSI ones of any size. */
function controller(device: string, blocks: string): string[] {
  if (device === 'nvme0n1') return [`-device nvme,drive=practice,serial=practice${blocks}`];
  return blocks === ''
    ? ['-device ide-hd,drive=practice']
    : ['-device virtio-scsi-pci', `-device scsi-hd,drive=practice${blocks}`];
}
