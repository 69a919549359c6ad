import { execFileSync, spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { qcow2Bytes } from '../image/index.js';
import { EMPTY_PLAN, type Planned } from '../plan/index.js';
import { drawn, planOn } from '../testing/builders.js';
import { practiceDiskFound, practiceGuide } from './index.js';

const FIRMWARE = ['OVMF_CODE_4M.fd', 'OVMF_CODE.fd'].map((f) => join('/usr/share/OVMF', f)).find(existsSync);
const present = (program: string) => spawnSync('which', [program]).status === 0;

const survey = drawn(64, ['512MiB efi', '20GiB windows "Station"', '30GiB ext4 "it\'s home"', '4GiB swap']);
const base = planOn(survey);
const machineOf = (mode: 'uefi' | 'bios', medium: 'nvme' | 'hdd', sectorBytes = 512): Planned => ({
  plan: {
    ...base,
    machine: { ...EMPTY_PLAN.machine, medium, device: '', ramBytes: 2 ** 30 },
    target: { ...base.target, mode },
  },
  survey: { ...survey, disk: { ...survey.disk, sectorBytes: sectorBytes } },
});

/** What is typed for an item of the guide. */
function typed(planned: Planned, code: string): readonly string[] {
  const guide = practiceGuide(planned, practiceDiskFound(planned.survey), 'as-found.qcow2');
  return guide.find(({ says }) => says.code === code)?.commands ?? [];
}

describe('how a practice disk is attached', () => {
  test('devices are called as in the runbook where the kind of the disk allows it', () => {
    const own = (planned: Planned) =>
      practiceGuide(planned, practiceDiskFound(survey), 'x').find((i) => i.says.code === 'practice.start')!
        .says.with;
    expect(own(machineOf('uefi', 'nvme'))).toEqual({ device: 'nvme0n1', own: null });
    const told = machineOf('uefi', 'hdd');
    const named = { ...told, plan: { ...told.plan, machine: { ...told.plan.machine, device: '/dev/sdb' } } };
    expect(own(named)).toEqual({ device: 'sda', own: 'sdb' });
  });

  test('a machine in BIOS mode has no firmware to copy', () => {
    expect(typed(machineOf('bios', 'hdd'), 'practice.firmware')).toEqual([]);
    expect(typed(machineOf('uefi', 'hdd'), 'practice.firmware')).toHaveLength(1);
  });

  test('what is empty is formatted by its number, kind and label, one word of the shell each', () => {
    expect(typed(machineOf('uefi', 'nvme'), 'practice.format')).toEqual([
      "mkfs.ntfs -Q -L 'Station' /dev/nvme0n1p2",
      expect.stringMatching(/^mkfs\.ext4 -L 'it'\\''s home' (-U \S+ )?\/dev\/nvme0n1p3$/),
    ]);
  });

  const CASES = [
    ['uefi', 'nvme', 512],
    ['uefi', 'nvme', 4096],
    ['bios', 'hdd', 512],
    ['bios', 'hdd', 4096],
  ] as const;
  const ready = present('qemu-system-x86_64') && FIRMWARE !== undefined;
  (ready ? test : test.skip).each(CASES)(
    'qemu takes the line of %s, %s, sectors of %i',
    (mode, medium, sectorBytes) => {
      const planned = machineOf(mode, medium, sectorBytes);
      const folder = mkdtempSync(join(tmpdir(), 'rhizotome-practice-'));
      try {
        const disk = practiceDiskFound(planned.survey);
        writeFileSync(join(folder, 'practice.qcow2'), qcow2Bytes(disk.sizeBytes, disk.stretches));
        writeFileSync(join(folder, 'LIVE.iso'), new Uint8Array(2 ** 20));
        copyFileSync(FIRMWARE!, join(folder, 'FIRMWARE_CODE.fd'));
        copyFileSync(FIRMWARE!.replace('CODE', 'VARS'), join(folder, 'variables.fd'));
        const [line] = typed(planned, 'practice.start');
        const [program, ...options] = line!.split(' ');
        // Stopped before its first instruction: asked for its disks, then ended.
        const said = execFileSync(program!, [...options, '-S', '-display', 'none', '-monitor', 'stdio'], {
          cwd: folder,
          input: 'info block\nquit\n',
          encoding: 'utf8',
          stdio: ['pipe', 'pipe', 'ignore'],
        });
        expect(said).toContain('practice.qcow2 (qcow2)');
      } finally {
        rmSync(folder, { recursive: true, force: true });
      }
    },
  );
});
