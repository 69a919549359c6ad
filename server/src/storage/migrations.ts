import type { MigrationInterface, QueryRunner } from 'typeorm';

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

export const MIGRATIONS = [
  Beginning1767225600000,
  Alternatives1795392000000,
  Overviews1795651200000,
  Belongings1796083200000,
];
