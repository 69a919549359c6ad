import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GIB, recordFaults, storedMachines, type AskRows, type HistoryEntry } from '@rhizotome/core';
import Database from 'better-sqlite3';
import request from 'supertest';
import { createApp, type App } from '../app.js';
import { testSettings } from '../testing/settings.js';
import { Compaction } from './compaction.js';

let folder: string;
let app: App;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-compaction-'));
  app = await createApp(testSettings(folder));
});
afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});
const http = () => request(app.nest.getHttpServer());

const EDITS = 720;
const editOf = (n: number) => ({ kind: 'set-machine', changes: { ramBytes: (n + 1) * GIB } });

/** What the data file keeps, past the server. */
function kept<T>(look: (ask: AskRows) => T): T {
  const database = new Database(join(folder, 'rhizotome.sqlite'), { readonly: true });
  try {
    return look(<R>(sql: string, ...values: readonly unknown[]) =>
      database.prepare<unknown[], R>(sql).all(...values),
    );
  } finally {
    database.close();
  }
}
const packed = () =>
  kept((ask) => ask<{ n: number }>(`SELECT count(*) AS n FROM edit WHERE typeof(edit) = 'blob'`)[0]!.n);

test('old edits are packed, and every one of them can still be undone, proved and moved', async () => {
  const { id } = (await http().post('/api/machines').send({ name: 'long' }).expect(201)).body;
  for (let base = 0; base < EDITS; base += 40) {
    const edits = Array.from({ length: 40 }, (_, i) => ({
      key: `compaction-${base + i}`,
      intent: 'do',
      edit: editOf(base + i),
    }));
    await http().post(`/api/machines/${id}/edits`).send({ base, edits }).expect(200);
  }
  const digest = (await http().get(`/api/machines/${id}`).expect(200)).body.digest;
  await app.nest.get(Compaction).pack();
  expect(packed()).toBe(EDITS - 500);
  await app.nest.get(Compaction).pack();
  expect(packed()).toBe(EDITS - 500);

  const opened = (await http().get(`/api/machines/${id}`).expect(200)).body;
  expect(opened.digest).toBe(digest);
  let history: HistoryEntry[] = opened.history;
  while (history[0]!.revision > 1) {
    const { body } = await http().get(`/api/machines/${id}/edits?before=${history[0]!.revision}`).expect(200);
    history = [...body, ...history];
  }
  expect(history.map(({ edit }) => edit)).toEqual(Array.from({ length: EDITS }, (_, n) => editOf(n)));
  kept((ask) => {
    for (const { record } of storedMachines(ask)) expect(recordFaults(record)).toEqual([]);
  });
  const archive = (await http().get(`/api/machines/${id}/archive`).expect(200)).body;
  expect(archive.history).toHaveLength(EDITS);
  const again = await http().post('/api/machine-archives').send(archive).expect(201);
  expect((await http().get(`/api/machines/${again.body.id}`).expect(200)).body).toMatchObject({
    digest,
    revision: EDITS,
  });
});
