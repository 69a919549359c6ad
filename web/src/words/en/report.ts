const NAMES = { windows: 'Windows', linux: 'Linux', macos: 'macOS' } as const;
type System = keyof typeof NAMES;

/** How a machine tells of itself. */
export const report = {
  'report.way': () => 'Report of the machine',
  'report.system': () => 'System that runs on the machine',
  'report.system-name': (system: System) => NAMES[system],
  'report.open-shell': (system: System) =>
    ({
      windows: 'On that machine, right-click Start and open the terminal (PowerShell) as administrator.',
      linux: 'On that machine, open a terminal. A live session will do as well.',
      macos: 'On that machine, open Terminal.',
    })[system],
  'report.copy-and-run': (system: System) =>
    system === 'linux'
      ? 'Copy this script, paste it there, press Enter, and enter your password.'
      : 'Copy this script, paste it there, and press Enter.',
  'report.copy-script': () => 'Copy the script',
  'report.copied': (how: 'copied' | 'selected') =>
    how === 'copied' ? 'Copied.' : 'Selected: press Ctrl+C, or Cmd+C, to copy it.',
  'report.paste-here': () => 'Copy all that it prints, and paste it into the field on this page.',
  'report.what-it-reads': (system: System) =>
    ({
      windows:
        'It reads disks, space in use, how far volumes can shrink, encryption, boot mode, memory, sleep and clock. It changes nothing. Serial numbers and names of people and computers are left out.',
      linux:
        'It reads disks, space in use, boot mode and boot entries, memory and the mount table. It changes nothing. Serial numbers and names of people and computers are left out.',
      macos:
        'It reads disks, space in use, memory and the kind of processor. It changes nothing. Serial numbers and names of people and computers are left out.',
    })[system],
  'report.show-script': () => 'Show the script',
  'report.another-screen': () => 'The machine has another screen: carry it over',
  'report.carry-file': () =>
    'Save the script on a USB stick, run this command there beside it, and bring report.json back.',
  'report.save-script': () => 'Save the script',
  'report.pasted': () => 'Report, as the script prints it',
  'report.read-file': () => 'Choose a file',
  'report.use': () => 'Use this report',
  'report.tells': () => 'What it tells',
  'report.nothing-new': () => 'Nothing that is not known already.',
  'report.differs': () => 'It differs from what was read from the disk. The reading of the disk counts:',
  'report.told-by': (by: 'windows' | 'linux' | 'macos' | 'live', date: string) =>
    `told by ${{ windows: 'Windows', linux: 'Linux', macos: 'macOS', live: 'a live session' }[by]}, ${date}`,
};
