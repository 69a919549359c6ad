import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

export const ROOT = resolve(__dirname, '../..');

/** The built server as a process of its own, on a free port and a data folder that goes with it. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'rhizotome-e2e-'));
  private child: ChildProcess | undefined;
  address = '';

  constructor(private readonly settings: NodeJS.ProcessEnv = {}) {}

  private port = 0;

  /** Starts it, on the port it had before where there was one. */
  async start(): Promise<void> {
    const env = {
      ...process.env,
      RHIZOTOME_PORT: String(this.port),
      RHIZOTOME_DATA: this.folder,
      RHIZOTOME_HOST: '',
      RHIZOTOME_BACKUPS: 'off',
      ...this.settings,
    };
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.child = child;
    this.address = await new Promise<string>((done, fail) => {
      let said = '';
      const hear = (data: Buffer) => {
        said += data.toString();
        const found = /at (http:\S+?)\/\s/.exec(said)?.[1];
        if (found) done(found);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => fail(new Error(`The server ended with ${code}: ${said}`)));
    });
    this.port = Number(new URL(this.address).port);
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    await new Promise((done) => {
      child.on('exit', done);
      child.kill('SIGTERM');
    });
  }

  async dispose(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
