import { SparseBytes } from '@rhizotome/core';
import { Progress } from './progress.js';

function at(isTTY: boolean) {
  const said: string[] = [];
  const clock = { now: 0 };
  const progress = new Progress({ isTTY, write: (text) => said.push(text) }, () => clock.now);
  const source = progress.watch(new SparseBytes(8192, [{ offset: 0, bytes: new Uint8Array(8192) }]));
  return { said, clock, progress, source };
}

test('a reading that takes long is told of at a terminal, now and then, and the line is left empty', () => {
  const { said, clock, progress, source } = at(true);
  source.read(0, 4096);
  clock.now = 1500;
  progress.step({ kind: 'partition', number: 3, done: 1, of: 4 });
  clock.now = 1600;
  source.read(0, 4096);
  expect(said.map((text) => text.replace(/^\r\x1b\[2K/, ''))).toEqual([
    'Reading partition 3 (2 of 4), 4 KiB so far',
  ]);
  progress.end();
  expect(said.at(-1)).toBe('\r\x1b[2K');
});

test('a short one is not, nor any that goes to a file', () => {
  for (const tty of [true, false]) {
    const { said, clock, progress, source } = at(tty);
    clock.now = tty ? 900 : 9000;
    source.read(0, 4096);
    progress.end();
    expect(said).toEqual([]);
  }
});
