import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import type { Role } from '../table/index.js';
import { largestGap } from '../layout/index.js';
import type { Plan } from '../plan/index.js';
import { createInGap } from './create-in-gap.js';
import { nextRole } from './next-role.js';

const disk = drawn(500, []);

/** What a system is said to lack, one after the other, each time with what it lacked before. */
function lacks(plan: Plan, times: number): Role[] {
  const said: Role[] = [];
  for (let i = 0; i < times; i++) {
    const role = nextRole(plan, 'system-1');
    said.push(role);
    const owners = plan.systems;
    const edit = createInGap({ plan, survey: disk }, largestGap({ plan, survey: disk })!, {
      role,
      owners,
      size: 2 ** 30,
    });
    plan = edited(plan, disk, edit!);
  }
  return said;
}

test.each<[string, 'uefi' | 'bios', object, Role[]]>([
  ['linux-desktop', 'uefi', {}, ['efi', 'root', 'swap', 'home', 'data']],
  ['linux-desktop', 'bios', {}, ['root', 'swap', 'home', 'data']],
  ['linux-desktop', 'bios', { needsBoot: true }, ['boot', 'root', 'swap', 'home']],
  ['linux-desktop', 'bios', { swap: 'file' }, ['root', 'home', 'data']],
  ['windows-11', 'uefi', {}, ['efi', 'system', 'data', 'data']],
  ['macos', 'uefi', {}, ['efi', 'system', 'data']],
])('%s in %s mode %j lacks, in this order: %j', (profile, mode, more, expected) => {
  const system = { ...newSystem(profile), ...more };
  const plan = planOn(disk, { kind: 'set-target', changes: { mode } }, { kind: 'add-system', system });
  expect(lacks(plan, expected.length)).toEqual(expected);
});

test('without a system there is data', () => {
  expect(nextRole(planOn(disk), 'nobody')).toBe('data');
});
