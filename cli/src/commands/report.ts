import { spawnSync } from 'node:child_process';
import linux from '../../../reporters/linux.sh?raw';
import macos from '../../../reporters/macos.sh?raw';
import windows from '../../../reporters/windows.ps1?raw';
import { Failure } from '../failure.js';
import { print } from '../output.js';

export const REPORTERS = ['linux', 'windows', 'macos'] as const;
export type Reporter = (typeof REPORTERS)[number];

export interface ReportOptions {
  /** Print the script for this family of systems instead of a report. */
  readonly script?: Reporter;
}

/** The scripts by which a machine tells of itself; the app shows the same. */
const SCRIPTS: Readonly<Record<Reporter, string>> = { linux, windows, macos };

/** Prints the report of the machine that this runs on, or the script that would. */
export function report({ script }: ReportOptions): void {
  if (script) return print(SCRIPTS[script]);
  const here = { linux: 'linux', darwin: 'macos' }[process.platform as string] as Reporter | undefined;
  if (!here)
    throw new Failure(
      'A report is made by a script here. Print it with “rhizotome report --script windows” and run it in PowerShell.',
    );
  const { status, stdout, stderr } = spawnSync('sh', ['-c', SCRIPTS[here]], {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  });
  if (status !== 0) throw new Failure(`The machine was not read: ${stderr.trim() || 'sh did not run'}.`);
  print(stdout);
}
