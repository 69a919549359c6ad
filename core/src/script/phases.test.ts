import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import type { Planned } from '../plan/index.js';
import { runbookFor } from '../runbook/index.js';
import { anyPlanOfSystems, anyStyledDisk, walked } from '../testing/arbitraries.js';
import { PLANS } from '../testing/cases/index.js';
import { english } from '../words/index.js';
import { phaseScripts } from './index.js';

const scriptsOf = (planned: Planned) => phaseScripts(english, runbookFor(planned));

/** What a shell says of the syntax of a script. */
const syntaxOf = (text: string) => spawnSync('dash', ['-n'], { input: text, encoding: 'utf8' }).stderr;

test('every script of every plan that is kept can be read by a shell', () => {
  const scripts = PLANS.flatMap(([, { plan, survey }]) => scriptsOf({ plan, survey }));
  expect(scripts.length).toBeGreaterThan(30);
  expect(scripts.map(({ text }) => syntaxOf(text)).filter((said) => said !== '')).toEqual([]);
});

test('a plan of any kind has its scripts, each with all steps of its phase', () =>
  fc.assert(
    fc.property(
      fc.oneof(
        anyPlanOfSystems,
        fc
          .tuple(anyStyledDisk, fc.nat())
          .map(([survey, seed]) => ({ plan: walked(survey, seed, 8), survey })),
      ),
      (planned) => {
        const { phases } = runbookFor(planned);
        for (const { text, phase } of scriptsOf(planned)) {
          const steps = phases[phase - 1]!.steps;
          expect(phases[phase - 1]!.environment.kind).toBe('live');
          expect(text.match(/^if step \d+ /gm)).toHaveLength(steps.length);
        }
      },
    ),
    { numRuns: 60 },
  ));

test('no name is read as a line of the script', () => {
  const [, { plan, survey }] = PLANS.find(([, c]) => scriptsOf(c).length > 0)!;
  const hostile = "x\nSAYS\ntouch was-here\n'$(touch was-here)`id`";
  const named = {
    ...plan,
    systems: plan.systems.map((s) => ({ ...s, name: hostile })),
    partitions: plan.partitions.map((p) => ({ ...p, label: hostile, name: hostile.slice(0, 36) })),
  };
  const read = {
    ...survey,
    partitions: survey.partitions.map((p) => ({
      ...p,
      name: hostile.slice(0, 36),
      volume: { ...p.volume, kind: p.volume?.kind ?? ('ext4' as const), uuid: hostile, label: hostile },
    })),
  };
  const scripts = scriptsOf({ plan: named, survey: read });
  expect(scripts.length).toBeGreaterThan(0);
  for (const { text } of scripts) expect(strayOf(text)).toBe('');
});

/** What a shell does of a script beyond the words of the library, of which each does nothing here. */
function strayOf(text: string): string {
  const [library, body] = [text.slice(0, text.indexOf('\nSIZE=')), text.slice(text.indexOf('\nSIZE='))];
  const words = [...library.matchAll(/^(\w+)\(\) \{/gm)].map(([, word]) => word!);
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-stray-'));
  const stubs = words.map((word) => `${word}() { :; }`).join('\n');
  const input = `cd ${folder}\nW=${folder} BEGUN= \n${stubs}\nstep() { cat > /dev/null; }\nwant() { cat > /dev/null; }\n${body}`;
  const { stdout, stderr } = spawnSync('dash', ['-s'], { input, encoding: 'utf8' });
  const left = readdirSync(folder);
  rmSync(folder, { recursive: true, force: true });
  return `${stdout}${stderr}${left.join(' ')}`;
}
