import 'reflect-metadata';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { GIB, type MachineRow } from '@rhizotome/core';
import Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import request from 'supertest';
import { createApp, type App } from '../app.js';
import { testSettings } from '../testing/settings.js';

const folders: string[] = [];
const apps: App[] = [];

/** A server on an empty folder of its own. */
async function bench() {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-'));
  folders.push(folder);
  const app = await createApp(testSettings(folder));
  apps.push(app);
  const http = () => request(app.nest.getHttpServer());
  return {
    app,
    http,
    rows: async (): Promise<MachineRow[]> => (await http().get('/api/machines').expect(200)).body,
    edit: async (id: string, base: number, gibibytes: number) => {
      const edit = { kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } };
      const edits = [{ key: `key-of-${gibibytes}-${base}`, intent: 'do', edit }];
      await http().post(`/api/machines/${id}/edits`).send({ base, edits }).expect(200);
    },
    backup: async (): Promise<Buffer> =>
      (
        await http()
          .get('/api/backup')
          .buffer(true)
          .parse((response, done) => {
            const pieces: Buffer[] = [];
            response.on('data', (piece: Buffer) => pieces.push(piece));
            response.on('end', () => done(null, Buffer.concat(pieces)));
          })
          .expect(200)
      ).body,
    restore: (file: Buffer) =>
      http().post('/api/restore').set('Content-Type', 'application/octet-stream').send(file),
  };
}
type Bench = Awaited<ReturnType<typeof bench>>;

