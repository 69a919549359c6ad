/** Systems of which a script tells. */
export const REPORTING = ['windows', 'linux', 'macos'] as const;
export type Reporting = (typeof REPORTING)[number];

/** The script for a system, loaded when it is asked for. */
const SOURCES: Readonly<Record<Reporting, () => Promise<{ default: string }>>> = {
  windows: () => import('../../../reporters/windows.ps1?raw'),
  linux: () => import('../../../reporters/linux.sh?raw'),
  macos: () => import('../../../reporters/macos.sh?raw'),
};

export const scriptOf = (system: Reporting): Promise<string> => SOURCES[system]().then((m) => m.default);

export const SCRIPT_NAMES: Readonly<Record<Reporting, string>> = {
  windows: 'rhizotome-report.ps1',
  linux: 'rhizotome-report.sh',
  macos: 'rhizotome-report-macos.sh',
};

/** What is pasted at a prompt so that the script runs as a whole. */
export function pasteable(system: Reporting, script: string): string {
  if (system === 'windows') return script;
  const shell = system === 'linux' ? 'sudo sh' : 'sh';
  return `${shell} <<'RHIZOTOME'\n${script}RHIZOTOME\n`;
}

/** What runs the file where the screen is another computer's, and writes the report beside it. */
export const FILE_COMMANDS: Readonly<Record<Reporting, string>> = {
  windows: `powershell -ExecutionPolicy Bypass -File ${SCRIPT_NAMES.windows} > report.json`,
  linux: `sudo sh ${SCRIPT_NAMES.linux} > report.json`,
  macos: `sh ${SCRIPT_NAMES.macos} > report.json`,
};

/** The system that this window runs on, as its browser tells. */
export function reportingHere(agent: string): Reporting {
  if (/Windows/.test(agent)) return 'windows';
  return /Macintosh|Mac OS/.test(agent) ? 'macos' : 'linux';
}
