import 'reflect-metadata';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GIB, recordFaults, shortDigest, type OpenedMachine } from '@rhizotome/core';
import { DataSource } from 'typeorm';
import request from 'supertest';
import { createApp, type App } from '../app.js';
import { MachineEntity } from '../storage/entities.js';
import { testSettings } from '../testing/settings.js';
import { recordOf } from './stored-record.js';

let folder: string;
let app: App;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-history-'));
  app = await createApp(testSettings(folder));
});
afterEach(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

const http = () => request(app.nest.getHttpServer());
const source = () => app.nest.get(DataSource);
const opened = async (id: string): Promise<OpenedMachine> =>
  (await http().get(`/api/machines/${id}`).expect(200)).body;
const ram = (gibibytes: number) => ({
  key: `key-of-${gibibytes}-gib`,
  intent: 'do',
  edit: { kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } },
});
const post = (id: string, base: number, gibibytes: readonly number[], digest?: string) =>
  http()
    .post(`/api/machines/${id}/edits`)
    .send({ base, digest, edits: gibibytes.map(ram) });

/** A machine after edits to 1, 2, 3 ... GiB of memory. */
async function machine(edits: number): Promise<string> {
  const { id } = (await http().post('/api/machines').send({ name: 'whimbrel' }).expect(201)).body;
  for (let n = 1; n <= edits; n++) await post(id, n - 1, [n]).expect(200);
  return id;
}

const faults = async (id: string) => {
  const { manager } = source();
  return recordFaults(await recordOf(manager, await manager.findOneByOrFail(MachineEntity, { id })));
};

describe('a history', () => {
  test('is told by one digest: at opening, with an answer, and in the file', async () => {
    const id = await machine(2);
    const { digest } = await opened(id);
    const { body } = await post(id, 2, [3], digest).expect(200);
    expect(body.digest).toBe((await opened(id)).digest);
    expect(body.digest).not.toBe(digest);
    expect(await faults(id)).toEqual([]);
  });

  test('is replayed without a fault for every demo machine, copy, and machine from a file', async () => {
    await http().post('/api/machines/demo').expect(200);
    const { body: rows } = await http().get('/api/machines');
    const [, dunlin] = rows as { id: string }[];
    await post(dunlin!.id, 0, [4, 8]).expect(200);
    const copy = (await http().post(`/api/machines/${dunlin!.id}/duplicate`).expect(201)).body;
    const file = (await http().get(`/api/machines/${dunlin!.id}/archive`).expect(200)).body;
    const given = (await http().post('/api/machine-archives').send(file).expect(201)).body;
    expect(given.left).toEqual([]);
    for (const { id } of [...rows, copy, given]) expect([id, await faults(id)]).toEqual([id, []]);
  });

  test('tells whether a paper is of today\u2019s plan', async () => {
    const id = await machine(2);
    const told = async (signs: string) =>
      (await http().get(`/api/machines/${id}/paper?digest=${signs}`)).body;
    const signs = shortDigest((await opened(id)).digest);
    expect(await told(signs)).toEqual({ revision: 2, same: true, edits: 0 });
    const tick = { key: 'key-of-a-tick', intent: 'do', edit: { kind: 'tick', step: 'one', done: true } };
    await http()
      .post(`/api/machines/${id}/edits`)
      .send({ base: 2, edits: [tick] })
      .expect(200);
    expect(await told(signs.toUpperCase().replaceAll(' ', ''))).toEqual({
      revision: 2,
      same: true,
      edits: 1,
    });
    await post(id, 3, [9]).expect(200);
    expect(await told(signs)).toEqual({ revision: 2, same: false, edits: 2 });
    expect(await told('0000 0000 0000')).toEqual({ revision: null, same: false, edits: 0 });
    expect((await told('nothing')).code).toBe('invalid-request');
  });

  test('that went back is never gone on with as if it were the same', async () => {
    const id = await machine(2);
    const file = join(folder, 'rhizotome.sqlite');
    await app.close();
    copyFileSync(file, join(folder, 'before'));
    app = await createApp(testSettings(folder));
    await post(id, 2, [3, 4]).expect(200);
    const seen = await opened(id);
    await app.close();
    for (const end of ['-wal', '-shm']) rmSync(`${file}${end}`, { force: true });
    copyFileSync(join(folder, 'before'), file);
    app = await createApp(testSettings(folder));
    const behind = await post(id, seen.revision, [5], seen.digest).expect(409);
    expect(behind.body).toMatchObject({ code: 'history-differs', revision: 2 });
    // Another has gone on meanwhile, to the same number.
    await post(id, 2, [6, 7]).expect(200);
    const forked = await post(id, seen.revision, [5], seen.digest).expect(409);
    expect(forked.body).toMatchObject({ code: 'history-differs', revision: 4 });
    expect((await opened(id)).plan.machine.ramBytes).toBe(7 * GIB);
  });
});

