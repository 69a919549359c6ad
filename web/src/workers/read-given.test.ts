/** @jest-environment jsdom */
import { CELL } from '@rhizotome/core';
import { readGiven } from './read-given.js';

type Told = (event: { readonly data: unknown }) => void;

/** A worker that answers when it is told to, and only to the last request. */
class Silent {
  static readonly all: Silent[] = [];
  static asked: Silent;
  onmessage: Told | null = null;
  onerror: ((event: { readonly message: string }) => void) | null = null;
  ended = false;

  constructor() {
    Silent.all.push(this);
  }
  postMessage(): void {
    Silent.asked = this;
  }
  terminate(): void {
    this.ended = true;
  }
  answers(data: unknown): void {
    this.onmessage?.({ data });
  }
}

beforeEach(() => {
  jest.useFakeTimers();
  Silent.all.length = 0;
  Object.assign(window, { Worker: Silent });
});
afterEach(() => jest.useRealTimers());

const read = () => readGiven('this text', 'disksInLsblk', '{}');

test('a reader that takes too long is ended, said in words, and the next begins anew', async () => {
  const { result } = read();
  const failed = expect(result).rejects.toThrow('Reading this text took longer than 120 seconds');
  jest.advanceTimersByTime(CELL.seconds * 1000);
  await failed;
  const again = read().result;
  expect(Silent.all.map((worker) => worker.ended)).toEqual([true, false]);
  Silent.all[1]!.answers('read');
  await expect(again).resolves.toBe('read');
});

test('one that fails is told; one that answered reads the next', async () => {
  const first = read().result;
  Silent.asked.onerror!({ message: 'out of memory' });
  await expect(first).rejects.toThrow('this text” failed: out of memory');
  for (const answer of ['one', 'two']) {
    const { result } = read();
    Silent.asked.answers(answer);
    await expect(result).resolves.toBe(answer);
  }
  expect(Silent.all).toHaveLength(1);
});

test('what was called off is ended, and is heard of no more', async () => {
  const { result, cancel } = read();
  cancel();
  let told = false;
  void result.then(
    () => (told = true),
    () => (told = true),
  );
  await jest.advanceTimersByTimeAsync(CELL.seconds * 2000);
  expect([told, Silent.asked.ended]).toEqual([false, true]);
});

test('what has been read and is called off late does not end what the same worker reads next', async () => {
  const first = read();
  Silent.asked.answers('one');
  await first.result;
  const next = read();
  first.cancel();
  expect(Silent.asked.ended).toBe(false);
  Silent.asked.answers('two');
  await expect(next.result).resolves.toBe('two');
});
