// The same stack with nothing in it: built and served as the app is.
import { createServer } from 'node:http';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { extname, join, resolve } from 'node:path';
import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { compressFolder } from '../../scripts/compress.mjs';

const FOLDER = resolve(import.meta.dirname, 'shell');
const WEB = resolve(import.meta.dirname, '../../web');
const TYPES = { '.html': 'text/html', '.js': 'text/javascript', '.css': 'text/css', '.woff2': 'font/woff2' };

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

/** Serves a folder, in its compressed form where there is one. */
export async function serveShell(folder) {
  const server = createServer((request, response) => {
    const path = request.url === '/' ? '/index.html' : request.url.split('?')[0];
    try {
      const file = join(folder, path);
      const compressed = existsSync(`${file}.br`);
      const kind = extname(path);
      response.setHeader('Content-Type', TYPES[kind] ?? 'application/octet-stream');
      if (compressed) response.setHeader('Content-Encoding', 'br');
      response.end(readFileSync(compressed ? `${file}.br` : file));
    } catch {
      response.writeHead(404).end();
    }
  });
  await new Promise((done) => server.listen(0, '127.0.0.1', done));
  return { address: `http://127.0.0.1:${server.address().port}/`, close: () => server.close() };
}
