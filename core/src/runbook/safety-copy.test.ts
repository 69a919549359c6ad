import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { GIB } from '../quantity/index.js';
import { surveyFromDisk } from '../survey/index.js';
import { encodeMbr } from '../table/index.js';
import type { Planned } from '../plan/index.js';
import { drawn, edited, gib, IDENTITY, newSystem, planOn } from '../testing/builders.js';
import { zeroed } from '../testing/zeroed.js';
import { linesIn } from '../testing/typed.js';
import { english } from '../words/index.js';
import { runbookFor, safetyCopyZip } from './index.js';

const table = encodeMbr({
  diskSignature: 'aa55aa55',
  primaries: [{ slot: 1, type: 0x05, active: false, start: 300_000, length: 1_000_000 }],
  container: { start: 300_000, length: 1_000_000 },
  logicals: [{ type: 0x83, start: 302_048, length: 100_000, ebrAt: 300_000 }],
});
const disk = zeroed(
  GIB,
  table.map(({ lba, bytes }) => ({ offset: lba * 512, bytes })),
);
const outcome = surveyFromDisk(disk, { kind: 'image' }, IDENTITY);
const survey = outcome.ok ? outcome.survey : undefined!;
const zip = unzipSync(safetyCopyZip(english, survey, 'dunlin')!);
const page = strFromU8(zip['READ-ME-FIRST.txt']!);

/** Types what the page prints at a shell, where a file of that size is the disk, and gives what it then holds. */
function restored(bytes: number): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-restore-'));
  try {
    for (const [name, content] of Object.entries(zip)) writeFileSync(join(folder, name), content);
    const file = join(folder, 'disk');
    writeFileSync(file, '');
    truncateSync(file, bytes);
    const typed = page
      .split('\n')
      .filter((line) => line.startsWith('  ') && !line.startsWith('  lsblk'))
      .join('\n');
    // A file stands where the block device would: its size is asked of stat(1).
    const script = `sudo() { "$@"; }\nblockdev() { stat -c %s "$2"; }\nD=${file}\n${typed}\n`;
    spawnSync('dash', ['-s'], { input: script, cwd: folder });
    return readFileSync(file);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

test('the page names the disk and every file, and no line of it is wider than paper', () => {
  expect(page).toContain('1 GiB (1.1 GB)');
  expect(page).toContain('table-at-sector-300000.bin');
  for (const line of page.split('\n').filter((l) => l.startsWith('  ')))
    expect(line.length).toBeLessThanOrEqual(76);
});

test('what it prints puts the table back, sector for sector', () => {
  const after = restored(GIB);
  expect(after).toHaveLength(GIB);
  for (const { lba, bytes } of table)
    expect(after.subarray(lba * 512, lba * 512 + bytes.length)).toEqual(Buffer.from(bytes));
});

test('on a disk of another size it writes nothing', () => {
  expect(restored(GIB / 2).equals(Buffer.alloc(GIB / 2))).toBe(true);
});

test('where no sectors were kept there is no copy', () =>
  expect(safetyCopyZip(english, { ...survey, safetyCopy: undefined }, 'dunlin')).toBeUndefined());

describe('where no sectors were kept', () => {
  const unread = { ...survey, safetyCopy: undefined };
  const plan = edited(planOn(unread), unread, { kind: 'set-machine', changes: { device: 'sda' } });
  const goes = edited(plan, unread, { kind: 'remove', partition: unread.partitions[0]!.id });
  const copies = (planned: Planned) =>
    runbookFor(planned)
      .phases.flatMap((p) => p.steps)
      .filter((s) => s.step.kind === 'safety-copy');

  test('the lines of a live session save the ends and every record, sector for sector', () => {
    const [step] = copies({ plan: goes, survey: unread });
    const folder = mkdtempSync(join(tmpdir(), 'rhizotome-save-'));
    try {
      const file = join(folder, 'disk');
      writeFileSync(file, '');
      truncateSync(file, GIB);
      const whole = Buffer.alloc(GIB / 2);
      for (const { lba, bytes } of table) whole.set(bytes, lba * 512);
      writeFileSync(file, whole);
      truncateSync(file, GIB);
      const typed = linesIn(step!)
        .filter((line) => !/^\s*(?:lsblk|D=|mkdir|sudo mkdir)/.test(line))
        .join('\n')
        .replaceAll('/mnt/stick', folder);
      const script = `set -e\nsudo() { "$@"; }\nmountpoint() { true; }\nD=${file}\n${typed}\n`;
      const ran = spawnSync('dash', ['-s'], { input: script, encoding: 'utf8' });
      expect([ran.status, ran.stderr.replace(/^\d.*$/gm, '').trim()]).toEqual([0, '']);
      expect(readFileSync(join(folder, 'head.bin')).subarray(0, 512)).toEqual(whole.subarray(0, 512));
      expect(readFileSync(join(folder, 'tail.bin'))).toHaveLength(2 ** 20);
      expect(readFileSync(join(folder, 'record-300000.bin'))).toEqual(
        whole.subarray(300_000 * 512, 300_001 * 512),
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  test('a record of which nobody told the place is saved with the MiB before its logical', () => {
    const untold = {
      ...unread,
      partitions: unread.partitions.map((p) => ({ ...p, ebrAt: undefined })),
    };
    const [step] = copies({ plan: goes, survey: untold });
    expect(linesIn(step!).join(' ')).toContain('record-300000.bin bs=512 skip=300000 count=2048');
  });

  test('a running Windows writes every entry down before it changes one, and the live session saves sectors', () => {
    const disk = drawn(500, ['1GiB efi', '200GiB windows']);
    const begun = edited(planOn(disk), disk, {
      kind: 'add-system',
      system: newSystem('linux-desktop', 'Linux'),
    });
    const shrunk = edited(begun, disk, {
      kind: 'resize',
      partition: 'found-2',
      length: gib(120),
      hold: 'start',
    });
    const made = copies({ plan: shrunk, survey: disk });
    expect(made.map(({ step }) => step.kind === 'safety-copy' && step.of)[0]).toBe('list');
    expect(linesIn(made[0]!).join(' ')).toContain('Get-Partition');
  });
});
