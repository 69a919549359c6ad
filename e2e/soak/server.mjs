import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const ROOT = resolve(import.meta.dirname, '../..');

/** The built server on a folder of its own, that is killed without warning and started again on the same port. */
export class KilledServer {
  port = 0;
  /** What else stands in its environment. */
  env = {};
  kills = 0;
  /** Where the version that runs was built. */
  root = ROOT;

  /** `megabytes`: the size of the disk that its folder is alone on; needs the right to mount. */
  constructor({ megabytes } = {}) {
    this.folder = mkdtempSync(join(tmpdir(), 'rhizotome-soak-'));
    this.mounted =
      megabytes !== undefined &&
      spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', this.folder]).status === 0;
  }

  get address() {
    return `http://127.0.0.1:${this.port}`;
  }

  get dataFile() {
    return join(this.folder, 'rhizotome.sqlite');
  }

  async start() {
    const env = {
      ...process.env,
      RHIZOTOME_PORT: String(this.port),
      RHIZOTOME_DATA: this.folder,
      RHIZOTOME_HOST: '',
      RHIZOTOME_LOG: 'silent',
      RHIZOTOME_BACKUPS: 'off',
      ...this.env,
    };
    const child = spawn(process.execPath, [join(this.root, 'server/dist/main.js')], {
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.child = child;
    const address = await new Promise((done, fail) => {
      let said = '';
      const hear = (data) => {
        said += data;
        const found = /at (http:\S+?)\/\s/.exec(said)?.[1];
        if (found) done(found);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => fail(new Error(`The server ended with ${code}: ${said}`)));
    });
    this.port = Number(new URL(address).port);
  }

  async end(signal) {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await ended;
  }

  async killAndStart() {
    await this.end('SIGKILL');
    this.kills += 1;
    await this.start();
  }

  async dispose() {
    await this.end('SIGTERM');
    if (this.mounted) spawnSync('umount', [this.folder]);
    rmSync(this.folder, { recursive: true, force: true });
  }
}
