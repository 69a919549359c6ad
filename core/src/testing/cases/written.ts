import { parseNotation } from '../../notation/index.js';
import { IDENTITY } from '../builders.js';
import type { Case, Cases } from './builders.js';
import { inEnglish } from '../../words/index.js';

/** A plan on its survey, from its text. @throws Error where the text is none */
export function written(text: string): Case {
  const outcome = parseNotation(text, IDENTITY);
  if (!outcome.ok) throw new Error(`${outcome.error.line}: ${inEnglish(outcome.error.says)}`);
  const { survey, plan } = outcome.value;
  if (!survey || !plan) throw new Error('There is no plan on a disk in this text.');
  return { survey, plan };
}

interface Setting {
  readonly mode?: 'uefi' | 'bios';
  readonly table?: string;
  readonly disk?: string;
  readonly secureBoot?: 'on' | 'off';
  readonly memory?: string;
  readonly medium?: string;
  readonly tpm?: 'yes' | 'no';
  /** More fields of the line of the firmware. */
  readonly firmware?: string;
}

/** Lines of a plan on a blank disk, or on one of which some of the lines tell what is found. */
function on(lines: readonly string[], setting: Setting = {}): Case {
  const { mode = 'uefi', secureBoot = 'off', memory = '16 GiB', medium = 'sata-ssd, device sda' } = setting;
  const tpm = (setting.tpm ? `, tpm ${setting.tpm}` : '') + (setting.firmware ? `, ${setting.firmware}` : '');
  const { disk = 'size 500107862016 B', table = 'gpt' } = setting;
  const found = lines.filter((line) => line.startsWith('found'));
  const was = found.length > 0 ? table : 'none';
  return written(
    [
      'rhizotome 2',
      'machine m',
      `firmware ${mode}, now ${mode}, installer ${mode}, secure boot ${secureBoot}${tpm}`,
      `memory ${memory}`,
      `medium ${medium}`,
      `disk, ${disk}, table ${was}`,
      ...found,
      `plan ${mode}, table ${table}, ${found.length > 0 ? 'keep' : 'new'}`,
      ...lines.filter((line) => !line.startsWith('found')),
    ].join('\n'),
  );
}

const LINUX = 'system Linux, as l, new, like linux-desktop';
const BETA = 'system Beta, as b, new, like linux-desktop';
const WINDOWS = 'system Windows, as w, new, like windows-11';
const FOUND_LINUX = 'system Linux, as l, found, like linux-desktop';
const ESP =
  'part esp, at 1 MiB, size 1 GiB, format, role efi, holds fat, owners "Linux", label ESP, name ESP, mount /boot/efi';
const SHARED_ESP = ESP.replace('owners "Linux"', 'owners "Linux" "Beta"');
const ROOT =
  'part root, size 60 GiB, format, role root, holds ext4, owners "Linux", label root, name root, mount /';
const BETA_ROOT =
  'part beta, size 60 GiB, format, role root, holds ext4, owners "Beta", label beta, name beta, mount /';
const TWO_LINUXES = [LINUX, BETA, SHARED_ESP, ROOT, BETA_ROOT];
const part = (id: string, role: string, holds: string, more: string) =>
  `part ${id}, size 20 GiB, format, role ${role}, holds ${holds}, label ${id}, name ${id}, ${more}`;
const found = (holds: string) => [
  `found 1, at 1 MiB, size 100 GiB, type "Linux data", holds ${holds}, label files, used 10 GiB by counters`,
];
/** A volume group of 60 GiB in an encrypted container, with a root and a home. */
const groupOf = (root: number, home: number) => [
  'part group, size 60 GiB, format, role opaque, holds lvm, owners "Linux", name group, layer luks-lvm',
  `volume root, in group, size ${root} GiB, new, holds ext4, mount /`,
  `volume home, in group, size ${home} GiB, new, holds ext4, mount /home`,
];
const FOUND_ROOTS = [
  'found 1, at 1 MiB, size 512 MiB, type "EFI system", holds fat, label ESP, used 20 MiB by bitmap',
  'found 2, size 1 GiB, type "Linux data", holds ext4, label boot, used 300 MiB by counters',
  'found 3, size 60 GiB, type "Linux root", holds ext4, label root, used 30 GiB by counters',
  'found 4, size 24 GiB, type "Linux swap", holds swap, label swap',
  FOUND_LINUX,
  'note 1, role efi, holds fat, owners "Linux"',
  'note 2, role boot, holds ext4, owners "Linux"',
  'note 3, role root, holds ext4, owners "Linux"',
  'note 4, role swap, holds swap, owners "Linux"',
];
const SLEEPER = FOUND_ROOTS.map((line) => (line === FOUND_LINUX ? `${line}, hibernates yes` : line));
const KEPT = [
  'part from 1, keep, mount /boot/efi',
  'part from 2, keep, mount /boot',
  'part from 3, keep, mount /',
];
const ENTRY_PARTITION = '00000000-0000-4000-8000-000000000001';
const SYSTEM_ENTRY = `entry Linux, as 0001, in 1, at 2048, sectors 1048576, uuid ${ENTRY_PARTITION}, path "\\\\EFI\\\\linux\\\\a.efi"`;
/** A Linux with its boot entries. */
const withEntries = (
  entries: readonly string[],
  parts: readonly string[] = KEPT,
  ...more: readonly string[]
) =>
  on([
    `${FOUND_ROOTS[0]!}, id ${ENTRY_PARTITION}`,
    ...FOUND_ROOTS.slice(1),
    ...more,
    'entries order "0001 0002", current 0001',
    ...entries,
    ...parts,
  ]);
