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

export const MIGRATIONS = [Beginning1767225600000, Alternatives1795392000000, Overviews1795651200000];
