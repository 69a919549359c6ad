import type { BootEntry } from '../firmware/index.js';
import type { Edit } from '../edits/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { inEnglish } from '../words/index.js';
import { entriesAfter } from './index.js';

const disk = drawn(500, ['512MiB efi', '200GiB windows', '60GiB ext4 "root"']);
const base = edited(
  planOn(disk),
  disk,
  { kind: 'add-system', system: { ...newSystem('linux-desktop'), name: 'Tern' } },
  {
    kind: 'describe',
    partition: 'found-1',
    changes: { owners: ['found-windows', 'found-linux', 'system-1'] },
  },
  { kind: 'set-start', changes: { order: ['system-1', 'found-windows', 'found-linux'] } },
);
const entry = (description: string, number: number, changes: Partial<BootEntry> = {}): BootEntry => ({
  number,
  description,
  active: true,
  partition: { number: 1, start: 2048, length: 1_048_576 },
  ...changes,
});
const after = (entries: readonly BootEntry[], ...edits: readonly Edit[]) =>
  entriesAfter(edits.length > 0 ? edited(base, disk, ...edits) : base, {
    entries,
    order: entries.map((e) => e.number),
  }).map((said) => [said.code, inEnglish(said)]);

const [TERN, WINDOWS, LINUX] = [entry('Tern', 1), entry('Windows', 2), entry('Linux', 3)];

test.each<[string, readonly BootEntry[], readonly Edit[], readonly [string, string][]]>([
  ['as planned', [TERN, WINDOWS, LINUX], [], [['entries.as-planned', 'as planned']]],
  [
    'a network between them is nothing',
    [TERN, entry('Net', 9, { partition: undefined }), WINDOWS, LINUX],
    [],
    [['entries.as-planned', '']],
  ],
  ['another one first', [WINDOWS, TERN, LINUX], [], [['entries.first-is', 'Windows is first']]],
  [
    'another order behind the first',
    [TERN, LINUX, WINDOWS],
    [],
    [['entries.order-is', 'Tern, Windows, and Linux']],
  ],
  ['one without an entry', [WINDOWS, LINUX], [], [['entries.unseen', 'Tern']]],
  ['one that is turned off', [{ ...TERN, active: false }, WINDOWS, LINUX], [], [['entries.unseen', 'Tern']]],
  [
    'one of a system that went',
    [TERN, WINDOWS, LINUX],
    [{ kind: 'change-system', system: 'found-windows', changes: { change: 'retire' } }],
    [['entries.left', '“Windows” (Boot0002)']],
  ],
])('%s', (_, entries, edits, expected) => {
  const said = after(entries, ...edits);
  expect(said.map(([code]) => code)).toEqual(expected.map(([code]) => code));
  for (const [i, [, words]] of expected.entries()) expect(said[i]![1]).toContain(words);
});
