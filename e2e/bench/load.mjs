import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { beginEdit, EMPTY_PLAN, packText } from '@rhizotome/core';
import { poster, startServer, stopServer } from './server.mjs';

const CLIENTS = 50;
const ROUNDS = 40;
const MACHINES = 1000;

const get = async (address, path) => (await fetch(`${address}/api${path}`)).json();

/** Many machines, many clients, many edits, on copies of a demo machine. */
export async function benchLoad(report, quantile, large) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-bench-'));
  let { child, address } = await startServer(folder);
  const { post, close } = poster(address);
  try {
    const { id } = (await get(address, '/machines')).find(({ overview }) => overview.strata.length > 6);
    const { plan } = await get(address, `/machines/${id}`);
    const machines = [];
    for (let i = 0; i < CLIENTS; i++) machines.push((await post(`/machines/${id}/duplicate`, {})).id);
    await apart(report, quantile, address, machines, plan);
    await together(report, address, post, large);
    grown(report, folder, machines[0]);
    await memory(report, post, child.pid, machines[1]);
    for (let i = countIn(folder); i < MACHINES; i++) await post(`/machines/${id}/duplicate`, {});
    await allKept(folder);
    await oneOfMany(report, address, post);
    const backup = await saved(address);
    close();
    await stopServer(child);
    await starts(report, folder);
    ({ child, address } = await startServer(folder));
    await firstList(report, address);
    await restored(report, backup);
  } finally {
    await stopServer(child);
    rmSync(folder, { recursive: true, force: true });
  }
}

const clientsOf = (address) => {
  const clients = Array.from({ length: CLIENTS }, () => poster(address));
  return {
    each: (work) => Promise.all(clients.map(work)),
    close: () => clients.forEach((client) => client.close()),
  };
};

async function timed(times, work) {
  const start = performance.now();
  await work();
  times.push(performance.now() - start);
}

/** As many clients as machines, each on its own: an edit against a request of which nothing comes, from as many at once. */
async function apart(report, quantile, address, machines, plan) {
  const clients = clientsOf(address);
  const edited = [];
  const empty = [];
  const revisions = machines.map(() => 0);
  const nothing = ({ post }) => post('/nothing', {}, 404);
  const edit = async ({ post }, i) => {
    const n = revisions[i];
    const edits = [{ key: `apart-${i}-${n}-key`, intent: 'do', edit: renamed(plan, n, `of ${i}`) }];
    const { revision } = await post(`/machines/${machines[i]}/edits`, { base: n, edits });
    revisions[i] = revision;
  };
  for (const [work, times] of [
    [nothing, []],
    [edit, []],
    [nothing, empty],
    [edit, edited],
  ])
    await clients.each(async (client, i) => {
      for (let n = 0; n < ROUNDS; n++) await timed(times, () => work(client, i));
    });
  clients.close();
  for (const q of [0.5, 0.99]) {
    const [one, other] = [quantile(edited, q), quantile(empty, q)];
    report(
      `edit-50-clients-p${q * 100}`,
      one / other,
      q === 0.99 ? 2 : undefined,
      `${one.toFixed(1)} ms an edit, ${other.toFixed(1)} ms an empty POST, ${CLIENTS} at once`,
    );
  }
}

const renamed = (plan, n, name) => ({
  kind: 'describe',
  partition: plan.partitions[n % plan.partitions.length].id,
  changes: { name },
});

/** All clients on one machine, each on a partition of its own: how many requests an edit takes. */
async function together(report, address, post, { plan, survey }) {
  const { id } = await post('/machines', { name: 'together' });
  await post(`/machines/${id}/surveys`, { survey });
  const begin = { key: 'together-begins', intent: 'do', edit: beginEdit({ plan: EMPTY_PLAN, survey }) };
  await post(`/machines/${id}/edits`, { base: 0, edits: [begin] });
  const clients = clientsOf(address);
  let requests = 0;
  await clients.each(async (client, i) => {
    let base = 1;
    for (let n = 0; n < ROUNDS; n++) {
      const edits = [{ key: `together-${i}-${n}-key`, intent: 'do', edit: renamed(plan, i, `${n} of ${i}`) }];
      for (let made = false; !made;) {
        requests += 1;
        const answer = await client.post(`/machines/${id}/edits`, { base, edits }).catch(() => undefined);
        made = answer !== undefined;
        base = answer?.revision ?? (await get(address, `/machines/${id}`)).revision;
      }
    }
  });
  clients.close();
  const edits = CLIENTS * ROUNDS;
  report(
    'requests-an-edit',
    requests / edits,
    1.1,
    `${requests} requests for ${edits} edits of ${CLIENTS} at once on one machine`,
  );
}

const residentBytes = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) * 1024;

