// Speed, as ratios within one run. One line a figure: `bench NAME ratio=… goal<=… ok|short`.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  apply,
  beginEdit,
  efiStrategies,
  EMPTY_PLAN,
  findAll,
  GIB,
  packLeastMoved,
  placeLeastMoved,
  plannedParts,
  procedureFor,
  rehearse,
  startOf,
  surveyFromHand,
} from '@rhizotome/core';

import { benchDrag, benchFirstLoad, benchScrub } from './browser.mjs';
import { benchDisks } from './disks.mjs';
import { benchLoad } from './load.mjs';
import { benchProposals } from './propose.mjs';
import { poster, startServer, stopServer } from './server.mjs';

function report(name, ratio, goal, detail) {
  const verdict = goal === undefined ? '' : ` goal<=${goal} ${ratio <= goal ? 'ok' : 'short'}`;
  process.stdout.write(`bench ${name} ratio=${ratio.toFixed(2)}${verdict}  (${detail})\n`);
}

const sorted = (list) => [...list].sort((a, b) => a - b);
const median = (list) => sorted(list)[Math.floor(list.length / 2)];
const quantile = (list, q) => sorted(list)[Math.min(list.length - 1, Math.floor(list.length * q))];

function timesOf(rounds, work) {
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    work(i);
    times.push(performance.now() - start);
  }
  return times;
}

// ---------------------------------------------------------------- everything derived, 128 partitions

