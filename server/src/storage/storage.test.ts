import 'reflect-metadata';
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { GIB } from '@rhizotome/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { createApp, type App } from '../app.js';
import { openStore } from './data-source.js';
import { connectionOf } from './transaction.js';
import { testSettings } from '../testing/settings.js';

let folder: string;
let app: App | undefined;

const file = () => join(folder, 'rhizotome.sqlite');
const http = () => request(app!.nest.getHttpServer());

async function start(): Promise<App> {
  app = await createApp(testSettings(folder));
  return app;
}

async function stop(): Promise<void> {
  await app?.close();
  app = undefined;
}

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-'));
});
afterEach(async () => {
  await stop();
  rmSync(folder, { recursive: true, force: true });
});

const named = async (name: string): Promise<string> =>
  (await http().post('/api/machines').send({ name }).expect(201)).body.id;
const names = async () => (await http().get('/api/machines')).body.map((m: { name: string }) => m.name);

let keys = 0;
const edits = (base: number, gibibytes: number) => ({
  base,
  edits: [
    {
      key: `key-${String(++keys).padStart(6, '0')}`,
      intent: 'do',
      edit: { kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } },
    },
  ],
});

/** An error as SQLite gives it. */
const sqlite = (code: string) => Object.assign(new Error(code), { code });

/** Makes the next statement of a kind fail as a failing disk makes it, with SQLite's own state left as `before` leaves it. */
function failNext(statement: 'COMMIT' | 'ROLLBACK', code: string, before?: () => void): void {
  const connection = connectionOf(app!.nest.get(DataSource));
  const exec = connection.exec.bind(connection);
  const spy = jest.spyOn(connection, 'exec').mockImplementation((text) => {
    if (text !== statement) return exec(text);
    spy.mockRestore();
    before?.();
    throw sqlite(code);
  });
}

describe('a commit that fails', () => {
  const cases: readonly (readonly [string, () => void])[] = [
    ['rolled back by SQLite itself', () => failNext('COMMIT', 'SQLITE_FULL', rollback)],
    ['left open by SQLite', () => failNext('COMMIT', 'SQLITE_FULL')],
    [
      'left open, and the rollback fails too',
      () => failNext('COMMIT', 'SQLITE_FULL', () => failNext('ROLLBACK', 'SQLITE_IOERR_WRITE')),
    ],
  ];
  function rollback() {
    connectionOf(app!.nest.get(DataSource)).prepare('ROLLBACK').run();
  }

  test.each(cases)(
    '%s: it is told, and everything acknowledged after it outlives a restart',
    async (_, fail) => {
      await start();
      const id = await named('whimbrel');
      fail();
      const answer = await http().post(`/api/machines/${id}/edits`).send(edits(0, 8)).expect(507);
      expect(answer.body).toMatchObject({ code: 'disk-full' });
      expect((await http().get('/api/health').expect(503)).body).toMatchObject({ code: 'disk-full' });
      expect((await http().get(`/api/machines/${id}`)).body.revision).toBe(0);
      await http().post(`/api/machines/${id}/edits`).send(edits(5, 9)).expect(409);
      await http().delete('/api/deleted-machines').expect(204);
      // A commit that changed nothing proves nothing.
      await http().get('/api/health').expect(503);
      await http().post(`/api/machines/${id}/edits`).send(edits(0, 16)).expect(200);
      await http().get('/api/health').expect(200);
      const seen = new Database(file(), { readonly: true });
      expect(seen.prepare('SELECT revision FROM machine').all()).toEqual([{ revision: 1 }]);
      seen.close();
      await stop();
      await start();
      const { body } = await http().get(`/api/machines/${id}`).expect(200);
      expect(body).toMatchObject({ revision: 1, plan: { machine: { ramBytes: 16 * GIB } } });
    },
  );
});

