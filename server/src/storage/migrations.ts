import { digestAfter, digestOfBeginning, unfoldEdits, unpackedText, type Survey } from '@rhizotome/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { editIn, planIn, surveyIn } from './documents.js';
import { SUMMED, sumOf } from './sums.js';

class Beginning1767225600000 implements MigrationInterface {
  name = 'Beginning1767225600000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "machine" ("id" text PRIMARY KEY NOT NULL, "name" text NOT NULL, "story" text NOT NULL, "createdAt" text NOT NULL, "deletedAt" text, "revision" integer NOT NULL, "plan" text NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE "survey" ("id" text PRIMARY KEY NOT NULL, "machineId" text NOT NULL, "document" text NOT NULL)`,
    );
    await runner.query(`CREATE INDEX "survey_machine" ON "survey" ("machineId")`);
    await runner.query(
      `CREATE TABLE "edit" ("machineId" text NOT NULL, "revision" integer NOT NULL, "key" text NOT NULL, "intent" text NOT NULL, "edit" text NOT NULL, "inverse" text NOT NULL, "at" text NOT NULL, PRIMARY KEY ("machineId", "revision"))`,
    );
    await runner.query(`CREATE UNIQUE INDEX "edit_key" ON "edit" ("machineId", "key")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['edit', 'survey', 'machine']) await runner.query(`DROP TABLE "${table}"`);
  }
}

class Alternatives1795392000000 implements MigrationInterface {
  name = 'Alternatives1795392000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "alternative" ("id" text PRIMARY KEY NOT NULL, "machineId" text NOT NULL, "name" text NOT NULL, "keptAt" text NOT NULL, "revision" integer NOT NULL, "plan" text NOT NULL, "deletedAt" text)`,
    );
    await runner.query(`CREATE INDEX "alternative_machine" ON "alternative" ("machineId")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "alternative"`);
  }
}

class Overviews1795651200000 implements MigrationInterface {
  name = 'Overviews1795651200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "machine" ADD COLUMN "overview" text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "machine" DROP COLUMN "overview"`);
  }
}

/** A table that belongs to machines: its columns and key, its indexes, and the name of what ties it to them. */
interface Belonging {
  readonly table: string;
  readonly columns: string;
  readonly indexes: readonly string[];
}

const BELONGINGS: readonly Belonging[] = [
  {
    table: 'survey',
    columns: `"id" text PRIMARY KEY NOT NULL, "machineId" text NOT NULL, "document" text NOT NULL`,
    indexes: [`CREATE INDEX "survey_machine" ON "survey" ("machineId")`],
  },
  {
    table: 'edit',
    columns: `"machineId" text NOT NULL, "revision" integer NOT NULL, "key" text NOT NULL, "intent" text NOT NULL, "edit" text NOT NULL, "inverse" text NOT NULL, "at" text NOT NULL, PRIMARY KEY ("machineId", "revision")`,
    indexes: [`CREATE UNIQUE INDEX "edit_key" ON "edit" ("machineId", "key")`],
  },
  {
    table: 'alternative',
    columns: `"id" text PRIMARY KEY NOT NULL, "machineId" text NOT NULL, "name" text NOT NULL, "keptAt" text NOT NULL, "revision" integer NOT NULL, "plan" text NOT NULL, "deletedAt" text`,
    indexes: [`CREATE INDEX "alternative_machine" ON "alternative" ("machineId")`],
  },
];

/** SQLite adds no constraint to a table that is there: it is made again, and what was in it is copied. */
class Belongings1796083200000 implements MigrationInterface {
  name = 'Belongings1796083200000';

  async up(runner: QueryRunner): Promise<void> {
    const tied = (table: string) =>
      `, CONSTRAINT "${table}_of_machine" FOREIGN KEY ("machineId") REFERENCES "machine" ("id") ON DELETE CASCADE ON UPDATE NO ACTION`;
    for (const belonging of BELONGINGS) await this.remake(runner, belonging, tied(belonging.table));
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const belonging of BELONGINGS) await this.remake(runner, belonging, '');
  }

  private async remake(
    runner: QueryRunner,
    { table, columns, indexes }: Belonging,
    tied: string,
  ): Promise<void> {
    await runner.query(`ALTER TABLE "${table}" RENAME TO "${table}_before"`);
    await runner.query(`CREATE TABLE "${table}" (${columns}${tied})`);
    // Nothing is of a machine that is not there; if it were, no page would show it.
    await runner.query(
      `INSERT INTO "${table}" SELECT * FROM "${table}_before" WHERE "machineId" IN (SELECT "id" FROM "machine")`,
    );
    await runner.query(`DROP TABLE "${table}_before"`);
    for (const index of indexes) await runner.query(index);
  }
}

interface MachineThen {
  readonly id: string;
  readonly revision: number;
  readonly plan: string;
}

interface EditThen {
  readonly revision: number;
  readonly key: string;
  readonly intent: string;
  readonly edit: string;
  readonly inverse: string;
}

