import { boundaryEdit, noteFoundEdit, swapOrderEdit } from '../../compose/index.js';
import { partitionOf } from '../../plan/index.js';
import { GIB } from '../../quantity/index.js';
import { drawn, drawnMbr, gib, mib } from '../builders.js';
import { add, on, roomy, set, then, windows, type Case, type Cases } from './builders.js';

const fullMbr = on(
  drawnMbr(
    [
      [1, 'ext4'],
      [200, 'ext4'],
      [10, 'ext4'],
      [5, 'ext4'],
    ],
    [],
  ),
);
const freeMbr = on(
  drawnMbr(
    [
      [1, 'ext4'],
      [200, 'ext4'],
      [10, 'ext4'],
    ],
    [],
  ),
);
const chain = on(
  drawnMbr(
    [],
    [
      [20, 'ext4'],
      [30, 'ext4'],
      [10, 'ext4'],
    ],
  ),
);
const toGpt = { kind: 'set-target', changes: { style: 'gpt', table: 'convert' } } as const;

const measured = (c: Case, gibibytes = 1): Case =>
  c.survey.partitions.reduce(
    (m, p) => then(m, noteFoundEdit(m.plan, p.id, { usedBytes: gibibytes * GIB })),
    c,
  );
const tight = measured(on(drawn(200, ['100GiB ext4', '99GiB ext4'])));
const loose = measured(on(drawn(500, ['100GiB ext4', '99GiB ext4'])));
const swapped = (c: Case) => then(c, swapOrderEdit(c, 'found-1', 'found-2')!);

const slow = measured(on(drawn(500, ['50GiB ext4', '300GiB ext4']), set({ medium: 'hdd' })), 40);
const moved = (c: Case, gibibytes: number) => {
  const [left, right] = [partitionOf(c.plan, 'found-1')!, partitionOf(c.plan, 'found-2')!];
  return then(c, boundaryEdit(c, left, right, left.start + gib(gibibytes)));
};

const divided = then(roomy, { kind: 'move', partition: 'found-4', start: mib(300 * 1024) });
const smallRoot = on(drawn(500, ['512MiB efi', '15GiB root', '100GiB home', 'rest gap']));

/** Rules about where parts lie. */
export const LAYOUT_CASES: Cases = {
  'slots-full': [fullMbr, freeMbr],
  'windows-on-logical': [then(fullMbr, add('windows-10')), then(freeMbr, add('windows-10'))],
  'logical-renumbered': [
    then(chain, { kind: 'remove', partition: 'found-5' }),
    then(chain, { kind: 'remove', partition: 'found-7' }),
  ],
  'table-converted': [then(freeMbr, toGpt), freeMbr],
  'no-order': [swapped(tight), swapped(loose)],
  'long-exposure': [moved(slow, 45), moved(on(slow.survey), 50)],
  'recovery-between': [divided, windows],
  'room-elsewhere': [
    measured(smallRoot, 5),
    measured(then(smallRoot, { kind: 'remove', partition: 'found-3' }), 5),
  ],
  'cannot-shrink': [
    on(drawn(500, ['1GiB efi', 'rest xfs']), add('linux-desktop')),
    on(drawn(500, ['1GiB efi', 'rest ext4']), add('linux-desktop')),
  ],
  'efi-type': [
    then(roomy, {
      kind: 'describe',
      partition: 'found-1',
      changes: { type: '0fc63daf-8483-4772-8e79-3d69d8477de4' },
    }),
    roomy,
  ],
};
