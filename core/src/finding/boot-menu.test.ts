import { printNotation } from '../notation/index.js';
import { apply } from '../edits/index.js';
import type { Planned } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { startOf } from '../start/index.js';
import { surveysOf } from '../testing/builders.js';
import { storyText, written } from '../testing/cases/index.js';
import { english, sayIn } from '../words/index.js';
import { findAll } from './index.js';

const TEXT = storyText('hosted-beside-windows');
const MENU = 'system "Boot menu", as m, new, like boot-menu\n';

const worst = (planned: Planned) =>
  findAll(planned)
    .filter((f) => f.level === 'blocker' || f.level === 'hazard')
    .map((f) => sayIn(english, f.says).title);
const kinds = (planned: Planned) => {
  const { ordered } = procedureFor(planned);
  return ordered.ok ? ordered.steps.map((s) => s.id) : [];
};

test('a system in a file that no menu lists is a blocker, and its remedy is a menu that belongs to no system', () => {
  const planned = written(TEXT.replace(MENU, ''));
  expect(worst(planned)).toEqual(['Linux would not start the way it is set']);
  const remedy = findAll(planned).find((f) => f.level === 'blocker')!.remedies[0]!;
  const result = apply(planned.plan, remedy.edit, surveysOf(planned.survey));
  const solved = { ...planned, plan: result.ok ? result.plan : planned.plan };
  expect(worst(solved)).toEqual([]);
  expect(startOf(solved.plan).ways.map(({ system, by }) => [system.name, by?.name ?? null])).toEqual([
    ['Windows', null],
    ['Linux', 'Boot menu'],
    ['Boot menu', null],
  ]);
});

test('it is installed in a live session after what it lists, with no medium of its own, and is not started for itself', () => {
  const ids = kinds(written(TEXT));
  expect(ids.filter((id) => /^(install|prepare|first-start)/.test(id))).toEqual([
    'prepare-medium:l',
    'prepare-live',
    'install:l',
    'install:m',
    'first-start:w',
    'first-start:l',
  ]);
});

test('where it is not signed, Secure Boot is turned off before; where it is, nothing of that is done', () => {
  const on = TEXT.replace('secure boot off', 'secure boot on');
  expect(kinds(written(on)).filter((id) => id.startsWith('secure-boot'))).toEqual(['secure-boot-off']);
  const signed = written(on.replace('like boot-menu', 'like boot-menu, signed yes'));
  expect(kinds(signed).filter((id) => id.startsWith('secure-boot'))).toEqual([]);
});

test('in BIOS mode it stands in the first sector, and starts all of them', () => {
  const { plan } = written(
    TEXT.replace(
      'firmware uefi, now uefi, installer uefi, secure boot off',
      'firmware bios, now bios, installer bios',
    )
      .replace('plan uefi', 'plan bios')
      .replace('like windows-11', 'like windows-10'),
  );
  expect(startOf(plan).ways.map(({ by }) => by?.name ?? null)).toEqual(['Boot menu', 'Boot menu', null]);
});

test('one that is there can go, and then its entry goes', () =>
  expect(
    kinds(written(TEXT.replace('as m, new', 'as m, found, retires').replace(/system Linux.*\n/, ''))),
  ).toContain('remove-start:m'));

test('its line is read back as it was printed', () => {
  const planned = written(TEXT);
  const printed = printNotation({ name: 'menu', story: '', ...planned });
  expect(printed).toContain('system "Boot menu", as "m", new, like boot-menu\n');
  expect(written(printed).plan.systems).toEqual(planned.plan.systems);
});
