import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GIB, readLiveEvent, type LiveEvent } from '@rhizotome/core';
import request from 'supertest';
import { createApp, type App } from '../app.js';
import { testSettings } from '../testing/settings.js';

let folder: string;
let app: App;
let address: string;
const leaving: (() => void)[] = [];

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-live-'));
  app = await createApp(testSettings(folder));
  await app.nest.listen(0, '127.0.0.1');
  address = `http://127.0.0.1:${(app.nest.getHttpServer().address() as AddressInfo).port}`;
});
afterEach(async () => {
  for (const leave of leaving.splice(0)) leave();
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const http = () => request(app.nest.getHttpServer());
const machine = async (): Promise<string> =>
  (await http().post('/api/machines').send({ name: 'whimbrel' }).expect(201)).body.id;
const post = (id: string, base: number, gibibytes: number) =>
  http()
    .post(`/api/machines/${id}/edits`)
    .send({
      base,
      edits: [
        {
          key: `key-of-${gibibytes}-gib`,
          intent: 'do',
          edit: { kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } },
        },
      ],
    });

/** A window that hears of a machine. */
async function listening(id: string, window: string, at = 'stage=layout') {
  const aborter = new AbortController();
  leaving.push(() => aborter.abort());
  const response = await fetch(`${address}/api/machines/${id}/events?window=${window}&${at}`, {
    signal: aborter.signal,
    headers: { 'Accept-Encoding': 'gzip, br' },
  });
  const heard: LiveEvent[] = [];
  let text = '';
  const read = async () => {
    for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += Buffer.from(piece).toString();
      const blocks = text.split('\n\n');
      text = blocks.pop()!;
      for (const block of blocks) {
        const [name, data] = block.split('\n').map((line) => line.replace(/^\w+: /, ''));
        const event = readLiveEvent(name, data ?? '');
        if (event) heard.push(event);
      }
    }
  };
  const ended = read().catch(() => undefined);
  const until = async (met: (event: LiveEvent | undefined) => boolean) => {
    for (let n = 0; n < 200 && !met(heard.at(-1)); n++) await new Promise((done) => setTimeout(done, 10));
    expect(heard.filter(met).length).toBeGreaterThan(0);
    return heard.at(-1);
  };
  return { response, heard, until, leave: () => aborter.abort(), ended };
}

test('a window hears how far the plan is, and of every edit as it is saved', async () => {
  const id = await machine();
  await post(id, 0, 1).expect(200);
  const one = await listening(id, 'window-1');
  expect(one.response.headers.get('content-type')).toContain('text/event-stream');
  await one.until((event) => event?.name === 'point' && event.data.revision === 1);
  const { digest } = (await post(id, 1, 2).expect(200)).body;
  await one.until((event) => event?.name === 'point' && event.data.digest === digest);
});

test('it hears which other windows have the machine open, and what they are at', async () => {
  const id = await machine();
  const one = await listening(id, 'window-1');
  const other = await listening(id, 'window-2', 'stage=runbook');
  await one.until((event) => event?.name === 'others' && event.data[0]?.stage === 'runbook');
  const at = { window: 'window-2', stage: 'runbook', step: 4 };
  await http().put(`/api/machines/${id}/presence`).send(at).expect(204);
  expect(await one.until((event) => event?.name === 'others' && event.data[0]?.step === 4)).toEqual({
    name: 'others',
    data: [{ stage: 'runbook', step: 4 }],
  });
  // One window that was opened twice is one, and is not told of itself.
  await listening(id, 'window-2');
  expect(other.heard.filter((e) => e.name === 'others').at(-1)).toMatchObject({
    data: [{ stage: 'layout' }],
  });
  other.leave();
  await listening(await machine(), 'window-3');
  await one.until((event) => event?.name === 'others' && event.data.length === 1);
});

test('a machine that is not there is no stream; one that is deleted is told', async () => {
  const id = await machine();
  const one = await listening(id, 'window-1');
  await http().delete(`/api/machines/${id}`).expect(204);
  await one.until((event) => event?.name === 'deleted');
  expect((await listening(id, 'window-2')).response.status).toBe(404);
});

test('a server that is told to stop does not wait for its listeners', async () => {
  const one = await listening(await machine(), 'window-1');
  const begun = performance.now();
  await app.close();
  await one.ended;
  expect(performance.now() - begun).toBeLessThan(2500);
  app = await createApp(testSettings(folder));
});