function largePlan() {
  const lines = Array.from(
    { length: 128 },
    (_, i) => `${3 + (i % 5)}GiB ${['ext4', 'ntfs', 'swap', 'btrfs'][i % 4]} "part ${i}"`,
  );
  const outcome = surveyFromHand(
    { diskBytes: 1000 * GIB, sectorBytes: 512, style: 'gpt', text: lines.join('\n') },
    { id: 'bench', takenAt: '2026-01-01T00:00:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  const { survey } = outcome;
  const begun = apply(EMPTY_PLAN, beginEdit({ plan: EMPTY_PLAN, survey }), () => survey);
  if (!begun.ok) throw new Error(begun.refusal.code);
  return { plan: begun.plan, survey };
}

/** All that a screen could show of a plan. */
function deriveAll(plan, survey) {
  plannedParts({ plan, survey });
  findAll({ plan, survey });
  procedureFor({ plan, survey });
  startOf(plan);
  efiStrategies({ plan, survey });
}

function benchDerived() {
  const { plan, survey } = largePlan();
  const edits = plan.partitions
    .filter((p) => p.fileSystem === 'swap')
    .map((p) => ({ kind: 'resize', partition: p.id, length: p.length - 2048, hold: 'start' }));
  const derive = (i) => {
    const edited = apply(plan, edits[i % edits.length], () => survey);
    if (!edited.ok) throw new Error(edited.refusal.code);
    deriveAll(edited.plan, survey);
  };
  timesOf(60, derive);
  timesOf(60, () => structuredClone(plan));
  const derived = median(timesOf(200, derive));
  const cloned = median(timesOf(200, () => structuredClone(plan)));
  report(
    'derive-128',
    derived / cloned,
    undefined,
    `${derived.toFixed(2)} ms derived, ${cloned.toFixed(3)} ms structuredClone`,
  );
  report('derive-128-frame', derived / (1000 / 60), 0.5, `${derived.toFixed(2)} ms of a 60 Hz frame`);

  const slid = everythingSlid(plan, survey);
  // A plan of its own each time: what is known of a plan is kept with it.
  const deriveMoves = () => deriveAll({ ...slid }, survey);
  timesOf(60, deriveMoves);
  // The quietest of several rounds: whatever else runs on the machine can only make one slower.
  const moving = Math.min(...Array.from({ length: 8 }, () => median(timesOf(25, deriveMoves))));
  report('derive-128-moves', moving / (1000 / 60), 0.5, `${moving.toFixed(2)} ms where 95 of them move`);
  benchRehearsal(slid, survey);
}

function everythingSlid(plan, survey) {
  const edited = apply(plan, slidingEdit({ plan, survey }), () => survey);
  if (!edited.ok) throw new Error(edited.refusal.code);
  return edited.plan;
}

/** The first partition grows, and all behind it slide: nearly every one moves. */
function slidingEdit({ plan, survey }) {
  const [first] = plan.partitions;
  const placed = placeLeastMoved({ plan, survey }, new Map([[first.id, first.length + 64 * 2048]]));
  if (!placed.ok) throw new Error('no room');
  return placed.edit.places.length > 10 ? placed.edit : shifted(plan, 64 * 2048);
}

function shifted(plan, by) {
  return {
    kind: 'arrange',
    places: plan.partitions.map((p) => ({ partition: p.id, start: p.start + by, length: p.length })),
  };
}

/** The steps carried out on a disk of identities, against copying as many plain array elements. */
function benchRehearsal(plan, survey) {
  const { ordered } = procedureFor({ plan, survey });
  const copied = ordered.steps.reduce((sum, s) => sum + (s.copy?.sectors ?? 0), 0);
  const block = new Int32Array(1 << 22);
  const target = new Int32Array(1 << 22);
  const plain = () => {
    for (let done = 0; done < copied; done += block.length)
      target.set(done + block.length <= copied ? block : block.subarray(0, copied - done));
  };
  const rehearsed = median(timesOf(5, () => rehearse({ plan, survey }, ordered.steps)));
  const array = median(timesOf(5, plain));
  report(
    'rehearsal',
    rehearsed / array,
    undefined,
    `${rehearsed.toFixed(0)} ms for ${(copied / 1e6).toFixed(0)} million sectors, ${array.toFixed(0)} ms as plain array copies`,
  );
}

// ---------------------------------------------------------------- posting an edit

async function timesOfAsync(rounds, work) {
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    await work(i);
    times.push(performance.now() - start);
  }
  return times;
}

async function benchServer() {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-bench-'));
  const { child, address } = await startServer(folder);
  const { post, close } = poster(address);
  try {
    const { plan, survey } = largePlan();
    const { id } = await post('/machines', { name: 'bench' });
    await post(`/machines/${id}/surveys`, { survey });
    let revision = 0;
    const send = async (edit) => {
      const body = { base: revision, edits: [{ key: `bench-key-${revision}`, intent: 'do', edit }] };
      ({ revision } = await post(`/machines/${id}/edits`, body));
    };
    await send(beginEdit({ plan: EMPTY_PLAN, survey }));
    const swap = plan.partitions.find((p) => p.fileSystem === 'swap');
    const edit = (i) =>
      send({ kind: 'resize', partition: swap.id, length: swap.length - 2048 * (1 + (i % 2)), hold: 'start' });
    // A path that is not there: the body is read, the routes are tried, and a problem is answered.
    const empty = () => post('/nothing', {}, 404);
    await timesOfAsync(100, empty);
    await timesOfAsync(100, edit);
    const emptyTimes = await timesOfAsync(400, empty);
    const editTimes = await timesOfAsync(400, edit);
    for (const [name, figure] of [
      ['median', median],
      ['p99', (list) => quantile(list, 0.99)],
    ]) {
      const [edited, echoed] = [figure(editTimes), figure(emptyTimes)];
      report(
        `post-edit-128-${name}`,
        edited / echoed,
        undefined,
        `${edited.toFixed(2)} ms an edit, ${echoed.toFixed(2)} ms an empty POST`,
      );
    }
  } finally {
    close();
    await stopServer(child);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Least movement for 128 parts of which a third grows, against one pass over the same parts. */
function benchPacking() {
  const parts = Array.from({ length: 128 }, (_, i) => ({
    id: `p${i}`,
    length: 2048 * (1000 + (i % 3 === 0 ? 300 : 0)),
    now: { start: 2048 * (1 + i * 1200), length: 2048 * 1000 },
    dataBytes: GIB * (1 + (i % 5)),
    lead: 0,
  }));
  const room = { first: 34, end: 2048 * 128 * 1205, step: 2048 };
  let seen = 0;
  const scan = () => {
    for (const { now, length, dataBytes } of parts) seen += now.start + length > room.end ? dataBytes : 1;
  };
  const pack = () => {
    if (!packLeastMoved(parts, room).ok) throw new Error('does not fit');
  };
  timesOf(50, pack);
  timesOf(500, scan);
  const packed = median(timesOf(100, pack));
  const scanned = median(timesOf(500, scan));
  const detail = `${packed.toFixed(2)} ms packed, ${(scanned * 1000).toFixed(1)} µs a pass over the parts`;
  report('pack-128', packed / scanned, undefined, seen > 0 ? detail : '');
  report('pack-128-frame', packed / (1000 / 60), 0.5, `${packed.toFixed(2)} ms of a 60 Hz frame`);
}

/** Does something with a server of its own, on an empty folder. */
async function onServer(work) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-bench-'));
  const { child, address } = await startServer(folder);
  try {
    await work(address);
  } finally {
    await stopServer(child);
    rmSync(folder, { recursive: true, force: true });
  }
}

async function benchBrowser() {
  await onServer((address) => benchFirstLoad(report, address));
  await onServer((address) => benchDrag(report, address, largePlan()));
}

const benchScrubbing = () =>
  onServer((address) => benchScrub(report, address, largePlan(), slidingEdit(largePlan())));

const BENCHES = {
  derived: benchDerived,
  packing: benchPacking,
  proposals: () => benchProposals(report),
  disks: () => benchDisks(report),
  server: benchServer,
  load: () => benchLoad(report, quantile, largePlan()),
  browser: benchBrowser,
  scrub: benchScrubbing,
};

/** All of them, or those that are named: `npm run bench -- browser`. */
const named = process.argv.slice(2).filter((name) => name in BENCHES);
for (const [name, bench] of Object.entries(BENCHES))
  if (named.length === 0 || named.includes(name)) await bench();
