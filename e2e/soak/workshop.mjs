// Works on the built server itself, many times over: `node workshop.mjs WHAT SECONDS SEED`. Prints what it found as JSON.
import { mkdirSync, mkdtempSync, openSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { canonicalText, recordFaults, storedMachines } from '@rhizotome/core';
import { Seeded } from '../../scripts/seeded.mjs';

const ROOT = resolve(import.meta.dirname, '../..');
const { createApp } = await import(join(ROOT, 'server/dist/app.js'));
const { openStore } = await import(join(ROOT, 'server/dist/storage/data-source.js'));
const [what, seconds, seed] = [process.argv[2], Number(process.argv[3]), Number(process.argv[4])];
const seeded = new Seeded(seed);
const random = (below) => seeded.next(below);
const until = Date.now() + seconds * 1000;
const base = mkdtempSync('/tmp/rhizotome-workshop-');
const faults = [];
const fileIn = (folder) => join(folder, 'rhizotome.sqlite');

/** Lets the n-th call to the disk from now on fail; 0: none. */
function arm(n) {
  try {
    openSync(`/faulty-disk/${n}`, 'r');
  } catch {
    // It is no file: the library has heard.
  }
}

const settings = (dataFolder) => ({
  ...{ host: '127.0.0.1', port: 0, token: null, names: [], webFolder: null, rules: 'soak', backups: null },
  cell: { program: join(ROOT, 'server/dist/cell/bundle/program.js'), seconds: 60 },
  dataFolder,
});

async function withApp(folder, work) {
  const app = await createApp(settings(folder));
  try {
    await app.nest.listen(0, '127.0.0.1');
    const { port } = app.nest.getHttpServer().address();
    return await work(async (method, path, body) => {
      const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, {
        method,
        headers: { 'Content-Type': 'application/json' },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      return { status: answer.status, body: await answer.json().catch(() => undefined) };
    });
  } finally {
    await app.close().catch(() => undefined);
  }
}

/** The machines in a folder, as they are kept. */
function keptIn(folder) {
  const database = new Database(fileIn(folder));
  try {
    const ask = (sql, ...values) => database.prepare(sql).all(...values);
    return [...storedMachines(ask)];
  } finally {
    database.close();
  }
}

const editOf = (n) => ({
  key: `workshop-${n}-key`,
  intent: 'do',
  edit: { kind: 'set-machine', changes: { ramBytes: (n + 1) * 2 ** 30 } },
});

// ---------------------------------------------------------------- the n-th call of a session fails

async function calls() {
  let n = 1;
  let told = 0;
  for (; Date.now() < until; n++) {
    const folder = join(base, `session-${n}`);
    mkdirSync(folder);
    const heard = [];
    let refused = 0;
    let id;
    await withApp(folder, async (ask) => {
      const made = await ask('POST', '/machines', { name: 'workshop' });
      id = made.body.id;
      arm(n);
      let base = 0;
      for (let i = 0; i < 12; i++) {
        const edit = editOf(i);
        const { status, body } = await ask('POST', `/machines/${id}/edits`, { base, edits: [edit] });
        if (status === 200) {
          base = body.revision;
          heard.push(edit.key);
        } else if (status === 507 || status === 503) refused += 1;
        else faults.push(`call ${n}: an edit is answered with ${status}`);
      }
    });
    arm(0);
    told += refused;
    const [machine] = keptIn(folder).filter((m) => m.id === id);
    const there = machine.record.edits.map((edit) => edit.key);
    for (const key of heard)
      if (!there.includes(key)) faults.push(`call ${n}: ${key} was acknowledged and is lost`);
    for (const fault of recordFaults(machine.record)) faults.push(`call ${n}: ${fault.code}`);
    rmSync(folder, { recursive: true });
    if (refused === 0 && n > 12) break;
  }
  return { sessions: n, 'told as not saved': told };
}

// ---------------------------------------------------------------- the n-th call of a migration fails

async function migrations() {
  const past = join(ROOT, 'server/src/testing/past');
  let tried = 0;
  let failed = 0;
  const names = readdirSync(past).filter((name) => name.endsWith('.sqlite.gz'));
  for (const name of names) {
    const data = gunzipSync(readFileSync(join(past, name)));
    const brought = async (n) => {
      const folder = join(base, `past-${++tried}`);
      mkdirSync(folder);
      writeFileSync(fileIn(folder), data);
      arm(n);
      let fine = true;
      await openStore(folder).then(
        (store) => store.close(),
        () => (fine = false),
      );
      arm(0);
      if (!fine) await openStore(folder).then((store) => store.close());
      const plans = keptIn(folder).map(({ id, record }) => [
        id,
        canonicalText(JSON.parse(record.plan)),
        recordFaults(record),
      ]);
      rmSync(folder, { recursive: true });
      return { fine, plans: JSON.stringify(plans) };
    };
    const { plans } = await brought(0);
    const ends = Date.now() + (until - Date.now()) / (names.length - names.indexOf(name));
    // Each of the first calls, then ever longer strides.
    for (let n = 1, well = 0; Date.now() < ends && well < 3; n += 1 + Math.floor(n / 40)) {
      const after = await brought(n).catch((error) => ({ fine: false, plans: error.message }));
      if (after.fine) well += 1;
      else failed += 1;
      if (after.plans !== plans)
        faults.push(
          `${name}: call ${n} fails, and afterwards the plans are others: ${after.plans.slice(0, 200)}`,
        );
    }
  }
  return { versions: names.length, tried, failed };
}

// ---------------------------------------------------------------- random damage to the data file

async function damage() {
  const sound = join(base, 'sound');
  mkdirSync(sound);
  await withApp(sound, async (ask) => {
    await ask('POST', '/machines/demo');
    const { body } = await ask('GET', '/machines');
    for (const { id } of body.slice(0, 4))
      for (let i = 0; i < 30; i++)
        await ask('POST', `/machines/${id}/edits`, { base: i, edits: [editOf(i)] });
  });
  /** Every plan that a machine ever had. */
  const plans = new Set();
  const known = new Set();
  for (const { id, record } of keptIn(sound)) {
    const plan = JSON.parse(record.beginning);
    plans.add(id + canonicalText(plan));
    known.add(id);
    for (const { edit } of record.edits) {
      plan.machine = { ...plan.machine, ...JSON.parse(edit).changes };
      plans.add(id + canonicalText(plan));
    }
  }
  const tally = { rounds: 0, refused: 0, whole: 0, 'put right': 0, 'told as damaged': 0 };
  const data = readFileSync(fileIn(sound));
  while (Date.now() < until && faults.length < 10) {
    const folder = join(base, `damage-${++tally.rounds}`);
    mkdirSync(folder);
    writeFileSync(fileIn(folder), damaged(data));
    try {
      await withApp(folder, async (ask) => {
        const list = await ask('GET', '/machines');
        if (list.status !== 200) tally['told as damaged'] += 1;
        // A row whose name in the table was damaged is another machine's.
        for (const { id } of (list.body?.length ? list.body : []).filter((row) => known.has(row.id))) {
          const { status, body } = await ask('GET', `/machines/${id}`);
          if (status !== 200) tally['told as damaged'] += 1;
          else if (!plans.has(id + canonicalText(body.plan)))
            faults.push(
              `round ${tally.rounds}: a plan that there never was (${id}, revision ${body.revision})`,
            );
          else tally[body.aside.length > 0 ? 'put right' : 'whole'] += 1;
        }
      });
    } catch (error) {
      if (/cannot be read|is damaged|newer version|no room/.test(error.message)) tally.refused += 1;
      else if (/SQLITE|malformed|not a database|disk image/i.test(`${error.code} ${error.message}`))
        tally.refused += 1;
      else faults.push(`round ${tally.rounds}: ${error.message}`);
    }
    rmSync(folder, { recursive: true });
  }
  return tally;
}

function damaged(data) {
  const torn = Buffer.from(data);
  const kind = random(4);
  if (kind === 0) return torn.subarray(0, random(torn.length));
  for (let i = 0; i <= random(kind === 1 ? 2 : 200); i++) {
    const at = random(torn.length);
    if (kind === 3) torn.fill(random(256), at, Math.min(at + 4096, torn.length));
    else torn[at] = random(256);
  }
  return torn;
}

const figures = await { calls, migrations, damage }[what]();
rmSync(base, { recursive: true, force: true });
process.stdout.write(`${JSON.stringify({ ...figures, faults })}\n`, () => process.exit(0));
