// The same stack with nothing in it: built and served as the app is.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { compressFolder } from '../../scripts/compress.mjs';

const FOLDER = resolve(import.meta.dirname, 'shell');
const WEB = resolve(import.meta.dirname, '../../web');

/** Builds it with the app's own bundler and settings. Returns the folder it is built to. */
export async function buildShell() {
  const require = createRequire(join(WEB, 'package.json'));
  const load = (name) => import(pathToFileURL(require.resolve(name)).href);
  const [{ build }, { default: react }] = [await load('vite'), await load('@vitejs/plugin-react')];
  const outDir = mkdtempSync(join(tmpdir(), 'rhizotome-shell-'));
  await build({
    root: FOLDER,
    logLevel: 'error',
    configFile: false,
    plugins: [react()],
    build: { outDir, emptyOutDir: true, assetsInlineLimit: 0, target: 'es2022' },
  });
  compressFolder(join(outDir, 'assets'));
  return outDir;
}

/** Serves a folder by the app's own server, in a process of its own. */
export async function serveShell(folder) {
  const child = spawn(process.execPath, [resolve(import.meta.dirname, 'shell-server.mjs'), folder], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((done, fail) => {
    child.stdout.on('data', (data) => {
      const found = /at (http:\S+?)\/\s/.exec(String(data))?.[1];
      if (found) done(found);
    });
    child.on('exit', (code) => fail(new Error(`The shell's server ended with ${code}`)));
  });
  return { address: `${address}/`, close: () => child.kill('SIGTERM') };
}