/** A history is chained, and begins with a plan that is known: what was kept before is given both. */
class Histories1796515200000 implements MigrationInterface {
  name = 'Histories1796515200000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "machine" ADD COLUMN "beginning" text`);
    await runner.query(`ALTER TABLE "machine" ADD COLUMN "digest" text NOT NULL DEFAULT ''`);
    await runner.query(`ALTER TABLE "edit" ADD COLUMN "digest" text NOT NULL DEFAULT ''`);
    await runner.query(
      `CREATE TABLE "aside" ("id" text PRIMARY KEY NOT NULL, "machineId" text NOT NULL, "at" text NOT NULL, "why" text NOT NULL, "revision" integer NOT NULL, "count" integer NOT NULL, "rows" text NOT NULL, CONSTRAINT "aside_of_machine" FOREIGN KEY ("machineId") REFERENCES "machine" ("id") ON DELETE CASCADE ON UPDATE NO ACTION)`,
    );
    await runner.query(`CREATE INDEX "aside_machine" ON "aside" ("machineId")`);
    for (const machine of (await runner.query(`SELECT id, revision, plan FROM machine`)) as MachineThen[])
      await this.chain(runner, machine);
  }

  private async chain(runner: QueryRunner, machine: MachineThen): Promise<void> {
    const edits = (await runner.query(
      `SELECT revision, "key", intent, edit, inverse FROM edit WHERE "machineId" = ? ORDER BY revision`,
      [machine.id],
    )) as EditThen[];
    const surveys = (await runner.query(`SELECT id, document FROM survey WHERE "machineId" = ?`, [
      machine.id,
    ])) as { id: string; document: string }[];
    const beginning = beginningOf(machine, edits, surveys);
    let digest = digestOfBeginning(beginning);
    for (const edit of edits) {
      digest = digestAfter(digest, edit);
      await runner.query(`UPDATE edit SET digest = ? WHERE "machineId" = ? AND revision = ?`, [
        digest,
        machine.id,
        edit.revision,
      ]);
    }
    await runner.query(`UPDATE machine SET beginning = ?, digest = ? WHERE id = ?`, [
      beginning,
      digest,
      machine.id,
    ]);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "aside"`);
    await runner.query(`ALTER TABLE "edit" DROP COLUMN "digest"`);
    await runner.query(`ALTER TABLE "machine" DROP COLUMN "digest"`);
    await runner.query(`ALTER TABLE "machine" DROP COLUMN "beginning"`);
  }
}

/** The plan before its first edit, by the way back; null where that cannot be gone, or not all of it is there. */
function beginningOf(
  { plan, revision }: MachineThen,
  edits: readonly EditThen[],
  surveys: readonly { readonly id: string; readonly document: string }[],
): string | null {
  if (edits.length !== revision) return null;
  if (revision === 0) return plan;
  try {
    const byId = new Map(surveys.map(({ id, document }): [string, Survey] => [id, surveyIn(document)]));
    const history = edits.map(({ inverse }) => ({ inverse: editIn(inverse) }));
    const first = unfoldEdits(planIn(plan), history, (id) => byId.get(id));
    return first ? JSON.stringify(first) : null;
  } catch {
    // What cannot be read has no way back; it is told when the machine is opened.
    return null;
  }
}

/** Texts of edits may be packed from here on: what does not know that leaves the data alone. */
class PackedEdits1796688000000 implements MigrationInterface {
  name = 'PackedEdits1796688000000';

  up(): Promise<void> {
    return Promise.resolve();
  }

  async down(runner: QueryRunner): Promise<void> {
    const packed = (await runner.query(
      `SELECT "machineId", revision, edit, inverse FROM edit WHERE typeof(edit) = 'blob'`,
    )) as PackedThen[];
    for (const { machineId, revision, edit, inverse } of packed)
      await runner.query(`UPDATE edit SET edit = ?, inverse = ? WHERE "machineId" = ? AND revision = ?`, [
        unpackedText(edit),
        unpackedText(inverse),
        machineId,
        revision,
      ]);
  }
}

/** Every text is kept with its sum; what was kept before is given one as it stands. */
class Sums1796774400000 implements MigrationInterface {
  name = 'Sums1796774400000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, names] of Object.entries(SUMMED)) {
      await runner.query(`ALTER TABLE "${table}" ADD COLUMN "sum" text NOT NULL DEFAULT ''`);
      const texts = names.map((name) => `"${name}"`).join(', ');
      const ids = (await runner.query(`SELECT rowid AS id FROM "${table}"`)) as { id: number }[];
      for (const { id } of ids) {
        const [row] = (await runner.query(`SELECT ${texts} FROM "${table}" WHERE rowid = ?`, [id])) as [
          Record<string, string | Uint8Array>,
        ];
        const sum = sumOf(...names.map((name) => unpackedText(row[name]!)));
        await runner.query(`UPDATE "${table}" SET "sum" = ? WHERE rowid = ?`, [sum, id]);
      }
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of Object.keys(SUMMED)) await runner.query(`ALTER TABLE "${table}" DROP COLUMN "sum"`);
  }
}

interface PackedThen {
  readonly machineId: string;
  readonly revision: number;
  readonly edit: string | Uint8Array;
  readonly inverse: string | Uint8Array;
}

export const MIGRATIONS = [
  Beginning1767225600000,
  Alternatives1795392000000,
  Overviews1795651200000,
  Belongings1796083200000,
  Histories1796515200000,
  PackedEdits1796688000000,
  Sums1796774400000,
];
