import fc from 'fast-check';
import { ability } from '../ability/index.js';
import { partitionOf, sizedAs, type Planned } from '../plan/index.js';
import type { VolumeKind } from '../volume/index.js';
import { anyStyledDisk, walked } from '../testing/arbitraries.js';
import { CASES, storyText, written } from '../testing/cases/index.js';
import { procedureFor } from './sequence.js';
import { placeIn } from './place.js';
import { kindOf, type Step } from './steps/kinds.js';

function contentOf({ plan }: Planned, step: Step): VolumeKind {
  const p = 'partition' in step ? partitionOf(plan, step.partition) : undefined;
  if (!p) return 'none';
  if (step.kind === 'create' && step.formattedBy !== null) return 'none';
  return sizedAs(p);
}

let asked = 0;

function misplacedIn(planned: Planned): string[] {
  const { ordered } = procedureFor(planned);
  return (ordered.ok ? ordered.steps : []).flatMap((step) => {
    const { asks: act } = kindOf(step);
    if (!act) return [];
    asked += 1;
    const place = placeIn(planned.plan, step.environment);
    const content = contentOf(planned, step);
    return ability(place, act, content) === 'no' ? [`${step.kind} of ${content} in ${place}`] : [];
  });
}

test('no step asks the place where it is done for what cannot be done there', () => {
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 25);
      expect(misplacedIn({ plan, survey })).toEqual([]);
    }),
    { numRuns: 200 },
  );
  expect(asked).toBeGreaterThan(300);
});

const cases = Object.entries(CASES).flatMap(([rule, [speaks, silent]]): [string, Planned][] => [
  [`${rule}, spoken of`, speaks],
  [`${rule}, not spoken of`, silent],
]);

test.each(cases)('%s: every step is done where it can be', (_, planned) =>
  expect(misplacedIn(planned)).toEqual([]),
);

describe('a Linux goes beside a Windows', () => {
  const text = storyText('linux-goes-beside-windows');
  const placesOf = (plan: string) => {
    const planned = written(plan);
    return procedureFor(planned).phases.map(({ environment }) => placeIn(planned.plan, environment));
  };

  test('its Windows does all of it, and the machine is started once', () =>
    expect(placesOf(text)).toEqual(['windows', 'windows']));

  test('a Linux that stays deletes what is of others, and nothing that it may have in use', () => {
    const linuxStays = text
      .replace('system Windows, as w, found', 'system Windows, as w, found, retires')
      .replace('system Linux, as l, found, retires', 'system Linux, as l, found')
      .replace(
        /^part[\s\S]*/m,
        'part from 1, keep, owners "Linux", mount /boot/efi\npart from 4, keep, mount /\n',
      );
    const others = `${linuxStays}part from 5, keep\n`;
    expect(placesOf(others)).toEqual(['windows', 'linux', 'linux']);
    const unowned = 'found 6, size 10 GiB, type "Linux data", holds ext4, label extra\n';
    expect(placesOf(others.replace('plan uefi', `${unowned}plan uefi`))).toContain('live');
  });

  test('what no disk tool of a Windows deletes makes a live session, which does all of it', () =>
    expect(
      placesOf(text.replace('note 5, role swap, holds swap', 'note 5, role recovery, holds swap')),
    ).toEqual(['windows', 'live', 'windows', 'windows']));

  test('where a medium that can be tried comes anyway, its live session does it', () =>
    expect(
      placesOf(
        `${text.replace('system Linux, as l', 'system New, as n, new, like linux-desktop\nsystem Linux, as l').replace('size 316 GiB', 'size 200 GiB')}part "new", size 60 GiB, role root, holds ext4, owners "New", mount /\n`,
      ).slice(0, 3),
    ).toEqual(['linux', 'windows', 'live']));
});
