import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DATA_FILE } from '@rhizotome/core';
import { Client, newMachine } from './client.mjs';
import { Disk, faultyDisk, journalOf } from './faulty.mjs';
import { faultsOf, onDisk } from './judge.mjs';
import { KilledServer } from './server.mjs';

/** A server that is edited while every call to its disk is written down; then the power is cut before any of them. */
export async function powerCuts(seconds, random) {
  const library = faultyDisk();
  if (!library) return { skipped: 'no compiler for the library that stands before the disk' };
  const journal = join(tmpdir(), `rhizotome-journal-${process.pid}`);
  const server = new KilledServer();
  server.env = { LD_PRELOAD: library, FAULTY_FOLDER: server.folder, FAULTY_JOURNAL: journal };
  await server.start();
  const machineId = await newMachine(server.address, 'soak');
  const made = process.hrtime.bigint();
  const editing = Date.now() + Math.min(20_000, seconds * 300);
  const clients = [1, 2].map((n) => new Client(`client-${n}`, machineId));
  await Promise.all(
    clients.map(async (client) => {
      while (Date.now() < editing) await client.edit(server.address, editing);
    }),
  );
  await server.end('SIGTERM');
  const calls = journalOf(journal);
  rmSync(journal);
  const acks = clients.flatMap(({ heardAt }) => [...heardAt]);
  const until = Date.now() + seconds * 700;
  const faults = [];
  let cuts = 0;
  const first = calls.findIndex(({ time }) => time > made);
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-cut-'));
  const span = calls.length - first + 1;
  // Gone through again and again, each time cut at other places.
  while (Date.now() < until && faults.length < 10) {
    const disk = new Disk(calls);
    const places = new Set(Array.from({ length: 200 }, () => first + random(span)));
    for (const cut of [...places].sort((a, b) => a - b)) {
      if (Date.now() > until) break;
      disk.goTo(cut);
      const heard = acks.filter(([, at]) => cut === calls.length || at < calls[cut].time).map(([key]) => key);
      for (const [name, content] of disk.cut(random)) writeFileSync(join(folder, name), content);
      cuts += 1;
      try {
        const judged = faultsOf(onDisk(join(folder, DATA_FILE), machineId, true), new Set(heard));
        for (const fault of judged.faults) faults.push(`cut before call ${cut} of ${calls.length}: ${fault}`);
      } catch (error) {
        faults.push(`cut before call ${cut} of ${calls.length}: ${error.message}`);
      }
      for (const end of ['', '-wal', '-shm', '-journal'])
        rmSync(join(folder, DATA_FILE + end), { force: true });
    }
  }
  rmSync(folder, { recursive: true, force: true });
  await server.dispose();
  return { cuts, calls: calls.length, acknowledged: acks.length, faults };
}