async function memory(report, post, pid, id) {
  let revision = 2 * ROUNDS;
  const some = async (count) => {
    for (let n = 0; n < count; n += 20) {
      const edits = Array.from({ length: 20 }, (_, i) => ({
        key: `memory-${revision}-${i}-key`,
        intent: 'do',
        edit: { kind: 'set-machine', changes: { ramBytes: (1 + ((n + i) % 64)) * 2 ** 30 } },
      }));
      ({ revision } = await post(`/machines/${id}/edits`, { base: revision, edits }));
    }
  };
  await some(2000);
  const early = residentBytes(pid);
  await some(8000);
  const late = residentBytes(pid);
  const mib = (bytes) => `${(bytes / 2 ** 20).toFixed(0)} MiB`;
  report('memory-10000-edits', late / early, 1.2, `${mib(early)} after 2000 edits, ${mib(late)} after 10000`);
}

/** What an edit takes in the file, as it is written and once it is old and packed. */
function grown(report, folder, id) {
  const file = join(folder, 'rhizotome.sqlite');
  const database = new Database(file);
  const edits = database.prepare('SELECT edit, inverse FROM edit WHERE "machineId" = ?').all(id);
  database.close();
  const sum = (of) =>
    edits.reduce((bytes, edit) => bytes + of(edit.edit) + of(edit.inverse), 0) / edits.length;
  const [plain, packed] = [sum((text) => text.length), sum((text) => packText(text).length)];
  report(
    'packed-edit',
    packed / plain,
    0.5,
    `${plain.toFixed(0)} bytes an edit with its way back, ${packed.toFixed(0)} once it is old`,
  );
}

/** Waits until where each machine stands is kept with it. */
async function allKept(folder) {
  const database = new Database(join(folder, 'rhizotome.sqlite'), { readonly: true });
  const missing = database.prepare('SELECT count(*) AS count FROM machine WHERE overview IS NULL');
  while (missing.get().count > 0) await new Promise((done) => setTimeout(done, 200));
  database.close();
}

const countIn = (folder) => {
  const database = new Database(join(folder, 'rhizotome.sqlite'), { readonly: true });
  const { count } = database.prepare('SELECT count(*) AS count FROM machine').get();
  database.close();
  return count;
};

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];

/** The first page of a bench of a thousand, against a request of which nothing comes. */
async function oneOfMany(report, address, post) {
  const [empty, listed] = [[], []];
  for (let n = 0; n < 100; n++) {
    await timed(empty, () => post('/nothing', {}, 404));
    await timed(listed, async () => (await fetch(`${address}/api/machines`)).text());
  }
  const [one, other] = [median(listed.slice(20)), median(empty.slice(20))];
  report(
    'list-1000',
    one / other,
    10,
    `${one.toFixed(1)} ms the first page of ${MACHINES} machines, ${other.toFixed(1)} ms an empty POST`,
  );
}

/** Until the server answers, with a thousand machines and with the seven of a new bench: each time one after the other. */
async function starts(report, folder) {
  const few = mkdtempSync(join(tmpdir(), 'rhizotome-bench-'));
  const times = { [folder]: [], [few]: [] };
  for (let n = 0; n < 6; n++)
    for (const each of [few, folder])
      await timed(times[each], async () => {
        const { child } = await startServer(each);
        child.kill('SIGTERM');
        await new Promise((done) => child.on('exit', done));
      });
  rmSync(few, { recursive: true, force: true });
  // The quietest: whatever else runs on the machine can only make one slower.
  const [many, seven] = [folder, few].map((each) => Math.min(...times[each].slice(1)));
  report(
    'start-1000',
    many / seven,
    1.2,
    `${many.toFixed(0)} ms started and stopped with ${MACHINES} machines, ${seven.toFixed(0)} ms with 7`,
  );
}

async function saved(address) {
  return Buffer.from(await (await fetch(`${address}/api/backup`)).arrayBuffer());
}

/** A thousand machines put on an empty bench, while somebody else asks again and again. */
async function restored(report, backup) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-bench-'));
  const { child, address } = await startServer(folder);
  try {
    // Where its first machines stand is worked out after a start.
    await allKept(folder);
    const pauses = [];
    let under = true;
    const asking = (async () => {
      while (under) {
        await timed(pauses, () => get(address, '/health'));
        await new Promise((done) => setTimeout(done, 10));
      }
    })();
    const began = performance.now();
    const answer = await fetch(`${address}/api/restore`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: backup,
    });
    const done = await answer.json();
    const took = performance.now() - began;
    under = false;
    await asking;
    const put = done.added.length + done.renewed.length + done.same.length + done.beside.length;
    const longest = Math.max(...pauses);
    report(
      'restore-1000-pause',
      longest / 200,
      1,
      `${put} machines restored in ${(took / 1000).toFixed(1)} s; the longest answer to ${pauses.length} others meanwhile ${longest.toFixed(0)} ms`,
    );
  } finally {
    await stopServer(child);
    rmSync(folder, { recursive: true, force: true });
  }
}

async function firstList(report, address) {
  const start = performance.now();
  const rows = [];
  for (let next = '/machines'; next;) {
    const answer = await fetch(`${address}/api${next}`);
    rows.push(...(await answer.json()));
    next = /<\/api([^>]+)>; rel="next"/.exec(answer.headers.get('Link') ?? '')?.[1];
  }
  const time = performance.now() - start;
  report(
    'first-list-1000',
    time / 300,
    1,
    `${rows.length} machines listed in ${time.toFixed(0)} ms after a start`,
  );
}
