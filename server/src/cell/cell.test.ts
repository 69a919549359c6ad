import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ProblemException } from '../http/problem.js';
import { testSettings } from '../testing/settings.js';
import { Cells } from './cell.js';
import { Refused } from './refused.js';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-cell-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const cells = (seconds = 60) => new Cells({ ...testSettings(folder).cell, seconds });
const given = (text: string | Buffer): string => {
  const file = join(folder, 'given.json');
  writeFileSync(file, text);
  return file;
};
const archive = (all: Cells, file: string) =>
  all.within('this machine', (cell) => cell.ask('archive', { file }));

test('what takes too long is ended, and said with its name', async () => {
  execFileSync('mkfifo', [join(folder, 'endless')]);
  const answer = archive(cells(1), join(folder, 'endless'));
  await expect(answer).rejects.toThrow(ProblemException);
  await expect(answer).rejects.toMatchObject({
    problem: {
      status: 422,
      code: 'reading-time',
      detail: expect.stringContaining('this machine took longer than 1 seconds'),
    },
  });
});

test('what takes too much memory is ended, and nothing else is', async () => {
  const small = new Cells({ ...testSettings(folder).cell, memoryBytes: 128 * 1024 ** 2 });
  const answer = archive(small, given(`[${'[],'.repeat(8_000_000)}[]]`));
  await expect(answer).rejects.toMatchObject({ problem: { status: 422, code: 'reading-memory' } });
  await expect(archive(small, given('[]'))).rejects.toThrow(Refused);
});

test.each([
  ['no text', Buffer.from([0xff, 0x00, 0xd8])],
  ['JSON that is nested 20 000 deep', '['.repeat(20_000) + ']'.repeat(20_000)],
  ['a list', '[]'],
])('%s is refused in words', async (_, text) => {
  await expect(archive(cells(), given(text))).rejects.toThrow(Refused);
});

test('not more than two read at once, and all have their turn', async () => {
  const all = cells();
  let reading = 0;
  let most = 0;
  const one = () =>
    all.within('this', async (cell) => {
      most = Math.max(most, ++reading);
      await cell.ask('archive', { file: given('[]') }).catch(() => undefined);
      reading -= 1;
    });
  await Promise.all([one(), one(), one(), one(), one()]);
  expect([most, reading]).toEqual([2, 0]);
});

test('a server that stops ends what is being read', async () => {
  execFileSync('mkfifo', [join(folder, 'endless')]);
  const all = cells();
  const answer = archive(all, join(folder, 'endless'));
  setTimeout(() => all.onApplicationShutdown(), 500);
  await expect(answer).rejects.toThrow('ending');
});
