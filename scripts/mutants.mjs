// npm run mutants [-- plan web/open] [-- --windows 24] [-- --seed 1]
// Wrong decisions, made on purpose: are they noticed? A seeded sample of lines of each area is mutated, one change at a
// time, and the tests that cover it are run. Texts and whole objects are left alone: the compiler knows them.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import jestConfig from '../jest.config.mjs';
import { option, Seeded } from './seeded.mjs';

const ROOT = join(import.meta.dirname, '..');

/** Whose tests must notice what is mutated in a folder of core, beyond its own. Others would too, later and less to the point. */
const READERS = {
  ability: ['sequence'],
  bytes: ['table', 'image'],
  compose: ['edits', 'gestures'],
  edits: ['compose', 'notation', 'exchange'],
  finding: ['sizing', 'start', 'match', 'moment'],
  gestures: ['compose'],
  layout: ['edits', 'compose', 'gestures'],
  machine: ['notation', 'report', 'edits'],
  moment: ['practice', 'standing', 'finding'],
  packing: ['compose', 'proposal'],
  plan: ['edits', 'notation', 'exchange', 'compose'],
  recognition: ['runbook', 'moment'],
  report: ['exchange'],
  rooms: ['compose', 'finding', 'sequence'],
  runbook: ['words'],
  safety: ['finding'],
  sequence: ['runbook', 'rehearsal'],
  sizing: ['compose', 'strategy'],
  start: ['finding'],
  survey: ['image', 'exchange'],
  system: ['match', 'notation', 'finding'],
  table: ['survey', 'practice'],
  volume: ['survey', 'practice'],
};
/** Whole procedures are read beside the tests of what says them. */
const READ_IN_DEMO = ['sequence', 'runbook', 'words', 'safety', 'rooms', 'mounting'];

const foldersOf = (path) =>
  readdirSync(join(ROOT, path), { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
    .map((entry) => entry.name);

/** Every folder of core, and the other packages: what is mutated, and whose tests must notice. */
const AREAS = {
  ...Object.fromEntries(
    foldersOf('core/src').map((name) => [
      name,
      {
        of: `core/src/${name}`,
        by: [
          ...[name, ...(READERS[name] ?? [])].map((folder) => `core/src/${folder}`),
          ...(READ_IN_DEMO.includes(name) ? ['demo/src'] : []),
        ],
      },
    ]),
  ),
  // Tests in a window of their own tell nothing of what they cover.
  ...Object.fromEntries(
    ['open', 'stages', 'parts', 'workers'].map((name) => [
      `web/${name}`,
      { of: `web/src/${name}`, by: [`web/src/${name}`], coverage: 'off' },
    ]),
  ),
  server: { of: 'server/src', by: ['server/src'] },
};
const WINDOW = 4;

const seed = option('seed', 1);
const windows = option('windows', 24);
const named = process.argv.slice(2).filter((word) => word in AREAS);
const areas = named.length > 0 ? named : Object.keys(AREAS);

/** Lines of code of an area, as [file, line]; tests, faces and lists of imports left out. */
function linesOf(folder) {
  const files = readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter(
      (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|(^|\/)index\.ts$|testing\/|main\.ts$/.test(file),
    )
    .sort();
  return files.flatMap((file) => {
    const path = `${folder}/${file}`;
    const lines = readFileSync(join(ROOT, path), 'utf8').split('\n');
    const first = lines.findLastIndex((line) => /from '.*';$/.test(line)) + 2;
    return lines.flatMap((line, i) => (i + 1 >= first && line.trim() !== '' ? [[path, i + 1]] : []));
  });
}

function sampleOf(folder, random) {
  const lines = linesOf(folder);
  return Array.from({ length: windows }, () => {
    const [path, line] = lines[random.next(lines.length)];
    return `${path}:${line}-${line + WINDOW - 1}`;
  });
}

function settings(mutate, { by, coverage = 'perTest' }, report, sandbox) {
  return {
    testRunner: 'jest',
    plugins: ['@stryker-mutator/jest-runner'],
    jest: {
      configFile: 'jest.config.mjs',
      config: {
        roots: by.map((folder) => `<rootDir>/${folder}`),
        // Packages are linked to the tree outside of the sandbox, where nothing is mutated.
        moduleNameMapper: {
          ...jestConfig.moduleNameMapper,
          '^@rhizotome/(core|demo)$': '<rootDir>/$1/src/index.ts',
        },
      },
      enableFindRelatedTests: false,
    },
    coverageAnalysis: coverage,
    ignoreStatic: coverage === 'perTest',
    tempDirName: sandbox,
    mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
    reporters: ['json'],
    jsonReporter: { fileName: report },
    concurrency: 2,
    timeoutMS: 8000,
    mutate,
    ignorePatterns: ['docs/screenshots', 'e2e', '**/dist'],
    allowEmpty: true,
  };
}

function run(area) {
  const work = mkdtempSync(join(tmpdir(), 'rhizotome-mutants-'));
  const [config, report] = [join(work, 'settings.json'), join(work, 'report.json')];
  const mutate = sampleOf(AREAS[area].of, new Seeded(seed * 1000 + Object.keys(AREAS).indexOf(area)));
  writeFileSync(config, JSON.stringify(settings(mutate, AREAS[area], report, join(work, 'sandbox'))));
  const done = spawnSync('npx', ['stryker', 'run', config], { cwd: ROOT, encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${area}: the run failed\n${done.stdout}${done.stderr}`);
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  rmSync(work, { recursive: true, force: true });
  const mutants = Object.entries(files).flatMap(([file, { mutants, source }]) =>
    mutants.map((mutant) => ({ ...mutant, file, source })),
  );
  return mutants.filter(({ status }) => !['Ignored', 'CompileError', 'RuntimeError'].includes(status));
}

const NOTICED = ['Killed', 'Timeout'];

function tell(area, mutants) {
  const missed = mutants.filter(({ status }) => !NOTICED.includes(status));
  for (const { file, location, replacement, status, source } of missed) {
    const was = source.split('\n')[location.start.line - 1].trim();
    process.stdout.write(
      `  ${file}:${location.start.line} ${status}: ${was.slice(0, 90)} → ${replacement?.replace(/\s+/g, ' ').slice(0, 60)}\n`,
    );
  }
  const share = mutants.length === 0 ? 100 : (100 * (mutants.length - missed.length)) / mutants.length;
  process.stdout.write(
    `mutants ${area}: ${mutants.length - missed.length} of ${mutants.length} noticed, ${share.toFixed(0)} %\n`,
  );
  return share;
}

const shares = areas.map((area) => tell(area, run(area)));
process.exit(shares.every((share) => share >= 85) ? 0 : 1);
