import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { formatBoth, GIB } from '../quantity/index.js';
import { surveysOf } from '../testing/builders.js';
import {
  CASES,
  LAPTOP,
  on,
  then,
  add,
  shrinkTo,
  windows,
  written,
  type Case,
} from '../testing/cases/index.js';
import { noteFoundEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { english, sayIn, textIn } from '../words/index.js';
import { countByLevel, findAll, findingsPage, RULES, type Finding } from './index.js';

const found = ({ plan, survey }: Case, rule: string): Finding[] =>
  findAll({ plan, survey }).filter((f) => f.rule === rule);

/** The rule speaks of the one plan, with evidence and a reason, and not of the other. */
function expectCase(rule: string): void {
  const [speaks, silent] = CASES[rule]!;
  const findings = found(speaks, rule);
  expect(findings.length).toBeGreaterThan(0);
  for (const f of findings) {
    const { title, why } = sayIn(english, f.says);
    expect(title.length).toBeGreaterThan(8);
    expect(why.length).toBeGreaterThan(20);
    expect(f.evidence.length).toBeGreaterThan(0);
  }
  expect(found(silent, rule).map((f) => f.id)).toEqual([]);
}

describe('every rule', () => {
  test('has a case here', () => expect(Object.keys(CASES).sort()).toEqual(RULES.map((r) => r.id).sort()));

  test.each(Object.keys(CASES))('%s speaks where it should, and not of a near miss', expectCase);

  describe('its case fails', () => {
    afterEach(() => jest.restoreAllMocks());

    test.each(RULES.map((r) => [r.id, r] as const))('when %s never speaks', (id, rule) => {
      jest.spyOn(rule, 'check').mockReturnValue([]);
      expect(() => expectCase(id)).toThrow();
    });

    test.each(RULES.map((r) => [r.id, r] as const))('when %s always speaks', (id, rule) => {
      const [{ plan, survey }] = CASES[id]!;
      const drafted = rule.check({ plan, survey });
      jest.spyOn(rule, 'check').mockReturnValue(drafted);
      expect(() => expectCase(id)).toThrow();
    });
  });

  test.each(Object.entries(CASES))(
    '%s: a remedy removes its finding and adds no blocker',
    (rule, [speaks]) => {
      const before = countByLevel(findAll(speaks)).blocker;
      for (const finding of found(speaks, rule))
        for (const remedy of finding.remedies) {
          const result = apply(speaks.plan, remedy.edit, surveysOf(speaks.survey));
          expect(result.ok).toBe(true);
          if (!result.ok) continue;
          const after = findAll({ plan: result.plan, survey: speaks.survey });
          expect(after.map((f) => f.id)).not.toContain(finding.id);
          // Room made for a system is not yet its root: that one finding takes the other's place.
          const blockers = after.filter((f) => f.level === 'blocker' && f.rule !== 'no-root');
          expect(blockers.length).toBeLessThanOrEqual(before);
        }
    },
  );

  test('at least five offer remedies', () => {
    const offering = Object.entries(CASES).filter(([rule, [speaks]]) =>
      found(speaks, rule).some((f) => f.remedies.length > 0),
    );
    expect(offering.length).toBeGreaterThanOrEqual(20);
  });
});

describe('findings', () => {
  test('come gravest first, with figures that can be checked', () => {
    const findings = findAll({
      plan: then(windows, shrinkTo(110), add('linux-desktop')).plan,
      survey: LAPTOP,
    });
    expect(findings.map((f) => f.level)).toEqual(
      [...findings.map((f) => f.level)].sort((a, b) => order(a) - order(b)),
    );
    const advised = findings.find((f) => f.rule === 'below-advised')!;
    expect(
      advised.evidence.map((e) => ({ what: textIn(english, e.what), value: textIn(english, e.value) })),
    ).toEqual([
      { what: 'planned', value: formatBoth(110 * GIB) },
      { what: 'used', value: formatBoth(95 * GIB) },
      { what: 'advised', value: formatBoth(115 * GIB) },
    ]);
  });

  test('an untouched laptop has nothing wrong, once it is said whether it is encrypted', () => {
    const laptop = on(LAPTOP);
    expect(findAll(laptop).map((f) => f.rule)).toEqual(['encryption-unknown']);
    expect(findAll(then(laptop, noteFoundEdit(laptop.plan, 'found-3', { encrypted: 'no' })))).toEqual([]);
  });
});

test.each(['file', 'compressed', 'volume', 'none'])(
  'swap %s is a choice, and silences the advice',
  (choice) => {
    const rules = (system: string) =>
      findAll(
        written(
          [
            'rhizotome 1',
            'machine m',
            'memory 4 GiB',
            'disk, size 100 GiB, table none',
            'plan uefi, table gpt, new',
            system,
          ].join('\n'),
        ),
      ).map((f) => f.rule);
    expect(rules('system Linux, as l, new, like linux-desktop')).toContain('swap-advised');
    expect(rules(`system Linux, as l, new, like linux-desktop, swap ${choice}`)).not.toContain(
      'swap-advised',
    );
  },
);

const order = (level: Finding['level']) => ['blocker', 'hazard', 'caution', 'advice'].indexOf(level);

test('the page of all rules is the one in docs', () => {
  const page = readFileSync(resolve(__dirname, '../../../docs/findings.md'), 'utf8');
  expect(page).toBe(findingsPage());
});
