import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { patienceSeconds } from '@rhizotome/core';
import type { BackupSettings } from './backups/backups.service.js';
import type { CellSettings } from './cell/cell.js';

export interface Settings {
  readonly host: string;
  readonly port: number;
  /** Required with every request when the server can be reached from beyond this machine. */
  readonly token: string | null;
  /** Host names that it answers for, beside this machine's own and plain addresses. */
  readonly names: readonly string[];
  readonly dataFolder: string;
  /** Folder of the built web app; `null` serves the interface of programs alone. */
  readonly webFolder: string | null;
  /** The build of core, by its content: what was worked out by another is worked out again. */
  readonly rules: string;
  /** Where backups are made by themselves; `null`: nowhere. */
  readonly backups: BackupSettings | null;
  /** How what anybody may have made is read. */
  readonly cell: CellSettings;
}

/** In one piece, as it is built: it begins several times as fast. */
export const CELL_PROGRAM = 'server/dist/cell/bundle/program.js';

/** What can stand in a header behind “Bearer”. */
const SENDABLE = /^[\x21-\x7e]+$/;
const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];

/** Settings from the environment. @throws Error in plain words where they cannot be meant. */
export function settingsFrom(env: NodeJS.ProcessEnv, root: string): Settings {
  const host = env['RHIZOTOME_HOST'] || '127.0.0.1';
  const port = Number(env['RHIZOTOME_PORT'] || 4780);
  const token = env['RHIZOTOME_TOKEN'] || null;
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`RHIZOTOME_PORT is “${env['RHIZOTOME_PORT']}”; a port is a number from 0 to 65535.`);
  const names = (env['RHIZOTOME_NAMES'] ?? '').split(/[\s,]+/).filter((name) => name !== '');
  const reach = reachedBy(host, names);
  if (reach !== undefined && (token === null || token.length < 16))
    throw new Error(
      `${reach}, which other machines can reach. Set RHIZOTOME_TOKEN to a secret of at least 16 characters too.`,
    );
  if (token !== null && !SENDABLE.test(token))
    throw new Error(
      'RHIZOTOME_TOKEN has a character that cannot be sent with a request. Use letters, digits and signs of ASCII, without spaces.',
    );
  const dataFolder = resolve(env['RHIZOTOME_DATA'] || resolve(root, 'data'));
  return {
    host,
    port,
    token: reach === undefined ? null : token,
    names,
    dataFolder,
    webFolder: resolve(root, 'web/dist'),
    rules: contentOf(resolve(root, 'core/dist')),
    backups: backupsFrom(env, dataFolder),
    cell: { program: resolve(root, CELL_PROGRAM), seconds: patienceSeconds(env) },
  };
}

function backupsFrom(env: NodeJS.ProcessEnv, dataFolder: string): BackupSettings | null {
  const said = env['RHIZOTOME_BACKUPS'] || '';
  const minutes = Number(env['RHIZOTOME_BACKUP_MINUTES'] || 60);
  if (!(minutes > 0 && minutes <= 10_080))
    throw new Error(
      `RHIZOTOME_BACKUP_MINUTES is “${env['RHIZOTOME_BACKUP_MINUTES']}”; it is a number of minutes, up to a week of them.`,
    );
  if (said === 'off') return null;
  return { folder: resolve(said || resolve(dataFolder, 'backups')), everyMilliseconds: minutes * 60_000 };
}

function contentOf(folder: string): string {
  const hash = createHash('sha256');
  const files = existsSync(folder) ? readdirSync(folder, { recursive: true, encoding: 'utf8' }) : [];
  for (const file of files.filter((name) => name.endsWith('.js')).sort())
    hash.update(readFileSync(resolve(folder, file)));
  return hash.digest('hex');
}

/** How others can reach the server; `undefined` where only this machine can. */
function reachedBy(host: string, names: readonly string[]): string | undefined {
  if (!LOOPBACK.includes(host)) return `RHIZOTOME_HOST is ${host}`;
  return names.length > 0 ? `RHIZOTOME_NAMES is ${names.join(', ')}` : undefined;
}
