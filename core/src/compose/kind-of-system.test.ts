import { SYSTEM_PROFILES } from '../system/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { beginEdit } from './begin.js';
import { kindEdit, kindOfSystem, kindsFor, originEdit, originIsOpen } from './kind-of-system.js';

const DISK = drawn(500, ['1GiB efi', '100GiB windows', '100GiB root "one"']);

test.each(SYSTEM_PROFILES.map((p) => p.id))(
  'a system of the kind %s is recognised, and can become any other of its family',
  (id) => {
    const system = newSystem(id);
    expect(kindOfSystem(system)?.id).toBe(id);
    const plan = edited(planOn(DISK), DISK, { kind: 'add-system', system });
    for (const other of kindsFor(system)) {
      const changed = edited(plan, DISK, kindEdit(system, other.id)).systems.at(-1)!;
      expect([kindOfSystem(changed)?.id, changed.name]).toEqual([other.id, system.name]);
    }
    expect(kindOfSystem({ ...system, leastBytes: 1 })).toBeUndefined();
  },
);

test('a second installed system of a family is told, owns what is said, and outlives another reading', () => {
  const second = newSystem('linux-small', 'Second');
  const told = edited(
    planOn(DISK),
    DISK,
    { kind: 'add-system', system: second },
    originEdit(second, 'found'),
  );
  const system = told.systems.find((s) => s.id === second.id)!;
  expect([system.origin, originIsOpen(told, system)]).toEqual(['found', true]);
  const owning = edited(told, DISK, {
    kind: 'note-found',
    found: 'found-3',
    changes: { owners: [second.id] },
  });
  expect(originIsOpen(owning, system)).toBe(false);
  const again = beginEdit({ plan: owning, survey: DISK });
  expect(again.systems.map((s) => s.name)).toContain('Second');
});
