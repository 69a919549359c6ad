import { resolve } from 'node:path';

export interface Settings {
  readonly host: string;
  readonly port: number;
  /** Required with every request when the server listens beyond this machine. */
  readonly token: string | null;
  readonly dataFolder: string;
  /** Folder of the built web app; `null` serves the interface of programs alone. */
  readonly webFolder: string | null;
}

const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];

/** Settings from the environment. @throws Error in plain words where they cannot be meant. */
export function settingsFrom(env: NodeJS.ProcessEnv, root: string): Settings {
  const host = env['RHIZOTOME_HOST'] || '127.0.0.1';
  const port = Number(env['RHIZOTOME_PORT'] || 4780);
  const token = env['RHIZOTOME_TOKEN'] || null;
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`RHIZOTOME_PORT is “${env['RHIZOTOME_PORT']}”; a port is a number from 0 to 65535.`);
  if (!LOOPBACK.includes(host) && (token === null || token.length < 16))
    throw new Error(
      `RHIZOTOME_HOST is ${host}, which other machines can reach. Set RHIZOTOME_TOKEN to a secret of at least 16 characters too.`,
    );
  return {
    host,
    port,
    token: LOOPBACK.includes(host) ? null : token,
    dataFolder: resolve(env['RHIZOTOME_DATA'] || resolve(root, 'data')),
    webFolder: resolve(root, 'web/dist'),
  };
}
