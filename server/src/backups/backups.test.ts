import 'reflect-metadata';
import { mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GIB, type Backups, type MachineRow } from '@rhizotome/core';
import Database from 'better-sqlite3';
import request from 'supertest';
import { createApp, type App } from '../app.js';
import { testSettings } from '../testing/settings.js';
import { BackupsService } from './backups.service.js';

let folder: string;
let app: App;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-backups-'));
  await start();
  await http().post('/api/machines/demo').expect(200);
});
afterEach(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

async function start(every = 1) {
  const backups = { folder: join(folder, 'backups'), everyMilliseconds: every };
  app = await createApp(testSettings(folder, { backups }));
  // What is due is asked for here, not by the clock.
  clearInterval(app.nest.get(BackupsService)['timer']);
}
const http = () => request(app.nest.getHttpServer());
const make = () => app.nest.get(BackupsService).makeWhereDue();
const listed = async (): Promise<Backups> => (await http().get('/api/backups').expect(200)).body;
const rows = async (): Promise<MachineRow[]> => (await http().get('/api/machines').expect(200)).body;
const edit = (id: string, base: number, gibibytes: number) =>
  http()
    .post(`/api/machines/${id}/edits`)
    .send({
      base,
      edits: [
        {
          key: `backups-${base}-${gibibytes}`,
          intent: 'do',
          edit: { kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } },
        },
      ],
    })
    .expect(200);

test('one is made where something has changed, opened and counted, and is for its owner alone', async () => {
  await make();
  const { made, problem } = await listed();
  expect([made.map(({ machines, faulty }) => [machines, faulty]), problem]).toEqual([[[7, 0]], null]);
  await make();
  expect((await listed()).made).toHaveLength(1);
  expect(readdirSync(join(folder, 'backups'))).toEqual([made[0]!.name]);
  expect(statSync(join(folder, 'backups', made[0]!.name)).mode & 0o777).toBe(0o600);
  expect(statSync(join(folder, 'backups')).mode & 0o777).toBe(0o700);
});

test('one machine, or all, come back from any of them', async () => {
  const [first, second] = await rows();
  await edit(first!.id, 0, 16);
  await make();
  await edit(first!.id, 1, 32);
  await http().delete(`/api/machines/${second!.id}`).expect(204);
  await http().delete('/api/deleted-machines').expect(204);
  await make();
  const [later, earlier] = (await listed()).made;
  expect([later!.machines, earlier!.machines]).toEqual([6, 7]);
  const inIt = (await http().get(`/api/backups/${earlier!.name}/machines`).expect(200)).body;
  expect(inIt.map((m: { name: string }) => m.name)).toContain(second!.name);
  const one = await http()
    .post(`/api/backups/${earlier!.name}/restore`)
    .send({ machine: second!.id })
    .expect(200);
  expect(one.body).toMatchObject({ added: [second!.name], beside: [], same: [] });
  expect(await rows()).toHaveLength(7);
  const all = await http().post(`/api/backups/${earlier!.name}/restore`).send({}).expect(200);
  expect(all.body).toMatchObject({ added: [], renewed: [], same: expect.any(Array) });
  expect(all.body.beside).toEqual([`${first!.name}, from the backup`]);
  expect(all.body.same).toHaveLength(6);
});

test.each(['nothing.sqlite', '..%2Frhizotome.sqlite', 'bench-000009-2026-06-01T00-00-00Z-7-machines.sqlite'])(
  'a backup %s is not there',
  async (name) => {
    await make();
    for (const answer of [
      await http().get(`/api/backups/${name}/machines`),
      await http().post(`/api/backups/${name}/restore`).send({}),
    ])
      expect([answer.status, answer.body.code]).toEqual([404, 'not-found']);
  },
);

test('what is not as it was written is told, kept, and displaces nothing', async () => {
  await make();
  // Without its beginning nothing that looks at it meanwhile can make it again from its edits.
  const torn = new Database(join(folder, 'rhizotome.sqlite'));
  torn.exec(`UPDATE machine SET plan = '{', beginning = NULL WHERE name = 'knot'`);
  torn.close();
  await make();
  const { made, problem } = await listed();
  expect(made.map(({ faulty }) => faulty)).toEqual([1, 0]);
  expect(problem).toContain('“knot” could not be replayed as written');
});

test('where none can be made that is said, and what was there stays', async () => {
  await app.close();
  writeFileSync(join(folder, 'backups'), 'a file in the way');
  await start();
  await make();
  expect(await listed()).toEqual({ made: [], problem: expect.stringContaining('could not be made') });
});
