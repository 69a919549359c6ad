import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The library that stands between a process and the disk; `undefined` where it cannot be compiled here. */
export function faultyDisk() {
  if (process.platform !== 'linux') return undefined;
  const library = join(mkdtempSync(join(tmpdir(), 'rhizotome-faulty-')), 'faulty-disk.so');
  const source = join(import.meta.dirname, 'faulty-disk.c');
  const { status } = spawnSync('cc', ['-shared', '-fPIC', '-O2', '-o', library, source, '-ldl', '-lpthread']);
  return status === 0 ? library : undefined;
}

/** What was done to the files of a folder, in order, as the library wrote it down. */
export function journalOf(file) {
  const bytes = readFileSync(file);
  const calls = [];
  for (let at = 0; at < bytes.length;) {
    const end = bytes.indexOf(10, at);
    const [time, kind, name, offset, length] = bytes.toString('latin1', at, end).split(' ');
    at = end + 1;
    const size = Number(length);
    calls.push({
      time: BigInt(time),
      kind,
      name,
      offset: Number(offset),
      bytes: bytes.subarray(at, at + size),
    });
    at += size;
  }
  return calls;
}

/** A file as it grows: written in place. */
class Growing {
  bytes = Buffer.alloc(0);
  length = 0;

  static of(content) {
    const file = new Growing();
    if (content) file.write(0, content);
    return file;
  }

  write(offset, bytes) {
    const end = offset + bytes.length;
    if (end > this.bytes.length) {
      const larger = Buffer.alloc(2 * end);
      this.bytes.copy(larger, 0, 0, this.length);
      this.bytes = larger;
    }
    bytes.copy(this.bytes, offset);
    this.length = Math.max(this.length, end);
  }

  apply({ kind, offset, bytes }) {
    if (kind === 'write') return this.write(offset, bytes);
    const length = kind === 'truncate' ? offset : 0;
    if (length < this.length) this.bytes.fill(0, length, this.length);
    this.length = length;
  }

  get content() {
    return Buffer.from(this.bytes.subarray(0, this.length));
  }
}

/** The calls to a disk, gone through in order; at any of them the power can be cut. */
export class Disk {
  #files = new Map();
  #at = 0;

  constructor(calls) {
    this.calls = calls;
  }

  /** Goes on to just before a call, which is not before the last one. */
  goTo(cut) {
    for (; this.#at < cut; this.#at++) {
      const call = this.calls[this.#at];
      const file = this.#files.get(call.name) ?? { kept: new Growing(), waiting: [] };
      this.#files.set(call.name, file);
      if (call.kind !== 'sync') file.waiting.push(call);
      else if (call.name === '.') this.#keepFolder();
      else for (const waiting of file.waiting.splice(0)) file.kept.apply(waiting);
    }
  }

  /** Which files there are is on the disk: what was deleted stays deleted. */
  #keepFolder() {
    for (const file of this.#files.values()) {
      const gone = file.waiting.findLastIndex(({ kind }) => kind === 'unlink');
      for (const waiting of file.waiting.splice(0, gone + 1)) file.kept.apply(waiting);
    }
  }

  /**
   * What a power cut leaves of each file: all that was synced, and of what was not any part, in any order, a write torn at
   * a sector.
   */
  cut(random) {
    const left = new Map();
    for (const [name, { kept, waiting }] of this.#files) {
      const file = Growing.of(kept.content);
      for (const call of shuffled(waiting, random)) {
        if (random(2) === 0) continue;
        const torn = call.kind === 'write' && random(3) === 0;
        const bytes = torn ? call.bytes.subarray(0, 512 * random(call.bytes.length / 512 + 1)) : call.bytes;
        file.apply({ ...call, bytes });
      }
      if (file.length > 0) left.set(name, file.content);
    }
    return left;
  }
}

function shuffled(list, random) {
  const left = [...list];
  return list.map(() => left.splice(random(left.length), 1)[0]);
}