const WINDOWS_DISK = (content: string, note = '') => [
  'found 1, at 1 MiB, size 100 MiB, type "EFI system", holds fat, label SYSTEM, used 30 MiB by bitmap',
  `found 2, at 101 MiB, size 200 GiB, type "Basic data"${content}`,
  'system Windows, as w, found, like windows-11, hibernates no, clock utc',
  LINUX,
  'note 1, role efi, holds fat, owners "Windows"',
  `note 2, role system, holds ntfs, owners "Windows", used 60 GiB${note}`,
  'part from 1, keep, owners "Windows" "Linux", mount /boot/efi',
  'part from 2, keep',
  ROOT,
];
const bios = (...lines: string[]) => on(lines, { mode: 'bios', table: 'mbr' });
const MBR_ROOT =
  'part root, at 1 MiB, size 60 GiB, format, role root, holds xfs, owners "Linux", label root, mount /, active';

/** Cases in notation, of rules about what can be what, and what systems need. */
/** A Windows that is installed anew on its own volume. */
const windowsAgain = (treatment: string) => [
  'found 1, at 1 MiB, size 260 MiB, type "EFI system", holds fat, label EFI, used 40 MiB by bitmap',
  'found 2, size 300 GiB, type "Basic data", holds ntfs, label Windows, used 90 GiB by bitmap',
  'system Windows, as w, found, anew, like windows-11',
  'note 1, role efi, holds fat, owners "Windows"',
  'note 2, role system, holds ntfs, owners "Windows"',
  'part from 1, keep',
  `part from 2, ${treatment}`,
];

/** Files of an entry with these attributes, that a Linux mounts. */
const markedWith = (attributes: string) =>
  on([
    found('ext4')[0]!.replace(', holds', `, attributes ${attributes}, holds`),
    LINUX,
    'note 1, role data, holds ext4',
    'part from 1, keep, mount /files',
  ]);

/** A Linux that was installed for BIOS, beside a Windows that comes. */
const bootedBy = (mode: 'uefi' | 'bios') =>
  on(
    [
      'found 1, at 1 MiB, size 1 MiB, type "BIOS boot", holds none',
      'found 2, size 150 GiB, type "Linux root", holds ext4, label old, used 60 GiB by counters',
      'system Old, as l, found, like linux-desktop',
      'note 1, role bios-boot, owners "Old"',
      'note 2, role root, owners "Old"',
      'part from 1, keep',
      'part from 2, keep, mount /',
      ...(mode === 'uefi' ? [WINDOWS, ESP.replace('owners "Linux"', 'owners "Windows"')] : []),
    ],
    { mode },
  );

