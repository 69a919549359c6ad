import { spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { readReport, readVariables, toldDisks, type MachineReport } from '@rhizotome/core';

const ROOT = resolve(__dirname, '../..');
const script = (name: string) => join(ROOT, 'reporters', name);
const source = (name: string) => readFileSync(script(name), 'utf8');

function read(text: string): MachineReport {
  const outcome = readReport(text);
  if (!outcome.ok) throw new Error(`${JSON.stringify(outcome.fault)} in ${text.slice(0, 2000)}`);
  return outcome.value;
}

const SHELLS = [['sh'], ['dash'], ['busybox', 'sh'], ['bash', '--posix']].filter(
  ([shell]) => spawnSync('sh', ['-c', `command -v ${shell}`]).status === 0,
);

/** Runs a script with some programs replaced by ones that print what they are given. */
function run(shell: readonly string[], name: string, printed: Readonly<Record<string, string>> = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-report-'));
  try {
    const bin = join(folder, 'bin');
    mkdirSync(bin);
    for (const [program, text] of Object.entries(printed)) {
      writeFileSync(join(folder, program), text);
      writeFileSync(join(bin, program), `#!/bin/sh\ncat ${join(folder, program)}\n`);
      chmodSync(join(bin, program), 0o755);
    }
    const [command, ...more] = shell;
    const path = `${bin}:${process.env['PATH'] ?? ''}`;
    const options = { encoding: 'utf8', env: { ...process.env, PATH: path } } as const;
    const { stdout, stderr, status } = spawnSync(command!, [...more, script(name)], options);
    return { stdout, stderr, status };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

describe.each(SHELLS.map((shell) => [shell.join(' '), shell] as const))('under %s', (_, shell) => {
  test('the script for Linux tells of this machine, and prints nothing else', () => {
    const { stdout, stderr, status } = run(shell, 'linux.sh');
    expect([status, stderr]).toEqual([0, '']);
    const report = read(stdout);
    expect(report.by).toMatchObject({ family: 'linux', live: false });
    const meminfo = /MemTotal:\s+(\d+)/.exec(readFileSync('/proc/meminfo', 'utf8'))![1];
    expect(report.machine?.memoryBytes).toBe(Number(meminfo) * 1024);
    expect(toldDisks(report)).toMatchObject({ ok: true });
  });

  test('names with quotes, backslashes and letters of any language come through', () => {
    const tree = readFileSync(join(ROOT, 'core/src/survey/lsblk/printed/tree.json'), 'utf8');
    const lsblk = tree.replace(/"label": ?"[^"]*"/, '"label": "a \\"b\\" \\\\ Ærø 鯨"');
    expect(lsblk).not.toBe(tree);
    const told = toldDisks(read(run(shell, 'linux.sh', { lsblk }).stdout));
    if (!told.ok) throw new Error(told.refusal.says.code);
    const outcome = told.disks[0]!.survey({ id: 'a', takenAt: '2026-05-04T07:30:00.000Z' });
    if (!outcome.ok) throw new Error(outcome.refusal.says.code);
    expect(outcome.survey.partitions.map((p) => p.volume?.label)).toContain('a "b" \\ Ærø 鯨');
  });

  // Its own programs stand before those of a test there.
  (shell[0] === 'busybox' ? test.skip : test)('the script for macOS tells what its programs print', () => {
    const ioreg = `<?xml version="1.0"?>
<plist version="1.0">
<array><dict><key>BSD Name</key><string>disk0</string><key>Whole</key><true/>
<key>Content</key><string>GUID_partition_scheme</string><key>Size</key><integer>251000193024</integer></dict></array>
</plist>
`;
    const { stdout, stderr } = run(shell, 'macos.sh', {
      ioreg,
      uname: 'arm64\n',
      sysctl: '17179869184\n',
      sw_vers: '14.4\n',
      system_profiler:
        '{\n  "SPStorageDataType" : [\n    { "_name" : "Hearth", "bsd_name" : "disk1s1" }\n  ]\n}\n',
    });
    expect(stderr).toBe('');
    const report = read(stdout);
    expect(report).toMatchObject({
      by: { family: 'macos', name: 'macOS 14.4' },
      machine: { appleSilicon: true, memoryBytes: 17_179_869_184 },
    });
    expect(toldDisks(report)).toMatchObject({
      ok: true,
      disks: [{ name: 'disk0', sizeBytes: 251_000_193_024 }],
    });
  });
});

// A console completes words at a TAB: one within a script that is pasted is lost.
describe('pasted into a console', () => {
  test.each(['linux.sh', 'macos.sh', 'windows.ps1'])(
    '%s holds no character that a console acts on',
    (name) => {
      expect(source(name)).not.toMatch(/[^\n\x20-\x7e]/);
    },
  );

  const hasConsole = ['script', 'bash'].every((p) => spawnSync('sh', ['-c', `command -v ${p}`]).status === 0);
  (hasConsole ? test : test.skip)(
    'the script for Linux tells the same, tabs of what it reads included',
    () => {
      const folder = mkdtempSync(join(tmpdir(), 'rhizotome-paste-'));
      try {
        const table = join(folder, 'fstab');
        writeFileSync(table, 'UUID=1\t/\text4\tdefaults\t0 1\n');
        const pasted = `sh <<'RHIZOTOME'\n${source('linux.sh').replaceAll('/etc/fstab', table)}RHIZOTOME\nexit\n`;
        const console = spawnSync('script', ['-qec', 'bash --norc -i', '/dev/null'], {
          input: pasted,
          encoding: 'utf8',
          env: { ...process.env, PS1: '', PS2: '' },
        });
        const report = read(console.stdout);
        expect(report.mountTable).toBe('UUID=1\t/\text4\tdefaults\t0 1\n');
        expect(report.by.family).toBe('linux');
      } finally {
        rmSync(folder, { recursive: true, force: true });
      }
    },
  );
});

test('boot entries of the firmware are told as the hex digits of their variables, its certificates by their year', () => {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-efi-'));
  try {
    const variables = join(folder, 'efivars');
    mkdirSync(variables);
    const vendor = '8be4df61-93ca-11d2-aa0d-00e098032b8c';
    const attributes = [7, 0, 0, 0];
    const name = [...'Tern'].flatMap((c) => [c.charCodeAt(0), 0]);
    const option = [...attributes, 1, 0, 0, 0, 4, 0, ...name, 0, 0, 0x7f, 0xff, 4, 0];
    writeFileSync(join(variables, `Boot000A-${vendor}`), Buffer.from(option));
    writeFileSync(join(variables, `BootOrder-${vendor}`), Buffer.from([...attributes, 10, 0]));
    writeFileSync(join(variables, `SecureBoot-${vendor}`), Buffer.from([...attributes, 1]));
    const certificates = Buffer.alloc(2000);
    certificates.write('Windows UEFI CA 2023', 700);
    writeFileSync(join(variables, 'db-d719b2cb-3d3a-4596-a3bc-dad00e67656f'), certificates);
    writeFileSync(join(folder, 'fw_platform_size'), '64\n');
    writeFileSync(join(variables, `Timeout-${vendor}`), Buffer.from([...attributes, 1]));
    const moved = join(folder, 'linux.sh');
    writeFileSync(moved, source('linux.sh').replace('efi=/sys/firmware/efi', `efi=${folder}`));
    const { stdout } = spawnSync('sh', [moved], { encoding: 'utf8' });
    const report = read(stdout);
    expect(report.machine).toMatchObject({ mode: 'uefi', wordSize: '64', certificates: '2023' });
    expect(Object.keys(report.variables!)).toHaveLength(3);
    expect(readVariables(report.variables!)).toMatchObject({
      boot: { order: [10], entries: [{ number: 10, description: 'Tern', active: true }] },
      secureBoot: true,
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('without lsblk it says so, and the rest is told', () => {
  const { stdout } = run(['sh'], 'linux.sh', { lsblk: 'lsblk: not today\n' });
  const report = read(stdout);
  expect(report.machine?.mode).toBeDefined();
  expect(toldDisks(report)).toMatchObject({ ok: false, refusal: { says: { code: 'lsblk.not-json' } } });
});

describe('what the scripts may contain', () => {
  /** Commands that read and print. Whatever is not named here fails the test. */
  const CMDLETS = [
    'Get-CimInstance',
    'Invoke-CimMethod',
    'Get-ItemProperty',
    'Get-SecureBootUEFI',
    'ForEach-Object',
    'Where-Object',
    'Select-Object',
    'Sort-Object',
    'ConvertTo-Json',
  ];
  const CLASSES = [
    'Win32_OperatingSystem',
    'Win32_ComputerSystem',
    'Win32_Tpm',
    'Win32_EncryptableVolume',
    'MSFT_Disk',
    'MSFT_Partition',
    'MSFT_PhysicalDisk',
    'MSFT_Volume',
  ];
  const METHODS = ['GetSupportedSize'];
  const TYPES = [
    'ordered',
    'int',
    'DateTime',
    'Security.Principal.WindowsPrincipal',
    'Security.Principal.WindowsIdentity',
    'Security.Principal.WindowsBuiltInRole',
  ];
  const code = source('windows.ps1')
    .split('\n')
    .filter((line) => !/^\s*#/.test(line))
    .join('\n');
  const all = (pattern: RegExp) => [...new Set([...code.matchAll(pattern)].map((m) => m[1]!))];

  test('cmdlets, classes, methods and types of the Windows script are those that read', () => {
    expect(all(/\b([A-Z][a-zA-Z]+-[A-Z][a-zA-Z]+)\b/g).sort()).toEqual([...CMDLETS].sort());
    expect(all(/-ClassName (\w+)/g).sort()).toEqual([...CLASSES].sort());
    expect(all(/-MethodName (\w+)/g)).toEqual(METHODS);
    expect(all(/\[([A-Za-z.]+)\]/g).sort()).toEqual([...TYPES].sort());
  });
  test('it opens and closes what it opens, and starts nothing else', () => {
    const bare = code.replace(/'[^']*'|"(?:[^"`]|`.)*"/g, '""');
    for (const [open, close] of ['{}', '()', '[]'])
      expect(bare.split(open!).length).toBe(bare.split(close!).length);
    expect(bare).not.toMatch(
      /\biex\b|\bStart-|\bSet-|\bRemove-|\bNew-|\bOut-|>>?\s*["$\w]|\.exe\b|::(?!GetCurrent|Administrator|UtcNow)/,
    );
    expect(bare.match(/&/g)).toHaveLength(1);
  });
  test.each(['linux.sh', 'macos.sh'])('%s writes no file', (name) => {
    const lines = source(name)
      .split('\n')
      .filter((line) => !/^\s*#/.test(line));
    expect(lines.join('\n').replaceAll('2>/dev/null', '')).not.toMatch(
      />(?!=)|\btee\b|\bdd\b|\bmount\b|\brm\b|\bmv\b|\bcp\b/,
    );
  });
  test.each(['linux.sh', 'macos.sh', 'windows.ps1'])(
    '%s asks for no serial number and no name of a person',
    (name) => {
      expect(source(name).replace(/^\s*#.*$/gm, '')).not.toMatch(
        /serial|hostname|\bCSName\b|\$env:(?:user|computer)|\bwhoami\b|\bSPHardware/i,
      );
    },
  );
});