afterEach(async () => {
  for (const app of apps.splice(0)) await app.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** All of every machine, as the server gives it: plan, readings, history, alternatives. */
const whole = async ({ http, rows }: Bench) =>
  Promise.all(
    (await rows()).map(async ({ id }) => (await http().get(`/api/machines/${id}/archive`).expect(200)).body),
  );

async function demoBench(): Promise<Bench> {
  const one = await bench();
  await one.http().post('/api/machines/demo').expect(200);
  const [first] = await one.rows();
  await one.edit(first!.id, 0, 16);
  await one.edit(first!.id, 1, 32);
  const { plan } = (await one.http().get(`/api/machines/${first!.id}`)).body;
  await one
    .http()
    .post(`/api/machines/${first!.id}/alternatives`)
    .send({ name: 'with 32 GiB', revision: 2, plan })
    .expect(201);
  return one;
}

test('a backup restored on an empty bench is the bench that it was made of', async () => {
  const one = await demoBench();
  const other = await bench();
  const { body } = await other.restore(await one.backup()).expect(200);
  expect(body).toMatchObject({ beside: [], same: [], damaged: [] });
  expect(body.added).toHaveLength((await one.rows()).length);
  expect((await other.rows()).map((row) => row.id)).toEqual((await one.rows()).map((row) => row.id));
  expect(await whole(other)).toEqual(await whole(one));
});

test('of a backup with one damaged machine the others come, and the one is named', async () => {
  const one = await demoBench();
  const [first, ...others] = await one.rows();
  await one.app.nest
    .get(DataSource)
    .query('UPDATE "machine" SET "plan" = \'{"broken\', "beginning" = NULL WHERE "id" = ?', [first!.id]);
  const other = await bench();
  const { body } = await other.restore(await one.backup()).expect(200);
  expect(body).toMatchObject({ added: others.map((row) => row.name), damaged: [first!.name] });
});

test('restored where it was made, only what has changed or gone since comes beside', async () => {
  const one = await demoBench();
  const file = await one.backup();
  const [first, second, ...others] = await one.rows();
  await one.edit(first!.id, 2, 64);
  await one.http().delete(`/api/machines/${second!.id}`).expect(204);
  const { body } = await one.restore(file).expect(200);
  expect(body).toEqual({
    added: [second!.name],
    deleted: [],
    beside: [`${first!.name}, from the backup`],
    same: others.map((row) => row.name),
    damaged: [],
    renewed: [],
    full: [],
    left: [],
  });
  const copy = (await one.rows()).find((row) => row.name === `${first!.name}, from the backup`)!;
  const opened = (await one.http().get(`/api/machines/${copy.id}`)).body;
  expect(opened).toMatchObject({ revision: 2, plan: { machine: { ramBytes: 32 * GIB } } });
  await one.edit(copy.id, 2, 8);
  expect((await one.http().get(`/api/machines/${first!.id}`)).body.plan.machine.ramBytes).toBe(64 * GIB);
});

test('a backup brings a demo machine on to where it was, and doubles none', async () => {
  const one = await demoBench();
  const [first] = await one.rows();
  const other = await bench();
  await other.http().post('/api/machines/demo').expect(200);
  const { body } = await other.restore(await one.backup()).expect(200);
  expect(body).toMatchObject({
    renewed: [first!.name],
    added: [],
    beside: [],
    damaged: [],
    full: [],
    left: [],
  });
  expect(body.same).toHaveLength(6);
  expect(await other.rows()).toHaveLength(7);
  const named = async (of: Bench) => (await whole(of)).find(({ name }) => name === first!.name);
  expect(await named(other)).toEqual(await named(one));
});

test('a machine with an alternative that the backup lacks is not taken on: the backup is put beside it', async () => {
  const one = await demoBench();
  const [first] = await one.rows();
  const other = await bench();
  await other.http().post('/api/machines/demo').expect(200);
  const { plan } = (await other.http().get(`/api/machines/${first!.id}`)).body;
  await other
    .http()
    .post(`/api/machines/${first!.id}/alternatives`)
    .send({ name: 'of its own', revision: 0, plan })
    .expect(201);
  const { body } = await other.restore(await one.backup()).expect(200);
  expect(body).toMatchObject({ renewed: [], beside: [`${first!.name}, from the backup`] });
  const kept = (await other.http().get(`/api/machines/${first!.id}/alternatives`)).body;
  expect(kept.map((a: { name: string }) => a.name)).toEqual(['of its own']);
});

test('what was deleted comes back as deleted, with its date', async () => {
  const one = await demoBench();
  const [first] = await one.rows();
  await one.http().delete(`/api/machines/${first!.id}`).expect(204);
  const [gone] = (await one.http().get('/api/deleted-machines').expect(200)).body;
  const other = await bench();
  const { body } = await other.restore(await one.backup()).expect(200);
  expect([body.deleted, body.added.length]).toEqual([[first!.name], 6]);
  expect((await other.http().get('/api/deleted-machines').expect(200)).body).toEqual([gone]);
  expect(await other.rows()).toHaveLength(6);
});

test.each([
  ['a letter', Buffer.from('Dear friend, this is no backup. '.repeat(100))],
  ['nothing', Buffer.alloc(0)],
  ['a file cut off', null],
])('%s is no backup, and changes nothing', async (_, bytes) => {
  const one = await demoBench();
  const before = await whole(one);
  const file = bytes ?? (await one.backup()).subarray(0, 20_000);
  const answer = await one.restore(file);
  expect([answer.status, answer.body.code]).toEqual([400, 'invalid-backup']);
  expect(await whole(one)).toEqual(before);
});

test('a backup whose table is an endless view is refused, and holds nobody up', async () => {
  const one = await demoBench();
  const file = join(folders[0]!, 'endless.sqlite');
  writeFileSync(file, await one.backup());
  const endless = new Database(file);
  endless.exec('DROP TABLE edit');
  endless.exec(
    `CREATE VIEW edit AS WITH RECURSIVE n(id) AS (SELECT 1 UNION ALL SELECT id + 1 FROM n) SELECT id AS revision FROM n`,
  );
  endless.close();
  const { status, body } = await one.restore(readFileSync(file));
  expect([status, body.code]).toEqual([400, 'invalid-backup']);
});

test('what is packed or too large is not taken in', async () => {
  const { http } = await bench();
  const packed = await http()
    .post('/api/machine-archives')
    .set({ 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' })
    .send(gzipSync(Buffer.alloc(1e6)));
  expect([packed.status, packed.body.detail]).toEqual([415, expect.stringContaining('not packed')]);
  const edits = await http()
    .post(`/api/machines`)
    .set({ 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' })
    .send(gzipSync('{"name":"packed"}'));
  expect(edits.status).toBe(415);
  const large = await http()
    .post('/api/machine-archives')
    .set('Content-Type', 'application/json')
    .send(' '.repeat(65 * 1024 ** 2));
  expect([large.status, large.body.code]).toEqual([413, 'too-large']);
});

test('a machine goes to another bench as a file, with history and alternatives, and twice onto one', async () => {
  const one = await demoBench();
  const other = await bench();
  const archives = await whole(one);
  const archive = {
    ...archives.find((a) => a.plan.surveyId !== null),
    alternatives: archives[0].alternatives,
  };
  for (let n = 0; n < 2; n++) await other.http().post('/api/machine-archives').send(archive).expect(201);
  const copies = await whole(other);
  expect(copies).toHaveLength(2);
  // Both were made at the same moment, and are listed in any order.
  const [asItWas, another] = [...copies].sort(
    (a, b) =>
      Number(b.plan.surveyId === archive.plan.surveyId) - Number(a.plan.surveyId === archive.plan.surveyId),
  );
  expect(asItWas).toEqual(archive);
  expect(another).toMatchObject({
    revision: archive.revision,
    history: archive.history,
    alternatives: [{ name: 'with 32 GiB' }],
  });
  const ids = copies.map((copy) => copy.plan.surveyId);
  expect(new Set(ids).size).toBe(2);
  expect(another.surveys.map((s: { id: string }) => s.id)).toContain(another.plan.surveyId);
});

test.each([
  ['another format', { format: 'rhizotome/machine' }, 'format'],
  ['a newer version', { format: 'rhizotome/machine-archive', version: 3 }, 'newer version'],
  [
    'an edit that is none',
    {
      history: [
        { revision: 1, key: 'k', intent: 'do', edit: {}, inverse: {}, at: '2026-05-04T07:30:00.000Z' },
      ],
    },
    'history.0.edit',
  ],
  ['a history with a hole', { revision: 7 }, 'history'],
])('a file of %s is refused with the place', async (_, changes, says) => {
  const one = await demoBench();
  const [first] = await one.rows();
  const archive = (await one.http().get(`/api/machines/${first!.id}/archive`)).body;
  const { body } = await one
    .http()
    .post('/api/machine-archives')
    .send({ ...archive, ...changes })
    .expect(400);
  expect(body.detail).toContain(says);
});

test('what was deleted can be seen, put back, and deleted for good', async () => {
  const one = await demoBench();
  const [first, second] = await one.rows();
  for (const row of [first!, second!]) await one.http().delete(`/api/machines/${row.id}`).expect(204);
  const { body } = await one.http().get('/api/deleted-machines').expect(200);
  expect(body.map((m: { name: string }) => m.name).sort()).toEqual([first!.name, second!.name].sort());
  await one.http().post(`/api/machines/${first!.id}/restore`).expect(200);
  await one.http().delete('/api/deleted-machines').expect(204);
  expect((await one.http().get('/api/deleted-machines')).body).toEqual([]);
  await one.http().post(`/api/machines/${second!.id}/restore`).expect(404);
  expect((await one.http().get(`/api/machines/${first!.id}`).expect(200)).body.revision).toBe(2);
});