export const WRITTEN_CASES: Cases = {
  'root-shared': [
    on(
      [...FOUND_ROOTS, ...KEPT, BETA].map((line) =>
        line.replace(/^(part from 3.*)$/, '$1, owners "Linux" "Beta"'),
      ),
    ),
    on([...FOUND_ROOTS, ...KEPT, BETA]),
  ],
  'found-by-type': [
    on([...TWO_LINUXES, part('home', 'home', 'ext4', 'owners "Linux", mount /home')]),
    on([
      ...TWO_LINUXES,
      part('home', 'home', 'ext4', 'owners "Linux", mount /home'),
      part('bhome', 'home', 'ext4', 'owners "Beta", mount /home'),
    ]),
  ],
  'kernels-elsewhere': [
    on([
      `${LINUX}, kernels on efi yes`,
      ESP,
      ROOT,
      part('boot', 'boot', 'ext4', 'owners "Linux", mount /boot'),
    ]),
    on([LINUX, ESP, ROOT, part('boot', 'boot', 'ext4', 'owners "Linux", mount /boot')]),
  ],
  'made-too-small': [
    on([LINUX, ESP, ROOT, part('x', 'data', 'xfs', 'owners "Linux", mount /x').replace('20 GiB', '200 MiB')]),
    on([LINUX, ESP, ROOT, part('x', 'data', 'xfs', 'owners "Linux", mount /x').replace('20 GiB', '300 MiB')]),
  ],
  'type-content': [
    on([LINUX, ESP, ROOT.replace('role root', 'role root, type "Linux swap"')]),
    on([LINUX, ESP, ROOT, part('swap', 'swap', 'swap', 'owners "Linux"')]),
  ],
  'marked-read-only': [markedWith('1000000000000000'), markedWith('8000000000000000')],
  'not-started': [bootedBy('uefi'), bootedBy('bios')],
  'setup-over': [
    on(windowsAgain('keep')),
    on(windowsAgain('format, role system, holds ntfs, owners "Windows", label Windows')),
  ],
  'cannot-change': [
    on([...found('exfat'), 'note 1, role data, holds exfat', 'part from 1, size 120 GiB, keep']),
    on([...found('ext4'), 'note 1, role data, holds ext4', 'part from 1, size 120 GiB, keep']),
  ],
  'kept-broken': [on([...FOUND_ROOTS, KEPT[0]!, KEPT[2]!]), on([...FOUND_ROOTS, ...KEPT])],
  'mount-place': [
    on([LINUX, ESP, ROOT, part('home', 'home', 'ext4', 'owners "Linux", mount /people')]),
    on([LINUX, ESP, ROOT, part('home', 'home', 'ext4', 'owners "Linux", mount /home')]),
  ],
  'home-shared': [
    on([...TWO_LINUXES, part('home', 'home', 'ext4', 'owners "Linux" "Beta", mount /home')]),
    on([...TWO_LINUXES, part('home', 'home', 'ext4', 'owners "Linux", mount /home')]),
  ],
  'boot-shared': [
    on([LINUX, BETA, SHARED_ESP.replace('/boot/efi', '/boot'), ROOT, BETA_ROOT]),
    on([LINUX, BETA, SHARED_ESP, ROOT, BETA_ROOT]),
  ],
  'boot-encrypted': [
    on([LINUX, ESP, part('boot', 'boot', 'ext4', 'owners "Linux", mount /boot, layer luks'), ROOT]),
    on([LINUX, ESP, part('boot', 'boot', 'ext4', 'owners "Linux", mount /boot'), ROOT]),
  ],
  'first-sector': [
    bios(LINUX, MBR_ROOT, 'start "Linux", own, on partition "root"'),
    bios(LINUX, MBR_ROOT.replace('xfs', 'ext4'), 'start "Linux", own, on partition "root"'),
  ],
  'bios-limits': [
    on([LINUX, MBR_ROOT], { mode: 'bios', table: 'mbr', medium: 'nvme, device nvme0n1' }),
    bios(LINUX, MBR_ROOT),
  ],
  'hibernate-locked': [
    on([`${LINUX}, hibernates yes`, ESP, ROOT], { secureBoot: 'on' }),
    on([`${LINUX}, hibernates yes`, ESP, ROOT]),
  ],
  'support-ended': [on(['system Windows, as w, new, like windows-10']), on([WINDOWS])],
  'fat-limits': [
    on([LINUX, ESP, ROOT, part('data', 'data', 'fat', 'owners "Linux", mount /data')]),
    on([LINUX, ESP, ROOT, part('data', 'data', 'exfat', 'owners "Linux", mount /data')]),
  ],
  'encryption-unknown': [on(WINDOWS_DISK('')), on(WINDOWS_DISK('', ', not encrypted'))],
  'sealed-key': [
    on([
      ...WINDOWS_DISK(', holds windows-encrypted, encrypted', ', encrypted'),
      'start "Windows", by "Linux", on efi "found-1"',
    ]),
    on(WINDOWS_DISK(', holds windows-encrypted, encrypted', ', encrypted')),
  ],
  'firmware-word-size': [
    on([WINDOWS], { firmware: 'word size 32' }),
    on([WINDOWS], { firmware: 'word size 64' }),
  ],
  'certificates-old': [
    on([LINUX, ESP, ROOT], { secureBoot: 'on' }),
    on([LINUX, ESP, ROOT], { secureBoot: 'on', firmware: 'certificates of 2023' }),
  ],
  'entries-full': [
    on([LINUX, ESP, ROOT], { firmware: 'room for entries no' }),
    on([LINUX, ESP, ROOT], { firmware: 'room for entries yes' }),
  ],
  'windows-tpm': [on([WINDOWS], { tpm: 'no' }), on([WINDOWS], { tpm: 'yes' })],
  'controller-raid': [
    on([LINUX, ESP, ROOT], { medium: 'nvme, controller raid' }),
    on([LINUX, ESP, ROOT], { medium: 'nvme, controller plain' }),
  ],
  'windows-memory': [on([WINDOWS], { memory: '2 GiB' }), on([WINDOWS], { memory: '4 GiB' })],
  'swap-taken': [
    on([...SLEEPER, BETA, ...KEPT, 'part from 4, keep', BETA_ROOT]),
    on([...SLEEPER, ...KEPT, 'part from 4, keep']),
  ],
  'two-windows': [on([WINDOWS, WINDOWS.replace('Windows, as w', 'Second, as s')]), on([WINDOWS])],
  'macos-machine': [on(['system macOS, as m, new, like macos']), on([LINUX])],
  'luks-changes': [
    on([...found('luks'), 'note 1, role data, holds luks', 'part from 1, size 50 GiB, keep']),
    on([...found('luks'), 'note 1, role data, holds luks', 'part from 1, keep']),
  ],
  'encryption-dropped': [
    on([...found('luks'), 'note 1, role data, holds luks', 'part from 1, format, holds ext4, label files']),
    on([
      ...found('luks'),
      'note 1, role data, holds luks',
      'part from 1, format, holds ext4, label files, layer luks',
    ]),
  ],
  'encrypts-itself': [on([WINDOWS]), on([WINDOWS], { tpm: 'no' })],
  'mounted-over': [
    on([...FOUND_ROOTS, ...KEPT, part('var', 'data', 'ext4', 'owners "Linux", mount /var')]),
    on([...FOUND_ROOTS, ...KEPT, part('var', 'data', 'ext4', 'owners "Linux", mount /mnt/var')]),
  ],
  'inside-room': [on([LINUX, ESP, ...groupOf(40, 30)]), on([LINUX, ESP, ...groupOf(40, 19)])],
  'entry-lost': [withEntries([SYSTEM_ENTRY], KEPT.slice(1)), withEntries([SYSTEM_ENTRY])],
  'entry-nowhere': [
    withEntries([
      SYSTEM_ENTRY,
      'entry Old, as 0002, in 1, at 2048, sectors 4096, uuid 00000000-0000-4000-8000-0000000000ff',
    ]),
    withEntries([SYSTEM_ENTRY, 'entry Network, as 0002']),
  ],
  'entry-twice': [
    withEntries([SYSTEM_ENTRY, SYSTEM_ENTRY.replace('0001', '0002')]),
    withEntries([SYSTEM_ENTRY, SYSTEM_ENTRY.replace('0001', '0002').replace('Linux', '"Linux 2"')]),
  ],
  'entry-missing': [
    withEntries(
      [SYSTEM_ENTRY.replace('entry Linux', 'entry Windows')],
      KEPT,
      'system Windows, as w, found, like windows-11',
    ),
    withEntries([SYSTEM_ENTRY]),
  ],
  'look-alike': [
    on([
      LINUX,
      ESP,
      ROOT,
      part('one', 'data', 'ext4', 'owners "Linux"').replace('label one, ', ''),
      part('other', 'data', 'ext4', 'owners "Linux"').replace('label other, ', ''),
    ]),
    on([
      LINUX,
      ESP,
      ROOT,
      part('one', 'data', 'ext4', 'owners "Linux"'),
      part('other', 'data', 'ext4', 'owners "Linux"'),
    ]),
  ],
  'old-settings': [
    on([
      ...FOUND_ROOTS.filter((line) => !/note 4|note 2/.test(line)),
      BETA,
      'note 2, role home, holds ext4, owners "Linux"',
      KEPT[0]!.replace(', mount', ', owners "Linux" "Beta", mount'),
      'part from 2, keep, owners "Beta", mount /home',
      KEPT[2]!,
      BETA_ROOT,
    ]),
    on([...FOUND_ROOTS, BETA, ...KEPT, BETA_ROOT]),
  ],
};
