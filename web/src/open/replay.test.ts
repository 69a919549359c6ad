import { apply, EMPTY_HISTORY, EMPTY_PLAN, GIB, remember, type Edit } from '@rhizotome/core';
import { replay } from './replay.js';
import type { Unsent } from './unsent.js';

const ram = (gibibytes: number): Edit => ({ kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } });
const device = (name: string): Edit => ({ kind: 'set-machine', changes: { device: name } });
const impossible: Edit = { kind: 'remove', partition: 'x' };
let keys = 0;
const item = (edit: Edit, intent: 'do' | 'undo' | 'redo' = 'do'): Unsent => ({
  kind: 'edit',
  key: `key-${++keys}`,
  intent,
  edit,
});
const none = () => undefined;

function after(...edits: Edit[]) {
  return edits.reduce(
    ({ plan, history }, edit) => {
      const result = apply(plan, edit, none);
      if (!result.ok) throw new Error('refused');
      return {
        plan: result.plan,
        history: remember(history, { intent: 'do', edit, inverse: result.inverse }),
      };
    },
    { plan: EMPTY_PLAN, history: EMPTY_HISTORY },
  );
}

test('an undo leads back over its own edit as it was made here, whatever others did before it', () => {
  const { plan, items } = replay(after(ram(4)), [item(ram(8)), item(ram(2), 'undo')], none);
  expect(plan.machine.ramBytes).toBe(4 * GIB);
  expect(items).toMatchObject([{ edit: ram(8) }, { edit: ram(4), intent: 'undo' }]);
});

test('two undone one after the other lead back over both', () => {
  const undone = [item(ram(8)), item(ram(16)), item(ram(8), 'undo'), item(ram(4), 'undo')];
  const { plan, items } = replay(after(ram(4)), undone, none);
  expect(plan.machine.ramBytes).toBe(4 * GIB);
  expect(items.slice(2)).toMatchObject([{ edit: ram(8) }, { edit: ram(4) }]);
});

test('the undo of what was set aside is nothing to do any more', () => {
  const { plan, items, setAside } = replay(after(ram(4)), [item(impossible), item(ram(2), 'undo')], none);
  expect(plan.machine.ramBytes).toBe(4 * GIB);
  expect([items, setAside]).toEqual([[], []]);
});

test('an undo of an earlier edit is made where that edit still stands last', () => {
  const from = after(ram(2), device('sdb'), ram(8));
  const { plan, history } = replay(from, [item(ram(2), 'undo')], none);
  expect(plan.machine).toMatchObject({ device: 'sdb', ramBytes: 2 * GIB });
  expect(history.undo).toHaveLength(2);
});

test('and is set aside where another edit has come to stand last', () => {
  const from = after(ram(8), device('sdb'));
  const undo = item({ kind: 'set-machine', changes: { ramBytes: null } }, 'undo');
  const { plan, history, setAside } = replay(from, [undo], none);
  expect(plan.machine).toMatchObject({ device: 'sdb', ramBytes: 8 * GIB });
  expect(history.undo).toHaveLength(2);
  expect(setAside).toMatchObject([{ item: undo, reason: expect.stringContaining('undo it there') }]);
});
