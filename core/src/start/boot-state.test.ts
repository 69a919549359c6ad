import type { Planned } from '../plan/index.js';
import { written } from '../testing/cases/index.js';
import {
  arrivalAt,
  bootAsFound,
  bootsAgain,
  bootsFirst,
  bootsInOrder,
  bootsWithout,
  withoutBoot,
  type BootState,
} from './index.js';

/** A Windows and a Linux that are there, each with a volume; in UEFI mode beside one EFI system partition. */
function pair(mode: 'uefi' | 'bios', more: readonly string[] = []): Planned {
  return written(
    [
      'rhizotome 2',
      'machine m',
      `firmware ${mode}, now ${mode}, installer ${mode}, secure boot off`,
      'memory 16 GiB',
      'medium sata-ssd, device sda',
      'disk, size 500107862016 B, table gpt',
      'found 1, at 1 MiB, size 512 MiB, type "EFI system", holds fat, label ESP',
      'found 2, size 200 GiB, type "Basic data", holds ntfs, label Windows',
      'found 3, size 100 GiB, type "Linux root", holds ext4, label root',
      `plan ${mode}, table gpt, keep`,
      'system Windows, as w, found, like windows-11',
      'system Linux, as l, found, like linux-desktop',
      'note 1, role efi, owners "Windows" "Linux"',
      'note 2, role system, owners "Windows"',
      'note 3, role root, owners "Linux"',
      'part from 1, keep, mount /boot/efi',
      'part from 2, keep',
      'part from 3, keep, mount /',
      ...more,
    ].join('\n'),
  );
}

const order = ({ options }: BootState) => options.map((o) => `${o.system}${o.lives ? '' : ' dead'}`);
const meets = (planned: Planned, boot: BootState, system: string) => arrivalAt(planned, boot, system).meets;

describe('in UEFI mode', () => {
  const planned = pair('uefi');
  const found = bootAsFound(planned);

  test('which of two comes first nobody told, and so it is said', () => {
    expect([order(found), found.firstKnown]).toEqual([['w', 'l'], false]);
    expect(meets(planned, found, 'w')).toBe('not-told');
  });

  test('what is written comes first; the other is in its menu, or chosen by its own entry', () => {
    const linux = bootsFirst(found, 'l', planned);
    expect([order(linux), linux.firstKnown]).toEqual([['l', 'w'], true]);
    expect(['l', 'w'].map((id) => meets(planned, linux, id))).toEqual(['own-menu', 'menu']);
    const windows = bootsFirst(found, 'w', planned);
    expect(['w', 'l'].map((id) => meets(planned, windows, id))).toEqual(['itself', 'own-entry']);
  });

  test('an encrypted Windows is never led through the menu of another', () => {
    const locked = { ...planned, plan: { ...planned.plan, found: { ...planned.plan.found } } };
    locked.plan.found['found-2'] = { ...locked.plan.found['found-2']!, encrypted: 'yes' };
    expect(meets(locked, bootsFirst(found, 'l', locked), 'w')).toBe('own-entry');
  });

  test.each([
    [['found-1'], ['l dead', 'w dead']],
    [['found-3'], ['l dead', 'w']],
    [['found-2'], ['l', 'w dead']],
    [null, ['l dead', 'w dead']],
  ])('without %j what needs it starts nothing', (gone, left) =>
    expect(order(bootsWithout(bootsFirst(found, 'l', planned), gone))).toEqual(left),
  );

  test('where the first is dead the next starts, and of what has none left nothing does', () => {
    const boot = bootsWithout(bootsFirst(found, 'l', planned), ['found-3']);
    expect(['w', 'l'].map((id) => meets(planned, boot, id))).toEqual(['itself', 'none']);
    expect(meets(planned, withoutBoot(boot, 'w', planned), 'w')).toBe('none');
  });

  test('where one is taken out, what stays is first, and known to be', () => {
    const found = { ...bootAsFound(planned), firstKnown: false };
    const systems = planned.plan.systems.map((s) => (s.id === 'l' ? { ...s, change: 'retire' as const } : s));
    const boot = withoutBoot(found, 'l', { ...planned, plan: { ...planned.plan, systems } });
    expect([order(boot), boot.firstKnown]).toEqual([['w'], true]);
  });

  test('the order of the plan is that of the options', () => {
    const set = { ...planned.plan, start: { loaders: {}, order: ['l', 'w'], waitSeconds: null } };
    const boot = bootsInOrder(found, { ...planned, plan: set });
    expect([order(boot), boot.firstKnown]).toEqual([['l', 'w'], true]);
  });
});

describe('in BIOS mode', () => {
  const planned = pair('bios');
  const linux = bootsFirst(bootAsFound(planned), 'l', planned);

  test('the menu in the first sector leads to both', () =>
    expect(['l', 'w'].map((id) => meets(planned, linux, id))).toEqual(['own-menu', 'menu']));

  test('a Windows that is repaired leaves the first sector to the one that lists it', () => {
    const boot = bootsAgain(bootsWithout(linux, ['found-2']), 'w', planned);
    expect(order(boot)).toEqual(['l', 'w']);
  });

  test('a Windows in the first sector lists no Linux', () =>
    expect(meets(planned, bootsFirst(linux, 'w', planned), 'l')).toBe('none'));
});