describe('a data folder', () => {
  test('is for its user alone', async () => {
    folder = join(folder, 'fresh');
    await start();
    expect(statSync(folder).mode & 0o777).toBe(0o700);
  });

  test('of an earlier version that others could read is closed to them', async () => {
    await start();
    await stop();
    chmodSync(folder, 0o755);
    chmodSync(file(), 0o644);
    await start();
    await named('whimbrel');
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    const modes = readdirSync(folder).map((name) => [name, statSync(join(folder, name)).mode & 0o077]);
    expect(modes).toEqual(modes.map(([name]) => [name, 0]));
    expect(modes.length).toBeGreaterThan(2);
  });

  test('is held by one server, and free again when that one ends', async () => {
    await start();
    await expect(openStore(folder)).rejects.toThrow('Another Rhizotome server is running');
    await stop();
    await (await openStore(folder)).close();
  });

  test('of a newer version is refused and left as it was', async () => {
    await start();
    await stop();
    const database = new Database(file());
    database.exec(`INSERT INTO migrations (timestamp, name) VALUES (9999999999999, 'Later9999999999999')`);
    database.close();
    const before = readFileSync(file());
    await expect(openStore(folder)).rejects.toThrow(/^[^(]*was written by a newer version[^(]*$/);
    expect(readFileSync(file()).equals(before)).toBe(true);
  });

  test('that is no database is refused in words and left as it was', async () => {
    writeFileSync(file(), 'not a database, but a letter to a friend of some length'.repeat(40));
    await expect(openStore(folder)).rejects.toThrow('cannot be read as a database');
    expect(readFileSync(file(), 'utf8')).toContain('a letter to a friend');
  });

  test('of an earlier version is kept aside before it is changed', async () => {
    const past = gunzipSync(readFileSync(resolve(__dirname, '../testing/past/workbench.sqlite.gz')));
    writeFileSync(file(), past);
    const database = new Database(file());
    database.exec(`DELETE FROM migrations WHERE name LIKE 'Alternatives%'; DROP TABLE alternative`);
    const machines = database.prepare('SELECT id, plan FROM machine').all();
    database.close();
    await start();
    const aside = new Database(join(folder, 'rhizotome.before-version-2.sqlite'), { readonly: true });
    expect(aside.prepare('SELECT id, plan FROM machine').all()).toEqual(machines);
    expect(aside.prepare('SELECT count(*) AS n FROM migrations').get()).toEqual({ n: 1 });
    aside.close();
  });

  describe('whose safety copy', () => {
    /** Four migrations were made in the data that it is of. */
    const version = 5;
    const copy = (n: '' | '-2' = '') => join(folder, `rhizotome.before-version-${version}${n}.sqlite`);
    const earlier = () =>
      writeFileSync(
        file(),
        gunzipSync(readFileSync(resolve(__dirname, '../testing/past/first-aid.sqlite.gz'))),
      );
    const machinesIn = (path: string): number => {
      const database = new Database(path, { readonly: true });
      const count = database.prepare('SELECT count(*) FROM machine').pluck().get();
      database.close();
      return count as number;
    };

    test.each([
      ['an empty file', ''],
      ['a letter', 'Dear friend, '.repeat(400)],
    ])('would have the name of %s is written beside that', async (_, there) => {
      earlier();
      writeFileSync(copy(), there);
      await start();
      expect(readFileSync(copy(), 'utf8')).toBe(there);
      expect(machinesIn(copy('-2'))).toBe(7);
    });

    test('is there already is not made again, and one of another day is no such copy', async () => {
      earlier();
      await start();
      await stop();
      const { ino } = statSync(copy());
      earlier();
      await start();
      expect([statSync(copy()).ino, existsSync(copy('-2'))]).toEqual([ino, false]);
      await stop();
      earlier();
      const database = new Database(file());
      database.exec(`UPDATE machine SET revision = 9 WHERE name = 'knot'`);
      database.close();
      await start();
      expect(machinesIn(copy('-2'))).toBe(7);
    });

    test('has no room is told so, and nothing is changed', async () => {
      const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=300k', 'tmpfs', folder]).status === 0;
      // Only where a disk of that size can be had.
      if (!mounted) return;
      try {
        earlier();
        const before = readFileSync(file());
        writeFileSync(join(folder, 'other'), Buffer.alloc(120_000));
        await expect(openStore(folder)).rejects.toThrow('There is no room for a copy');
        expect(readFileSync(file()).equals(before)).toBe(true);
        expect(readdirSync(folder).filter((name) => name.includes('before-version'))).toEqual([]);
      } finally {
        spawnSync('umount', [folder]);
      }
    });
  });

  test.each<[string, () => void]>([
    [
      'replaced',
      () => {
        copyFileSync(file(), `${file()}.new`);
        renameSync(`${file()}.new`, file());
      },
    ],
    ['deleted', () => rmSync(file())],
    ['robbed of its log', () => rmSync(`${file()}-wal`)],
  ])('whose file is %s under the server acknowledges nothing any more', async (_, meddle) => {
    await start();
    const id = await named('whimbrel');
    await http().get('/api/health').expect(200);
    meddle();
    expect((await http().get('/api/health').expect(503)).body.code).toBe('data-replaced');
    const { body } = await http().post(`/api/machines/${id}/edits`).send(edits(0, 8)).expect(503);
    expect(body).toMatchObject({ code: 'data-replaced', detail: expect.stringContaining('Stop the server') });
  });

  test('that is damaged is told at the start, with the name of the file and what to do', async () => {
    await start();
    for (let i = 0; i < 60; i++) await named(`machine ${i}`);
    await stop();
    const bytes = readFileSync(file());
    bytes.fill(0xa5, bytes.length - 4096);
    writeFileSync(file(), bytes);
    const started = await start();
    const warning = await started.examined();
    expect(warning).toContain(file());
    expect(warning).toContain('restore your latest backup');
  });
});

describe('where a machine stands', () => {
  const kept = () => {
    const seen = new Database(file(), { readonly: true });
    const { overview } = seen.prepare('SELECT overview FROM machine').get() as { overview: string | null };
    seen.close();
    return overview === null ? null : (JSON.parse(overview) as { rules: string; revision: number });
  };
  const until = async (met: () => boolean) => {
    for (let i = 0; i < 100 && !met(); i++) await new Promise((done) => setTimeout(done, 50));
    expect(met()).toBe(true);
  };

  test('is kept with it after an edit, listed from there, and gone over again at every start', async () => {
    await start();
    const id = await named('whimbrel');
    await http().post(`/api/machines/${id}/edits`).send(edits(0, 8)).expect(200);
    await until(() => kept()?.revision === 1);
    expect(kept()).toMatchObject({ rules: 'test', overview: { stages: { machine: 'open' } } });
    await stop();
    const database = new Database(file());
    database.exec(
      `UPDATE machine SET plan = '{', beginning = NULL, overview = replace(overview, '"open"', '"ready"')`,
    );
    database.close();
    await start();
    await until(() => kept() === null);
    expect((await http().get('/api/machines')).body[0]).toMatchObject({ overview: null });
  });

  test('worked out by other rules is not listed', async () => {
    await start();
    const id = await named('whimbrel');
    await http().post(`/api/machines/${id}/edits`).send(edits(0, 8)).expect(200);
    await until(() => kept()?.revision === 1);
    await app!.nest
      .get(DataSource)
      .query(
        `UPDATE machine SET overview = replace(replace(overview, '"open"', '"ready"'), '"test"', '"older"')`,
      );
    expect((await http().get('/api/machines')).body[0].overview.stages.machine).toBe('open');
  });
});

test('one damaged machine is listed as damaged, and the others as they are', async () => {
  await start();
  const id = await named('whimbrel');
  await named('godwit');
  await app!.nest
    .get(DataSource)
    .query(`UPDATE machine SET plan = '{"format": "rhizot', beginning = NULL WHERE id = ?`, [id]);
  const { body } = await http().get('/api/machines').expect(200);
  expect(body).toMatchObject([
    { name: 'whimbrel', overview: null, damage: expect.stringContaining('plan') },
    { name: 'godwit', damage: null },
  ]);
  expect(body[1].overview).not.toBeNull();
  expect((await http().get(`/api/machines/${id}`).expect(500)).body.code).toBe('stored-document');
});

const HOLDS_FOR_A_WHILE = `
  const Database = require('better-sqlite3');
  const database = new Database(process.argv[1]);
  database.exec('BEGIN IMMEDIATE');
  process.stdout.write('held');
  setTimeout(() => { database.exec('COMMIT'); database.close(); }, 400);
`;

test('another program’s lock is waited for', async () => {
  await start();
  const other = spawn(process.execPath, ['-e', HOLDS_FOR_A_WHILE, file()], { cwd: __dirname });
  const ended = once(other, 'close');
  await once(other.stdout, 'data');
  await named('whimbrel');
  expect(await names()).toEqual(['whimbrel']);
  await ended;
});

describe('odd requests', () => {
  const cases: readonly (readonly [string, string])[] = [
    ['nested ten thousand deep', `{"base":0,"edits":${'['.repeat(10_000)}${']'.repeat(10_000)}}`],
    ['an integer that is not exact', '{"base":9007199254740993,"edits":[]}'],
    ['a number beyond any', '{"base":1e999,"edits":[]}'],
    ['null', 'null'],
    ['a negative base', '{"base":-1,"edits":[]}'],
  ];
  test.each(cases)('%s: refused as not understood', async (_, body) => {
    await start();
    const id = await named('whimbrel');
    await http()
      .post(`/api/machines/${id}/edits`)
      .set('Content-Type', 'application/json')
      .send(body)
      .expect(400);
  });
});
