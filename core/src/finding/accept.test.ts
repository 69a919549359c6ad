import { apply, type Edit } from '../edits/index.js';
import { GIB, sectors } from '../quantity/index.js';
import { drawn, edited, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { message, type Text } from '../words/index.js';
import { acceptEdit, countByLevel, findAll, isAcceptable, type Finding } from './index.js';

const DISK = drawn(500, ['1GiB efi', '100GiB root "one"', '20GiB ext4 "two"']);
const plan = edited(
  planOn(DISK),
  DISK,
  { kind: 'add-system', system: newSystem('linux-desktop') },
  { kind: 'set-machine', changes: { ramBytes: 4 * GIB } },
);
const all = (of = plan) => findAll({ plan: of, survey: DISK });

test('what was accepted is not counted, says why, and comes back when its evidence changes', () => {
  const [finding] = all().filter(isAcceptable);
  const accepted = edited(plan, DISK, acceptEdit(finding!, 'a spare machine'));
  const there = all(accepted).find((f) => f.id === finding!.id);
  expect(there).toEqual({ ...finding, accepted: 'a spare machine' });
  const { level } = finding!;
  expect(countByLevel(all(accepted))[level]).toBe(countByLevel(all())[level] - 1);
  const stale = { evidence: '00000000', remark: 'said of other figures' };
  const changed = edited(accepted, DISK, { kind: 'accept', finding: finding!.id, accepted: stale });
  expect(all(changed).find((f) => f.id === finding!.id)?.accepted).toBeUndefined();
});

test('what cannot work or can lose data is not accepted, whatever the plan says', () => {
  const broken = edited(plan, DISK, {
    kind: 'resize',
    partition: 'found-2',
    length: sectors(4096),
    hold: 'start',
  });
  const grave = all(broken).filter((f) => !isAcceptable(f));
  expect(grave.length).toBeGreaterThan(0);
  const told = grave.reduce((of, finding) => edited(of, DISK, acceptEdit(finding, 'never mind')), broken);
  expect(all(told).filter((f) => f.accepted !== undefined)).toEqual([]);
  expect(countByLevel(all(told))).toEqual(countByLevel(all(broken)));
});

test('accepting is undone by its inverse', () => {
  const [finding] = all().filter(isAcceptable);
  const done = apply(plan, acceptEdit(finding!, ''), surveysOf(DISK));
  if (!done.ok) throw new Error('refused');
  const undone = apply(done.plan, done.inverse, surveysOf(DISK));
  expect(undone.ok && undone.plan.accepted).toBeUndefined();
});

test('a name that is said today counts as the text that it was when the finding was accepted', () => {
  const [finding] = all().filter(isAcceptable);
  const named = (what: Text): Finding => ({ ...finding!, evidence: [{ what, value: what }] });
  const digest = (of: Finding) =>
    (acceptEdit(of, '') as Extract<Edit, { kind: 'accept' }>).accepted?.evidence;
  expect(digest(named(message('role.root')))).toBe(digest(named('Root')));
  expect(digest(named(message('role.home')))).not.toBe(digest(named('Root')));
});