describe('a machine that was damaged', () => {
  const damage = (table: string, changes: string, where: string) =>
    source().query(`UPDATE ${table} SET ${changes} WHERE ${where}`);

  test('in its plan opens as its edits give it, and nothing is lost', async () => {
    const id = await machine(3);
    const before = await opened(id);
    await damage('machine', `plan = '{"format'`, `id = '${id}'`);
    const { aside, ...after } = await opened(id);
    expect({ ...after, aside: [] }).toEqual(before);
    expect(aside).toMatchObject([{ why: 'plan-unreadable', revision: 4, count: 0 }]);
    await post(id, 3, [4], after.digest).expect(200);
    expect(await faults(id)).toEqual([]);
  });

  test.each([
    ['its plan', 'machine', 'plan', 'id'],
    ['an edit', 'edit', 'inverse', '"machineId"'],
  ])(
    'in a figure of %s, which still reads as a document, is damaged all the same',
    async (_, table, column, key) => {
      const id = await machine(3);
      const before = await opened(id);
      const [{ text }] = await source().query(
        `SELECT ${column} AS text FROM ${table} WHERE ${key} = ? ${table === 'edit' ? 'AND revision = 3' : ''}`,
        [id],
      );
      const other = text.replace(
        /"ramBytes":(\d)/,
        (_: string, digit: string) => `"ramBytes":${9 - Number(digit)}`,
      );
      expect(other).not.toBe(text);
      await source().query(`UPDATE ${table} SET ${column} = ? WHERE ${column} = ? AND ${key} = ?`, [
        other,
        text,
        id,
      ]);
      const { aside, plan } = await opened(id);
      expect(plan).toEqual(before.plan);
      expect(aside).toHaveLength(1);
    },
  );

  test('in a figure of its reading says so, and plans on no other disk', async () => {
    const { body } = await http().post('/api/machines/demo').expect(200);
    expect(body.added).toBe(7);
    const [{ id, document }] = await source().query('SELECT id, document FROM survey LIMIT 1');
    const sectors = /"sizeSectors":(\d+)/.exec(document)![1]!;
    await source().query('UPDATE survey SET document = ? WHERE id = ?', [
      document.replace(`"sizeSectors":${sectors}`, `"sizeSectors":${Number(sectors) + 2048}`),
      id,
    ]);
    const [{ machineId }] = await source().query('SELECT "machineId" FROM survey WHERE id = ?', [id]);
    const answer = await http().get(`/api/machines/${machineId}`);
    expect([answer.status, answer.body.code]).toEqual([500, 'stored-document']);
  });

  test('in its plan and an edit opens at the last good revision; the rest is set aside, and it goes on', async () => {
    const id = await machine(4);
    await damage('machine', `plan = ''`, `id = '${id}'`);
    await damage('edit', `edit = 'torn'`, `"machineId" = '${id}' AND revision = 3`);
    const { aside, revision, plan, digest } = await opened(id);
    expect([revision, plan.machine.ramBytes]).toEqual([2, 2 * GIB]);
    expect(aside).toMatchObject([{ why: 'plan-unreadable', revision: 3, count: 2 }]);
    const [kept] = await source().query('SELECT rows FROM aside');
    expect(JSON.parse(kept.rows).edits).toMatchObject([{ revision: 3, edit: 'torn' }, { revision: 4 }]);
    await post(id, 2, [9], digest).expect(200);
    expect(await faults(id)).toEqual([]);
  });

  test('in an edit that is done keeps its plan; undo ends there', async () => {
    const id = await machine(4);
    await damage('edit', `inverse = ''`, `"machineId" = '${id}' AND revision = 2`);
    const { aside, revision, history, plan } = await opened(id);
    expect([revision, plan.machine.ramBytes, history.map((e) => e.revision)]).toEqual([4, 4 * GIB, [3, 4]]);
    expect(aside).toMatchObject([{ why: 'edit-unreadable', revision: 2 }]);
    const file = (await http().get(`/api/machines/${id}/archive`).expect(200)).body;
    const { body } = await http().post('/api/machine-archives').send(file).expect(201);
    expect(await opened(body.id)).toMatchObject({ revision: 2, plan: { machine: { ramBytes: 4 * GIB } } });
  });

  test('is put right by itself after a start, before anybody opens it', async () => {
    const id = await machine(2);
    await damage('machine', `plan = '?'`, `id = '${id}'`);
    await app.close();
    app = await createApp(testSettings(folder));
    for (let n = 0; n < 200; n++) {
      const [row] = (await http().get('/api/machines')).body;
      if (row.damage === null) break;
      await new Promise((done) => setTimeout(done, 50));
    }
    expect((await http().get('/api/machines')).body[0].damage).toBeNull();
    expect((await opened(id)).plan.machine.ramBytes).toBe(2 * GIB);
  });
});
