import { spawnSync } from 'node:child_process';
import {
  closeSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { unzipSync } from 'fflate';

const ROOT = resolve(__dirname, '../..');
const image = (name: string) => join(ROOT, `demo/images/${name}.qcow2`);
const plan = (name: string) => join(ROOT, `demo/machines/${name}.rhizotome`);

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The command as a shell starts it. */
function rhizotome(args: readonly string[], input?: string | Buffer) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(ROOT, 'cli/bin/rhizotome.mjs'), ...args],
    {
      cwd: folder,
      encoding: 'utf8',
      ...(input === undefined ? {} : { input }),
    },
  );
  return { status, stdout, stderr };
}
const json = (...args: string[]) => JSON.parse(rhizotome(args).stdout);

describe('survey', () => {
  test('prints what scripts rely on, and leaves out what is not known', () => {
    const survey = json('survey', image('dunlin'), '--json');
    expect(survey).toMatchObject({
      format: 'rhizotome/survey',
      disk: { sizeBytes: 500_107_862_016, sectorBytes: 512, style: 'mbr', tableId: 'fadf4058' },
      damage: [],
      gaps: [
        { start: 785_057_792, sectors: 75_493_376 },
        { start: 860_551_168, sectors: 116_222_000 },
      ],
    });
    expect(survey.partitions.map((p: { number: number }) => p.number)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(survey.partitions[3]).toEqual({
      number: 4,
      start: 650_835_968,
      sectors: 209_715_200,
      type: '0x0f',
      active: false,
      logical: false,
      container: true,
    });
    expect(survey.partitions[4]).toMatchObject({
      type: '0x83',
      uuid: 'fadf4058-05',
      logical: true,
      volume: {
        kind: 'ext4',
        label: 'dunlin-root',
        usedBytes: 24_704_761_856,
        floor: { bytes: 24_704_761_856, evidence: 'counters' },
      },
    });
    expect(survey.partitions[5].volume.usedBytes).toBeUndefined();
    expect(json('survey', image('petrel'), '--json').partitions[1].volume).toBeUndefined();
  });

  test('the same disk from both ends, from a capture, on standard input', () => {
    const ends = ['petrel.head.bin', 'petrel.tail.bin'].map((f) => join(ROOT, 'demo/captures', f));
    const fromEnds = json('survey', ends[0]!, '--tail', ends[1]!, '--size', '512110190592', '--json');
    expect(rhizotome(['capture', image('petrel'), '-o', 'kept']).status).toBe(0);
    const fromCapture = json('survey', join(folder, 'kept/disk.capture'), '--json');
    const fromImage = json('survey', image('petrel'), '--json');
    expect(fromCapture.partitions).toEqual(fromImage.partitions);
    expect(fromEnds.partitions.map((p: { uuid: string }) => p.uuid)).toEqual(
      fromImage.partitions.map((p: { uuid: string }) => p.uuid),
    );
    expect(readFileSync(join(folder, 'kept/head.bin')).equals(readFileSync(ends[0]!))).toBe(true);
    expect(readFileSync(join(folder, 'kept/tail.bin')).equals(readFileSync(ends[1]!))).toBe(true);
    expect(statSync(join(folder, 'kept/disk.capture')).size).toBeLessThan(1024 ** 2);
    const piped = rhizotome(['survey', '-', '--json'], readFileSync(image('petrel')));
    expect(JSON.parse(piped.stdout).partitions).toEqual(fromImage.partitions);
  });

  test('notation printed by it is taken by the others', () => {
    const { stdout } = rhizotome(['survey', image('knot'), '--notation']);
    expect(stdout).toMatch(/^rhizotome 2\n/);
    writeFileSync(join(folder, 'knot.txt'), stdout);
    expect(rhizotome(['check', 'knot.txt'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('a survey and no plan'),
    });
    expect(rhizotome(['image', 'knot.txt', '-o', 'found.qcow2']).status).toBe(0);
    const made = json('survey', 'found.qcow2', '--json');
    expect(made.partitions.map((p: { uuid: string }) => p.uuid)).toEqual(
      json('survey', image('knot'), '--json').partitions.map((p: { uuid: string }) => p.uuid),
    );
  });

  test('a damaged table is told, and what can be read is read', () => {
    const path = join(folder, 'hurt.img');
    expect(rhizotome(['image', plan('knot'), '--state', 'found', '-o', path]).status).toBe(0);
    const bytes = Buffer.alloc(512);
    const file = openSync(path, 'r+');
    writeSync(file, bytes, 0, 512, 512);
    closeSync(file);
    const survey = json('survey', path, '--json');
    expect(survey.damage).toEqual([
      {
        id: 'primary-broken',
        fault: { code: 'no-signature' },
        text: expect.stringContaining('the backup at the end'),
      },
    ]);
    expect(survey.partitions).toHaveLength(4);
  });
});

describe('plans', () => {
  test('check ends with 1 where a plan cannot work, and steps come in order', () => {
    expect(rhizotome(['check', plan('knot')]).status).toBe(0);
    const { status, stdout } = rhizotome(['check', plan('curlew'), '--json']);
    expect(status).toBe(1);
    expect(JSON.parse(stdout).findings[0]).toMatchObject({ level: 'blocker', rule: 'system-cannot-start' });
    const { steps } = json('steps', plan('curlew'), '--json');
    expect(steps.map((s: { id: string }) => s.id)).toEqual([
      'backup',
      'prepare-medium:system-1',
      'prepare-live',
      'safety-copy',
      'install:system-1',
      'first-start:system-1',
      'verify-disk',
    ]);
    expect(rhizotome(['steps', '-'], readFileSync(plan('knot'))).stdout).toContain('There is nothing to do');
    const text =
      readFileSync(plan('knot'), 'utf8') + 'part from 1\npart from 2, format, size 30GiB\npart from 4\n';
    const { stdout: back } = rhizotome(['steps', '-', '--back', '99'], Buffer.from(text));
    expect(back).toContain('Add “knot-swap” to the table again as');
    expect(back).toContain('formats “knot-root”');
    expect(rhizotome(['steps', '-', '--back', 'x'], Buffer.from(text)).stderr).toContain('A number of steps');
  });

  test('the disk after so many steps is printed, written as an image, and recognised again', () => {
    const text = readFileSync(plan('turnstone'), 'utf8');
    const { steps } = json('steps', plan('turnstone'), '--json');
    expect(rhizotome(['runbook', plan('turnstone'), '--sheet']).stdout).toContain(
      '## In the installer of Gauge Linux',
    );
    const at = rhizotome(['runbook', '-', '--moment', String(steps.length)], Buffer.from(text));
    expect(at.stdout).toContain(`After the last step, ${steps.length}`);
    const late = rhizotome(['runbook', plan('turnstone'), '--moment', '999']);
    expect(late.stderr).toContain(`has ${steps.length} steps`);
    expect(rhizotome(['runbook', plan('turnstone'), '--html', '--sheet']).stderr).toContain(
      'give one of them',
    );
    const image = ['image', plan('turnstone'), '-o', 'before.qcow2', '--moment', '0', '--force'];
    expect(rhizotome(image).status).toBe(0);
    const { status, stdout } = rhizotome(['compare', plan('turnstone'), 'before.qcow2', '--json']);
    expect(JSON.parse(stdout)).toMatchObject({ sound: true, done: 0 });
    expect(status).toBe(0);
    expect(rhizotome(['compare', plan('fulmar'), 'before.qcow2'])).toMatchObject({
      status: 1,
      stdout: expect.stringContaining('This is another disk'),
    });
  });

  test('an image is never written over anything unasked', () => {
    expect(rhizotome(['image', plan('turnstone'), '-o', 'blank.qcow2']).status).toBe(0);
    expect(rhizotome(['image', plan('turnstone'), '-o', 'blank.qcow2'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('--force'),
    });
    expect(rhizotome(['image', plan('turnstone'), '-o', 'blank.qcow2', '--force']).status).toBe(0);
    expect(rhizotome(['image', plan('turnstone'), '-o', 'blank.bin']).stderr).toContain('.qcow2 or .img');
    expect(existsSync(join(folder, 'blank.bin'))).toBe(false);
  });
});

describe('what cannot be done', () => {
  test.each([
    [['survey', 'nowhere.img'], 'there is no such file'],
    [['survey', '.'], 'it is a folder'],
    [['survey', 'junk.bin'], 'no known partition table or file system'],
    [['survey', 'junk.bin', '--sector', '513'], 'It is 512 or 4096'],
    [['survey', 'junk.bin', '--size', '5'], '--size goes with --tail'],
    [['survey', 'junk.bin', '--tail', 'junk.bin'], '--size N'],
    [['check', 'broken.txt'], 'broken.txt:3:13: '],
    [['check', 'junk.bin'], 'neither notation'],
    [['frobnicate'], 'unknown command'],
    [['image', 'broken.txt'], "required option '-o"],
  ])('%j ends with 2 and says why', (args, why) => {
    writeFileSync(join(folder, 'junk.bin'), Buffer.alloc(128 * 1024, 0xa5));
    writeFileSync(join(folder, 'broken.txt'), 'rhizotome 1\n\ndisk, size 5GX\n');
    const { status, stdout, stderr } = rhizotome(args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain(why);
  });

  test('help is no failure, and a pipe that closes early is none either', () => {
    expect(rhizotome(['--help'])).toMatchObject({ status: 0, stdout: expect.stringContaining('survey') });
    const piped = spawnSync(
      'sh',
      [
        '-c',
        `"${process.execPath}" "${join(ROOT, 'cli/bin/rhizotome.mjs')}" survey "${image('knot')}" --json | head -1`,
      ],
      { encoding: 'utf8' },
    );
    expect([piped.stdout, piped.stderr]).toEqual(['{\n', '']);
  });

  test('a pipe to which nothing is written ends in words', () => {
    spawnSync('mkfifo', [join(folder, 'pipe')]);
    expect(rhizotome(['check', 'pipe'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('no program writes to it'),
    });
    expect(rhizotome(['survey', 'pipe'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('pipe'),
    });
    const fed = spawnSync(
      'sh',
      [
        '-c',
        `cat "${plan('knot')}" > pipe & "${process.execPath}" "${join(ROOT, 'cli/bin/rhizotome.mjs')}" steps pipe`,
      ],
      { cwd: folder, encoding: 'utf8' },
    );
    expect([fed.status, fed.stdout]).toEqual([0, rhizotome(['steps', plan('knot')]).stdout]);
  });

  test('nothing is written over what is read, nor through a link', () => {
    const own = join(folder, 'own.img');
    expect(rhizotome(['image', plan('turnstone'), '-o', own]).status).toBe(0);
    symlinkSync(own, join(folder, 'link.img'));
    const before = statSync(own).mtimeMs;
    expect(rhizotome(['image', plan('turnstone'), '-o', 'link.img', '--force']).stderr).toContain(
      'is a link',
    );
    const text = join(folder, 'plan.img');
    writeFileSync(text, readFileSync(plan('turnstone')));
    expect(rhizotome(['image', 'plan.img', '-o', 'plan.img', '--force']).stderr).toContain('is being read');
    expect(readFileSync(text).equals(readFileSync(plan('turnstone')))).toBe(true);
    expect([statSync(own).mtimeMs, existsSync(`${own}.part`)]).toEqual([before, false]);
  });

  test('what takes longer or more than anything of its kind is ended, and told', () => {
    spawnSync('mkfifo', [join(folder, 'slow')]);
    const slow = spawnSync(process.execPath, [join(ROOT, 'cli/bin/rhizotome.mjs'), 'check', 'slow'], {
      cwd: folder,
      encoding: 'utf8',
      env: { ...process.env, RHIZOTOME_READING_SECONDS: '1' },
    });
    expect([slow.status, slow.stderr]).toEqual([
      2,
      expect.stringContaining('Reading slow took longer than 1 seconds'),
    ]);
    writeFileSync(join(folder, 'vast.rhizotome'), '');
    truncateSync(join(folder, 'vast.rhizotome'), 1.5 * 1024 ** 3);
    expect(rhizotome(['check', 'vast.rhizotome'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('Reading vast.rhizotome took more than 1 GiB of memory'),
    });
  });

  test('on a terminal nothing acts that a disk, a plan or a file name brought', () => {
    const name = 'odd\u001b[2J\u202e.rhizotome';
    const odd = readFileSync(plan('turnstone'), 'utf8').replace(
      /label "[^"]*"/,
      'label "\\u{1b}[31m\u202eevil"',
    );
    writeFileSync(join(folder, name), odd);
    for (const args of [
      ['check'],
      ['steps'],
      ['runbook'],
      ['steps', '--json'],
      ['survey'],
      ['image', '-o', 'x.img'],
      ['verify'],
      [`--${name}`],
    ]) {
      const quoted = [process.execPath, join(ROOT, 'cli/bin/rhizotome.mjs'), args[0]!, name, ...args.slice(1)]
        .map((word) => `'${word}'`)
        .join(' ');
      const { stdout } = spawnSync('script', ['-qec', quoted, '/dev/null'], {
        cwd: folder,
        encoding: 'utf8',
      });
      expect([
        args,
        stdout.length > 20,
        /[\u0000-\u0009\u000b\u000c\u000e-\u001f\u007f-\u009f\u202a-\u202e]/.test(stdout),
      ]).toEqual([args, true, false]);
    }
  });

  test('a large file of nothing is answered at once', () => {
    const path = join(folder, 'nothing.img');
    writeFileSync(path, '');
    truncateSync(path, 2 * 1024 ** 3);
    expect(rhizotome(['survey', path]).stdout).toContain('no partition table');
  });
});

describe('a backup', () => {
  /** Data as a server of that time wrote it. */
  function data(version = 'workbench'): string {
    const store = join(folder, version);
    mkdirSync(store, { recursive: true });
    const past = readFileSync(join(ROOT, `server/src/testing/past/${version}.sqlite.gz`));
    writeFileSync(join(store, 'rhizotome.sqlite'), gunzipSync(past));
    return store;
  }
  const plansIn = (file: string) => {
    const database = new Database(file, { readonly: true });
    const rows = database.prepare('SELECT id, plan, revision FROM machine ORDER BY id').all();
    database.close();
    return rows;
  };

  test('goes to a file and into an empty folder, and is what it was made of', () => {
    const store = data();
    expect(rhizotome(['backup', store, '-o', 'bench.sqlite'])).toMatchObject({ status: 0, stderr: '' });
    expect(rhizotome(['restore', 'bench.sqlite', '-o', 'restored'])).toMatchObject({ status: 0, stderr: '' });
    const restored = join(folder, 'restored/rhizotome.sqlite');
    expect(plansIn(restored)).toEqual(plansIn(join(store, 'rhizotome.sqlite')));
    expect(plansIn(restored).length).toBeGreaterThan(3);
    expect(rhizotome(['restore', 'bench.sqlite', '-o', 'restored']).stderr).toContain('holds data already');
    expect(rhizotome(['backup', store, '-o', 'bench.sqlite']).stderr).toContain('is there already');
  });

  test('is replayed machine by machine, and what is not as it was written is named', () => {
    const store = data();
    expect(rhizotome(['verify', store])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('earlier version'),
    });
    const today = data('chained');
    const well = rhizotome(['verify', today]);
    expect(well).toMatchObject({ status: 0, stderr: '' });
    expect(well.stdout).toMatch(/^petrel: 3 changes, [0-9a-f ]{14}, as written$/m);
    expect(well.stdout).toMatch(/^cur\\u\{1b\}lew: 0 changes/m);
    const torn = new Database(join(today, 'rhizotome.sqlite'));
    torn.exec(`UPDATE edit SET "key" = 'another-key' WHERE revision = 2`);
    torn.exec(`UPDATE machine SET plan = '{' WHERE name = 'knot'`);
    torn.close();
    const { status, stdout } = rhizotome(['verify', today]);
    expect(status).toBe(1);
    expect(stdout).toMatch(/^knot.*\n {2}The plan cannot be read\.$/m);
    expect(stdout).toContain('the digest of change 2 does not follow from it');
  });

  test('that would run something by being read is no backup', () => {
    const store = data('chained');
    const file = join(store, 'rhizotome.sqlite');
    const endless = new Database(file);
    endless.exec('ALTER TABLE machine RENAME TO hidden');
    endless.exec(
      `CREATE VIEW machine AS WITH RECURSIVE n(id) AS (SELECT 1 UNION ALL SELECT id + 1 FROM n) SELECT id, id AS name, '' AS digest FROM n`,
    );
    endless.close();
    for (const args of [
      ['verify', store],
      ['restore', file, '-o', 'endless'],
      ['backup', store, '-o', 'endless.sqlite'],
    ])
      expect(rhizotome(args)).toMatchObject({
        status: 2,
        stderr: expect.stringContaining('which is no table'),
      });
    rmSync(store, { recursive: true });
  });

  test('is readable by its owner alone', () => {
    const store = data();
    rhizotome(['backup', store, '-o', 'own.sqlite']);
    rhizotome(['restore', 'own.sqlite', '-o', 'own']);
    for (const name of ['own.sqlite', 'own/rhizotome.sqlite'])
      expect([name, statSync(join(folder, name)).mode & 0o777]).toEqual([name, 0o600]);
  });

  test.each([
    ['backup', 'nothing', 'x.sqlite', 'holds no data'],
    ['restore', 'letter.sqlite', 'y', 'no backup'],
    ['restore', 'missing.sqlite', 'y', 'no such file'],
  ])('%s of %s ends with 2 and says why', (verb, from, to, why) => {
    writeFileSync(join(folder, 'letter.sqlite'), 'a letter of some length '.repeat(50));
    const { status, stderr } = rhizotome([verb, from, '-o', to]);
    expect(status).toBe(2);
    expect(stderr).toContain(why);
    expect(existsSync(join(folder, to))).toBe(false);
  });
});

describe('recipe', () => {
  const recipe = (text: string) => {
    const file = join(folder, 'bench.recipe');
    writeFileSync(file, `rhizotome recipe 1\nrecipe "Bench"\n${text}\n`);
    return file;
  };
  const LINUX = 'add "Field Linux", like linux-desktop, wished comfortable';

  test('is applied to every machine of a folder; one that it does not fit is said by the exit code', () => {
    const { status, stdout } = rhizotome(['recipe', 'apply', recipe(LINUX), join(ROOT, 'demo/machines')]);
    expect(status).toBe(1);
    expect(stdout).toMatch(/^petrel: fits: moves no partition; “Station” keeps \d+ GiB/m);
    expect(stdout).toMatch(/^sanderling: does not fit\. The disk is .* too small/m);
    expect(stdout).toContain('6 machines as wished, 0 with less, 1 not at all');
  });

  test('gives each machine its edit, and all runbooks as one zip', () => {
    const machines = join(folder, 'machines');
    mkdirSync(machines, { recursive: true });
    writeFileSync(join(machines, 'petrel.rhizotome'), readFileSync(plan('petrel')));
    const zip = join(folder, 'runbooks.zip');
    const args = ['recipe', 'apply', recipe(LINUX), machines, '--json', '--zip', zip];
    const { status, stdout } = rhizotome(args);
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject({
      format: 'rhizotome/recipe-outcome',
      machines: [{ name: 'petrel', fit: 'whole', edit: { kind: 'batch' } }],
      totals: { fits: { whole: 1, less: 0, no: 0, there: 0 } },
    });
    const files = Object.keys(unzipSync(readFileSync(zip)));
    expect(files).toEqual(expect.arrayContaining(['day.md', 'petrel/runbook.html', 'petrel/plan.rhizotome']));
    expect(rhizotome(args).stderr).toContain('is there already');
  });

  test.each([
    ['shrink everything', /bench\.recipe:3:1: This line is not known here/],
    ['add "L", like linux-desktop, wished huge', /bench\.recipe:3:\d+: /],
  ])('%s is refused at its place', (text, why) => {
    const { status, stderr } = rhizotome(['recipe', 'apply', recipe(text), folder]);
    expect([status, why.test(stderr)]).toEqual([2, true]);
  });

  test('a folder without machines is said', () => {
    const empty = join(folder, 'empty');
    mkdirSync(empty);
    expect(rhizotome(['recipe', 'apply', recipe(LINUX), empty]).stderr).toContain('has no machine');
  });
});
