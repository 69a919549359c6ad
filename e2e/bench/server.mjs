import { spawn } from 'node:child_process';
import { Agent, request } from 'node:http';
import { join, resolve } from 'node:path';

const ROOT = resolve(import.meta.dirname, '../..');

/** The built server on a folder. */
export async function startServer(folder) {
  const env = {
    ...process.env,
    RHIZOTOME_PORT: '0',
    RHIZOTOME_DATA: folder,
    RHIZOTOME_HOST: '',
    RHIZOTOME_BACKUPS: 'off',
    RHIZOTOME_LOG: 'silent',
  };
  const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((done, fail) => {
    child.stdout.on('data', (data) => {
      const found = /at (http:\S+?)\/\s/.exec(String(data))?.[1];
      if (found) done(found);
    });
    child.on('exit', (code) => fail(new Error(`The server ended with ${code}`)));
  });
  return { child, address };
}

export async function stopServer(child) {
  child.kill('SIGTERM');
  await new Promise((done) => child.on('exit', done));
}

/** One client with a connection of its own. */
export function poster(address) {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const post = (path, body, status) =>
    new Promise((done, fail) => {
      const data = JSON.stringify(body);
      const headers = { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(data) };
      const call = request(`${address}/api${path}`, { method: 'POST', agent, headers }, (response) => {
        let text = '';
        response.on('data', (chunk) => (text += chunk));
        response.on('end', () => {
          if (status ? response.statusCode !== status : response.statusCode >= 300)
            fail(new Error(`${path}: ${response.statusCode} ${text}`));
          else done(text === '' ? undefined : JSON.parse(text));
        });
      });
      call.on('error', fail);
      call.end(data);
    });
  return { post, close: () => agent.destroy() };
}
