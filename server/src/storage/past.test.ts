import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import {
  apply,
  editTitle,
  english,
  PLAN_DOCUMENT,
  readDocumentOf,
  recordFaults,
  sayIn,
  type OpenedMachine,
  type Plan,
} from '@rhizotome/core';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { createApp } from '../app.js';
import { recordOf } from '../machines/stored-record.js';
import { MachineEntity } from './entities.js';
import { testSettings } from '../testing/settings.js';

const PAST = resolve(__dirname, '../testing/past');
const past = (name: string) => gunzipSync(readFileSync(join(PAST, name)));

interface KeptPlan {
  readonly name: string;
  readonly revision: number;
  readonly plan: Plan;
}

/** Databases as earlier versions wrote them, and the plans that they held, as those versions answered them. */
describe.each(['bench-only', 'workbench', 'volumes-inside', 'first-aid', 'chained', 'summed'])(
  'a database of the time of the %s',
  (version) => {
    let folder: string;
    let app: Awaited<ReturnType<typeof createApp>>;
    const http = () => request(app.nest.getHttpServer());

    beforeAll(async () => {
      folder = mkdtempSync(join(tmpdir(), 'rhizotome-past-'));
      writeFileSync(join(folder, 'rhizotome.sqlite'), past(`${version}.sqlite.gz`));
      app = await createApp(testSettings(folder));
    });
    afterAll(async () => {
      await app.close();
      rmSync(folder, { recursive: true, force: true });
    });

    const kept = JSON.parse(past(`${version}.plans.json.gz`).toString()) as readonly KeptPlan[];
    const opened = async (name: string): Promise<OpenedMachine> => {
      const { body: rows } = await http().get('/api/machines').expect(200);
      const { id } = rows.find((row: { name: string }) => row.name === name);
      return (await http().get(`/api/machines/${id}`).expect(200)).body;
    };

    test.each(kept.map((k) => [k.name, k] as const))(
      'opens %s with an equal plan',
      async (name, { plan, revision }) => {
        const read = readDocumentOf(PLAN_DOCUMENT, plan);
        expect(read.ok).toBe(true);
        expect(await opened(name)).toMatchObject({ revision, plan: read.ok && read.value });
      },
    );

    test('has a history that leads from its beginning to each plan', async () => {
      const { manager } = app.nest.get(DataSource);
      for (const machine of await manager.find(MachineEntity)) {
        expect(machine.beginning).not.toBeNull();
        expect([machine.name, recordFaults(await recordOf(manager, machine))]).toEqual([machine.name, []]);
      }
    });

    test('edits made at once keep what they said, and are undone', async () => {
      const { plan, history, surveys } = await opened('knot');
      const [batch] = history;
      expect(batch!.edit).toMatchObject({ kind: 'batch' });
      expect(sayIn(english, editTitle(batch!.edit, plan))).toBe(
        ['volumes-inside', 'first-aid', 'chained', 'summed'].includes(version)
          ? 'Reinstall Linux'
          : 'Install it anew',
      );
      const back = apply(plan, batch!.inverse, (id) => surveys.find((s) => s.id === id));
      expect(back.ok && back.plan).not.toEqual(plan);
      expect(back.ok && back.plan.ticked).toEqual([]);
    });
  },
);
