import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Edit } from '../edits/index.js';
import { MIB } from '../quantity/index.js';
import { drawn, edited, planOn } from '../testing/builders.js';
import type { VolumeKind } from '../volume/index.js';
import { runbookFor } from './index.js';
import { linesIn } from '../testing/typed.js';

// What a step prints is run with the real utilities on a file in the place of the partition.
const UUID = '7c3d1c52-8a4e-4e0e-9a1f-2b6f0d5b7a11';
const has = (program: string) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;

/** The step that formats “data” again as `kind`, over a volume of the kind `was` with an identity that was read. */
function formatting(was: VolumeKind, kind: VolumeKind) {
  const survey = drawn(100, ['1GiB efi', '20GiB ext4 "data"']);
  const read = {
    ...survey,
    partitions: survey.partitions.map((p) =>
      p.id === 'found-2'
        ? {
            ...p,
            uuid: '22222222-1111-4222-8333-444444444444',
            volume: { kind: was, uuid: UUID, label: 'data' },
          }
        : p,
    ),
  };
  const plan = planOn(read);
  const format: Edit[] = [
    { kind: 'treat', partition: 'found-2', treatment: 'format' },
    { kind: 'describe', partition: 'found-2', changes: { fileSystem: kind, label: 'data', owners: [] } },
  ];
  const phases = runbookFor({ plan: edited(plan, read, ...format), survey: read }).phases;
  return phases.flatMap((p) => p.steps).find((s) => s.id === 'format:found-2')!;
}

/** Types lines at a shell of a live session, where `P` is a file, and says how that ended. */
function type(shell: string, file: string, lines: readonly string[]) {
  const typed = lines.filter((line) => !/^(?:P=|lsblk )/.test(line)).join('\n');
  const script = `set -e\nsudo() { "$@"; }\nP=${file}\n${typed}\n`;
  return spawnSync(shell, ['-s'], { input: script, encoding: 'utf8' });
}

const KINDS = (['ext4', 'xfs', 'btrfs', 'fat', 'swap'] as const).filter((kind) =>
  has(kind === 'swap' ? 'mkswap' : `mkfs.${kind}`),
);
const PAIRS = KINDS.flatMap((was) => KINDS.map((kind) => [was, kind] as const));

test.each(PAIRS)(
  'over an old %s, %s is made by what the step prints, with the identity that was planned',
  (was, kind) => {
    const folder = mkdtempSync(join(tmpdir(), 'rhizotome-run-'));
    try {
      const file = join(folder, 'partition');
      writeFileSync(file, '');
      truncateSync(file, 512 * MIB);
      const first = formatting('unknown', was);
      expect(type('dash', file, linesIn(first, 'guard', 'act'))).toMatchObject({ status: 0 });
      // The same kind again keeps its identity: the one that is still there when the line is typed.
      const before = spawnSync('blkid', ['-p', '-s', 'UUID', '-o', 'value', file], {
        encoding: 'utf8',
      }).stdout;
      const second = formatting(was, kind);
      const again = linesIn(second, 'guard', 'act').map((line) =>
        line.replace(UUID, before.trim().replace(/^(....)-(....)$/, '$1$2')),
      );
      expect(type('bash', file, was === kind ? again : linesIn(second, 'guard', 'act'))).toMatchObject({
        status: 0,
      });
      const { stdout } = spawnSync('blkid', ['-p', '-o', 'export', file], { encoding: 'utf8' });
      expect(stdout).toContain(`TYPE=${kind === 'fat' ? 'vfat' : kind}`);
      if (was === kind) expect(stdout).toContain(`UUID=${before.trim()}`);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
);
